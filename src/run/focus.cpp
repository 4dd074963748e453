// Focus: rules 8 and 9. At most one control has it; directions lead it on; one that can no longer
// be used hands it on.
#include "run/runner_core.hpp"

#include "run/focus_routes.hpp"
#include "run/input_slots.hpp"

#include <cmath>

namespace rondix {

ControlId RunnerCore::focus() const {
    if (now_.depth() == 0 || in_play(flow_, now_)) return no_control;
    return focus_[index(now_.foremost())];
}

void RunnerCore::choose_focus(ControlId control) {
    focus_[index(now_.foremost())] = control;
    if (listening_ != control) end_listening(); // both are of what has the focus
    if (unfolded_.of != control) unfolded_ = {};
    turn_states(false);
    if (has_room()) tell_front();
}

/// Rule 8: a control that became unusable hands its focus to the nearest usable one.
void RunnerCore::update_focus() {
    const ControlId control = focus();
    if (control == no_control)
        choose_focus(first_usable());
    else if (!usable(flow_, now_, control))
        choose_focus(nearest_usable(focus_stood_.middle()));
    if (focus() != control) bring_into_view(focus());
    for (Finger& finger : fingers_)
        if (finger.on != no_control && !usable(flow_, now_, finger.on)) finger.on = no_control;
}

ControlId RunnerCore::first_usable() const {
    const ControlId declared = flow_[now_.foremost()].first_focus;
    if (declared != no_control && usable(flow_, now_, declared)) return declared;
    const IndexRange controls = flow_[now_.foremost()].controls;
    for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
        if (usable(flow_, now_, ControlId{i})) return ControlId{i};
    return no_control;
}

ControlId RunnerCore::nearest_usable(Point from) const {
    const IndexRange controls = flow_[now_.foremost()].controls;
    ControlId best = no_control;
    float least = 0;
    for (std::uint32_t i = controls.begin; i < controls.end(); ++i) {
        if (!usable(flow_, now_, ControlId{i})) continue;
        const Point middle = bounds_of(ControlId{i}).middle();
        const float distance = std::abs(middle.y - from.y) + std::abs(middle.x - from.x);
        if (best != no_control && distance >= least) continue;
        best = ControlId{i};
        least = distance;
    }
    return best;
}

bool RunnerCore::move_focus(Button direction) {
    if (repeating_ != direction) held_for_ = 0;
    repeating_ = direction;
    if (acting_) repeating_by_ = *acting_;
    until_repeat_ = static_cast<Micros>(Runner::first_repeat * 1e6);
    if (unfolded_.of != no_control) return act_unfolded(direction);
    const ControlId from = focus();
    if (turn_control(from, direction) || move_among_rows(from, direction)) return true;
    const bool returns = goes_back(from, direction);
    const ControlId next = returns              ? came_from_
                           : from == no_control ? first_usable()
                                                : route(from, direction);
    if (next == no_control) return scroll_on(direction), true;
    choose_focus(next);
    bring_into_view(next, false);
    came_from_ = returns ? no_control : from; // back once, not to and fro for ever
    came_to_ = next;
    came_by_ = direction;
    came_when_ = routes_->version();
    return true;
}

// --- routes

void RunnerCore::find_routes() {
    const IndexRange controls = flow_[now_.foremost()].controls;
    routes_->begin();
    drawn_out_.begin(now_.foremost(), mirrored_);
    for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
        if (usable(flow_, now_, ControlId{i}) && !places_.empty())
            routes_->add(ControlId{i}, drawn_out_(body_[i], places_[body_[i]].rect));
        else if (usable(flow_, now_, ControlId{i}))
            routes_->add(ControlId{i}, {});
    routes_->find(flow_[now_.foremost()].wraps, mirrored_);
}

ControlId RunnerCore::route(ControlId from, Button direction) {
    if (now_.depth() == 0 || !is_direction(direction) || !flow_.has(from)) return no_control;
    find_routes();
    return routes_->from(from, place::Direction(direction));
}

/// The direction opposite to the last one returns to where it came from, unless the author declares
/// otherwise, something could not be reached then, or other controls can be used by now.
bool RunnerCore::goes_back(ControlId from, Button direction) {
    const auto opposite = Button(static_cast<int>(came_by_) ^ 1);
    if (from == no_control || from != came_to_ || direction != opposite) return false;
    if (came_from_ == no_control || !usable(flow_, now_, came_from_)) return false;
    find_routes();
    return routes_->routes().returns() && came_when_ == routes_->version() &&
           flow_[from].routes[static_cast<std::size_t>(direction)] == no_control;
}

} // namespace rondix
