#include "run/focus_routes.hpp"

#include <algorithm>

namespace rondix {

namespace {

std::size_t max_controls(const CompiledFlow& flow) {
    std::size_t most = 0;
    for (const Screen& screen : flow.screens)
        most = std::max<std::size_t>(most, screen.controls.count);
    return most;
}

} // namespace

FocusRoutes::FocusRoutes(const CompiledFlow& flow)
    : flow_(flow)
    , routes_(max_controls(flow)) {
    const std::size_t most = max_controls(flow);
    now_.reserve(most);
    controls_.reserve(most);
    stops_now_.reserve(most);
    stops_.reserve(most);
}

void FocusRoutes::add(ControlId control, Rect bounds) {
    now_.push_back(control);
    place::RouteStop stop;
    stop.bounds = bounds;
    stop.own = own_directions(flow_[control].kind);
    stops_now_.push_back(stop);
}

void FocusRoutes::find(bool goes_round, bool mirrored) {
    const auto same_place = [](const place::RouteStop& a, const place::RouteStop& b) {
        return a.bounds == b.bounds;
    };
    const bool same = now_ == controls_ && goes_round == went_round_ && mirrored == was_mirrored_ &&
                      std::equal(stops_now_.begin(), stops_now_.end(), stops_.begin(), same_place);
    if (same) return;
    controls_.assign(now_.begin(), now_.end());
    stops_.assign(stops_now_.begin(), stops_now_.end());
    ++version_;
    went_round_ = goes_round;
    was_mirrored_ = mirrored;
    declare(mirrored);
    routes_.find(stops_, goes_round);
}

/// What the author declares, as far as it can be used now. Left and right change places with the
/// layout.
void FocusRoutes::declare(bool mirrored) {
    for (std::size_t i = 0; i < controls_.size(); ++i)
        for (std::size_t d = 0; d < place::direction_count; ++d) {
            const std::size_t said = mirrored && d >= 2 ? d ^ 1U : d;
            const ControlId to = flow_[controls_[i]].routes[said];
            if (to != no_control) stops_[i].declared[d] = stop_of(to);
        }
}

place::Stop FocusRoutes::stop_of(ControlId control) const {
    const auto found = std::find(controls_.begin(), controls_.end(), control);
    return found == controls_.end() ? place::nowhere
                                    : static_cast<place::Stop>(found - controls_.begin());
}

ControlId FocusRoutes::from(ControlId control, place::Direction direction) const {
    const place::Stop stop = stop_of(control);
    if (stop == place::nowhere) return no_control;
    const place::Stop to = routes_.from(stop, direction);
    return to == place::nowhere ? no_control : controls_[to];
}

} // namespace rondix
