// FocusRoutes: the routes among the controls of a screen that can be used just now. Gathered anew
// for each question; worked out anew only where something has changed.
#pragma once

#include "place/routes.hpp"
#include "rondix/runtime/compiled_flow.hpp"

namespace rondix {

/// The directions that a control uses itself, a bit each.
constexpr std::uint8_t own_directions(ControlKind kind) {
    const bool turns = kind == ControlKind::slider || kind == ControlKind::choice;
    return turns ? 1U << static_cast<int>(place::Direction::left) |
                       1U << static_cast<int>(place::Direction::right)
                 : 0U;
}

class FocusRoutes {
  public:
    explicit FocusRoutes(const CompiledFlow& flow);

    /// One question: begin, each control that can be used with its place, then find.
    void begin() { now_.clear(), stops_now_.clear(); }
    void add(ControlId control, Rect bounds);
    void find(bool goes_round, bool mirrored);

    const place::Routes& routes() const { return routes_; }
    std::span<const ControlId> controls() const { return controls_; }
    /// Another number whenever the routes were worked out anew.
    std::uint32_t version() const { return version_; }
    /// Where a direction leads; no_control where it leads nowhere.
    ControlId from(ControlId control, place::Direction direction) const;

  private:
    void declare(bool mirrored);
    place::Stop stop_of(ControlId control) const;

    const CompiledFlow& flow_;
    place::Routes routes_;
    std::vector<ControlId> now_, controls_; // gathered; and of those that were worked out
    std::vector<place::RouteStop> stops_now_, stops_;
    std::uint32_t version_ = 0;
    bool went_round_ = true, was_mirrored_ = false;
};

} // namespace rondix
