// The player's keys and pads: buttons and keys become presses, and presses become moves. Rule 6 and
// the half of rule 7 that is about keys stand here: what belongs to the game in play, and that
// going down acts, and holding does not repeat.
#include "run/runner_core.hpp"

#include "run/input_slots.hpp"

#include <algorithm>
#include <utility>

namespace rondix {

/// The last device decides whether the pointer is shown, and which names of keys are.
void RunnerCore::note_input(Device by) {
    since_input_ = 0;
    const DeviceKind names = names_of();
    last_ = by;
    if (has_room()) update_pointer();
    if (names_of() != names) find_names();
}

/// A menu may belong to the pad that opened it, with all that is opened from there.
bool RunnerCore::heeds(Device by) const {
    if (by.kind != DeviceKind::pad) return true;
    for (std::size_t height = now_.depth(); height-- > 0;) {
        if (!flow_[now_.screen_at(height)].for_opener) continue;
        const std::uint8_t whose = whose_[index(now_.screen_at(height))];
        return whose == no_owner || whose == number_of(by);
    }
    return true;
}

bool RunnerCore::press(Button button, Device by) {
    if (now_.depth() == 0 || static_cast<std::size_t>(button) >= button_count) return false;
    bool& held = held_[hand_of(by)][static_cast<std::size_t>(button)];
    if (held) return !in_play(flow_, now_); // holding does not repeat
    held = true;
    note_input(by);
    if (!heeds(by)) return !in_play(flow_, now_);
    const Acting acting(acting_, by);
    return act_on(button);
}

bool RunnerCore::act_on(Button button) {
    const bool menus = !in_play(flow_, now_); // else it belongs to the game
    if (listening_ != no_control) return end_listening(), true;
    if (typing_ != no_control) { // which ends it
        if (button == Button::accept || button == Button::back)
            end_typing(button == Button::accept);
        return true;
    }
    if (is_direction(button)) return (menus || unfolded_.of != no_control) && move_focus(button);
    if (!settled()) return menus;
    if (unfolded_.of != no_control) return act_unfolded(button);
    switch (button) {
    case Button::back: return perform(Move::back());
    case Button::menu: return perform(Move::menu());
    case Button::pages_back:
    case Button::pages_on:
        return menus && (turn_pages(button) || scroll_page(button == Button::pages_on));
    default: break;
    }
    const ControlId control = focus();
    if (control == no_control) return menus && perform(Move::other_key());
    if (is_pressed(control)) return true; // something else holds it down
    return has_to_be_held(control) ? begin_hold(control, *acting_) : use(control);
}

bool RunnerCore::begin_hold(ControlId control, Device by) {
    if (holding_ != no_control) return true;
    holding_ = control;
    holding_by_ = by;
    holding_for_ = 0;
    turn_states(false);
    return true;
}

void RunnerCore::release(Button button, Device by) {
    if (static_cast<std::size_t>(button) >= button_count) return;
    held_[hand_of(by)][static_cast<std::size_t>(button)] = false;
    if (repeating_ == button && repeating_by_ == by) repeating_.reset();
    if (button == Button::accept && holding_ != no_control && holding_by_ == by) {
        holding_ = no_control;
        turn_states(false);
    }
}

bool RunnerCore::press_key(KeyId key, Device by) {
    const std::size_t row = hand_of(by) * flow_.keys.size() + index(key);
    if (now_.depth() == 0 || index(key) >= flow_.keys.size() || held_keys_[row]) return false;
    held_keys_[row] = true;
    note_input(by);
    if (!heeds(by)) return !in_play(flow_, now_);
    const Acting acting(acting_, by);
    return settled() && perform(Move::key(key));
}

void RunnerCore::release_key(KeyId key, Device by) {
    if (index(key) < flow_.keys.size())
        held_keys_[hand_of(by) * flow_.keys.size() + index(key)] = false;
}

bool RunnerCore::press_other_key(Device by) {
    if (now_.depth() == 0) return false;
    note_input(by);
    if (!heeds(by)) return !in_play(flow_, now_);
    const Acting acting(acting_, by);
    return settled() && perform(Move::other_key());
}

/// The first pages that the current screen has.
bool RunnerCore::turn_pages(Button button) {
    const IndexRange controls = flow_[now_.current()].controls;
    for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
        if (flow_.controls[i].kind == ControlKind::pages)
            return perform(Move::turn(flow_.controls[i].pages,
                                      button == Button::pages_on ? next_page : previous_page));
    return false;
}

void RunnerCore::device_gone(Device device) {
    const std::size_t hand = hand_of(device);
    if (device.kind == DeviceKind::pointer || device.kind == DeviceKind::touch) {
        let_go_of(std::exchange(fingers_[hand], Finger{}));
    } else {
        std::fill(std::begin(held_[hand]), std::end(held_[hand]), false);
        const auto keys =
            held_keys_.begin() + static_cast<std::ptrdiff_t>(hand * flow_.keys.size());
        std::fill(keys, keys + static_cast<std::ptrdiff_t>(flow_.keys.size()), false);
        std::erase_if(down_, [&](const Down& down) { return down.by == device; });
        if (repeating_by_ == device) repeating_.reset();
    }
    if (holding_by_ == device) holding_ = no_control;
    if (device.kind == DeviceKind::pad)
        std::replace(whose_.begin(), whose_.end(), number_of(device), no_owner);
    turn_states(false);
}

/// After a change of screen: no press that began before it counts any longer.
void RunnerCore::let_go() {
    for (Finger& finger : fingers_) let_go_of(std::exchange(finger, Finger{}));
    for (Scrolled& scrolled : scrolled_) scrolled.speed = {};
    holding_ = no_control;
    repeating_.reset();
}

} // namespace rondix
