// Directory: the names that a flow declares, by kind, for looking up and for suggesting the
// nearest.
#pragma once

#include "rondix/tools/flow.hpp"

#include <algorithm>
#include <string_view>
#include <unordered_map>

namespace rondix {

class NameTable {
  public:
    template <class Rows>
    explicit NameTable(const Rows& rows) {
        for (const auto& row : rows) {
            places_.try_emplace(row.id.text, order_.size());
            order_.push_back(row.id.text);
        }
    }

    static constexpr std::size_t none = static_cast<std::size_t>(-1);
    std::size_t find(std::string_view name) const {
        const auto found = places_.find(name);
        return found == places_.end() ? none : found->second;
    }
    bool has(std::string_view name) const { return places_.contains(name); }
    const std::vector<std::string_view>& names() const { return order_; }

  private:
    std::unordered_map<std::string_view, std::size_t> places_;
    std::vector<std::string_view> order_;
};

/// Holds views into `flow`, which must stay as it is meanwhile.
struct Directory {
    NameTable scenes, screens, flags, events, requests, settings;
    explicit Directory(const Flow& flow)
        : scenes(flow.scenes)
        , screens(flow.screens)
        , flags(flow.flags)
        , events(flow.events)
        , requests(flow.requests)
        , settings(flow.settings) {}
};

/// The control of a kind that a name means: on the screen itself, else the only one in the flow.
/// Null where there is none, or where several others bear the name.
inline const FlowControl* control_named(const Flow& flow, const FlowScreen* own, ControlKind kind,
                                        std::string_view name) {
    const auto in = [&](const FlowScreen& screen) -> const FlowControl* {
        for (const FlowControl& control : screen.controls)
            if (control.kind == kind && control.id.text == name) return &control;
        return nullptr;
    };
    if (const FlowControl* control = own ? in(*own) : nullptr) return control;
    const FlowControl* found = nullptr;
    for (const FlowScreen& screen : flow.screens) {
        const FlowControl* control = in(screen);
        if (control && found) return nullptr;
        if (control) found = control;
    }
    return found;
}

/// The page that a group stands on, by way of the groups that it stands in. No pages: on none.
struct PageOf {
    const FlowControl* pages = nullptr;
    std::uint16_t number = 0;
};
inline PageOf page_of(const FlowScreen& screen, std::string_view group) {
    const auto& groups = screen.looks.groups;
    // Groups that stand in each other in a circle are told elsewhere.
    for (std::size_t i = 0; i <= groups.size(); ++i) {
        for (const FlowControl& control : screen.controls)
            for (std::size_t page = 0; page < control.pages.size(); ++page)
                if (control.pages[page].text == group)
                    return {&control, static_cast<std::uint16_t>(page)};
        const auto own = std::find_if(groups.begin(), groups.end(),
                                      [&](const FlowGroup& one) { return one.id.text == group; });
        if (own == groups.end() || !own->box.group) break;
        group = own->box.group->text;
    }
    return {};
}

} // namespace rondix
