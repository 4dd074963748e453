// The player's side of the Runner: buttons, keys and the pointer become presses, and presses become
// moves. Rules 6, 7 and 8 stand here: what belongs to the game in play, what a press is, and that
// focus and pointer are one thing.
#include "rondix/runner.hpp"

#include "run/focus_routes.hpp"

#include <cmath>

namespace rondix {

namespace {
bool is_direction(Button button) {
    return button <= Button::right;
}
} // namespace

// --- buttons and keys act on going down

bool Runner::press(Button button) {
    if (now_.depth() == 0) return false;
    bool& held = held_[static_cast<std::size_t>(button)];
    if (held) return !in_play(flow_, now_); // holding does not repeat
    held = true;
    on_keys_ = true;
    note_input();
    if (has_room()) update_pointer();
    return act_on(button);
}

bool Runner::act_on(Button button) {
    const bool menus = !in_play(flow_, now_); // else it belongs to the game
    if (typing_ != no_control) {              // which ends it
        if (button == Button::accept || button == Button::back)
            end_typing(button == Button::accept);
        return true;
    }
    if (is_direction(button)) return menus && move_focus(button);
    if (!settled()) return menus;
    switch (button) {
    case Button::back: return perform(Move::back());
    case Button::menu: return perform(Move::menu());
    case Button::pages_back:
    case Button::pages_on: return menus && turn_pages(button);
    default: break;
    }
    const ControlId control = focus();
    if (control == no_control) return menus && perform(Move::other_key());
    if (!has_to_be_held(control)) return use(control);
    holding_ = control;
    holding_for_ = 0;
    turn_states(false);
    return true;
}

void Runner::release(Button button) {
    held_[static_cast<std::size_t>(button)] = false;
    if (repeating_ == button) repeating_.reset();
    if (button == Button::accept && holding_ != no_control) {
        holding_ = no_control;
        turn_states(false);
    }
}

bool Runner::press_key(KeyId key) {
    if (now_.depth() == 0 || index(key) >= held_keys_.size() || held_keys_[index(key)])
        return false;
    held_keys_[index(key)] = true;
    on_keys_ = true;
    note_input();
    if (has_room()) update_pointer();
    return settled() && perform(Move::key(key));
}

void Runner::release_key(KeyId key) {
    if (index(key) < held_keys_.size()) held_keys_[index(key)] = false;
}

bool Runner::press_other_key() {
    note_input();
    return now_.depth() > 0 && settled() && perform(Move::other_key());
}

bool Runner::move_focus(Button direction) {
    if (repeating_ != direction) held_for_ = 0;
    repeating_ = direction;
    until_repeat_ = static_cast<Micros>(first_repeat * 1e6);
    const ControlId from = focus();
    if (turn_control(from, direction) || move_among_rows(from, direction)) return true;
    const bool returns = goes_back(from, direction);
    const ControlId next = returns              ? came_from_
                           : from == no_control ? first_usable()
                                                : route(from, direction);
    if (next == no_control) return true;
    choose_focus(next);
    came_from_ = returns ? no_control : from; // back once, not to and fro for ever
    came_to_ = next;
    came_by_ = direction;
    came_when_ = routes_->version();
    return true;
}

/// The first pages that the current screen has.
bool Runner::turn_pages(Button button) {
    const Range controls = flow_[now_.current()].controls;
    for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
        if (flow_.controls[i].kind == ControlKind::pages)
            return perform(Move::turn(flow_.controls[i].pages,
                                      button == Button::pages_on ? next_page : previous_page));
    return false;
}

// --- the pointer acts on coming up, on the control on which it went down

bool Runner::pointer_moves(Point to) {
    if (now_.depth() == 0) return false;
    on_keys_ = false;
    note_input();
    if (has_room()) update_pointer();
    if (pressed_ != no_control && flow_[pressed_].kind == ControlKind::slider)
        return drag(pressed_, to);
    const ControlId under = control_at(to);
    if (under != no_control && !in_play(flow_, now_)) choose_focus(under);
    if (under != no_control && flow_[under].kind == ControlKind::list)
        if (const auto row = row_at(under, to)) choose_row(under, *row);
    if (holding_ != no_control && under != holding_) holding_ = no_control; // it slid off
    return under != no_control;
}

bool Runner::pointer_presses(Point at) {
    pointer_moves(at);
    pressed_ = no_control;
    if (now_.depth() == 0 || !settled()) return false;
    pressed_ = control_at(at);
    if (typing_ != no_control && pressed_ != typing_) end_typing(true);
    if (pressed_ != no_control && flow_[pressed_].kind == ControlKind::slider) drag(pressed_, at);
    if (pressed_ != no_control && has_to_be_held(pressed_)) {
        holding_ = pressed_;
        holding_for_ = 0;
    }
    turn_states(false);
    return pressed_ != no_control;
}

bool Runner::pointer_releases(Point at) {
    const ControlId began = pressed_;
    pressed_ = no_control;
    if (now_.depth() == 0) return false;
    const bool held = holding_ != no_control;
    holding_ = no_control;
    turn_states(false);
    if (began == no_control || began != control_at(at)) return false;
    if (held || has_to_be_held(began) || flow_[began].kind == ControlKind::slider) return true;
    if (flow_[began].kind == ControlKind::list && !row_at(began, at)) return true;
    return use(began);
}

ControlId Runner::control_at(Point point) const {
    const Range controls = flow_[now_.foremost()].controls;
    for (std::uint32_t i = controls.end(); i-- > controls.begin;) // what is drawn last is on top
        if (usable(flow_, now_, ControlId{i}) && stands_on(ControlId{i}, point))
            return ControlId{i};
    return no_control;
}

// --- focus

ControlId Runner::focus() const {
    if (now_.depth() == 0 || in_play(flow_, now_)) return no_control;
    return focus_[index(now_.foremost())];
}

void Runner::choose_focus(ControlId control) {
    focus_[index(now_.foremost())] = control;
    turn_states(false);
}

/// Rule 8: a control that became unusable hands its focus to the nearest usable one.
void Runner::update_focus() {
    const ControlId control = focus();
    if (control == no_control)
        choose_focus(first_usable());
    else if (!usable(flow_, now_, control))
        choose_focus(nearest_usable(control));
    if (pressed_ != no_control && !usable(flow_, now_, pressed_)) pressed_ = no_control;
}

ControlId Runner::first_usable() const {
    const ControlId declared = flow_[now_.foremost()].first_focus;
    if (declared != no_control && usable(flow_, now_, declared)) return declared;
    const Range controls = flow_[now_.foremost()].controls;
    for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
        if (usable(flow_, now_, ControlId{i})) return ControlId{i};
    return no_control;
}

ControlId Runner::nearest_usable(ControlId to) const {
    const Range controls = flow_[now_.foremost()].controls;
    const Point from = place_of(to).middle();
    ControlId best = no_control;
    float least = 0;
    for (std::uint32_t i = controls.begin; i < controls.end(); ++i) {
        if (!usable(flow_, now_, ControlId{i})) continue;
        const Point middle = place_of(ControlId{i}).middle();
        const float distance = std::abs(middle.y - from.y) + std::abs(middle.x - from.x);
        if (best != no_control && distance >= least) continue;
        best = ControlId{i};
        least = distance;
    }
    return best;
}

// --- routes

void Runner::find_routes() {
    const Range controls = flow_[now_.foremost()].controls;
    routes_->begin();
    for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
        if (usable(flow_, now_, ControlId{i})) routes_->add(ControlId{i}, place_of(ControlId{i}));
    routes_->find(flow_[now_.foremost()].wraps, mirrored_);
}

ControlId Runner::route(ControlId from, Button direction) {
    if (now_.depth() == 0 || !is_direction(direction)) return no_control;
    find_routes();
    return routes_->from(from, place::Direction(direction));
}

/// The direction opposite to the last one returns to where it came from, unless the author declares
/// otherwise, something could not be reached then, or other controls can be used by now.
bool Runner::goes_back(ControlId from, Button direction) {
    const auto opposite = Button(static_cast<int>(came_by_) ^ 1);
    if (from == no_control || from != came_to_ || direction != opposite) return false;
    if (came_from_ == no_control || !usable(flow_, now_, came_from_)) return false;
    find_routes();
    return routes_->routes().returns() && came_when_ == routes_->version() &&
           flow_[from].routes[static_cast<std::size_t>(direction)] == no_control;
}

} // namespace rondix
