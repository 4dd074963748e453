// What the player does to the control that has the focus: pressing, turning a setting up and down,
// dragging, typing. Values and texts become moves; while a text is typed, nothing else is.
#include "run/runner_core.hpp"

#include "logic/letters.hpp"

#include <algorithm>
#include <cmath>

namespace rondix {

/// Accept, or a pointer that comes up where it went down.
bool RunnerCore::use(ControlId control) {
    const Control& row = flow_[control];
    if (!usable(flow_, now_, control)) return false;
    if (!in_play(flow_, now_) && focus() != control) choose_focus(control);
    if (row.cooldown_ms > 0 && cooling(control)) return deny(control), true;
    switch (row.kind) {
    case ControlKind::button: return press_control(Move::press(control));
    case ControlKind::choice:
        if (row.dropdown) return unfold(control);
        [[fallthrough]];
    case ControlKind::toggle: return step_value(control, 1, true);
    case ControlKind::binding: return begin_listening(control);
    case ControlKind::text_field: return begin_typing(control);
    case ControlKind::list: return press_row(control);
    case ControlKind::label:
    case ControlKind::picture:
    case ControlKind::panel:
    case ControlKind::pages:
    case ControlKind::slider: break;
    }
    return true; // a slider has nothing to press
}

bool RunnerCore::press_control(Move move) {
    const Control& row = flow_[move.control()];
    if (row.cooldown_ms > 0)
        cools_[index(move.control())] = time_ + std::int64_t{row.cooldown_ms} * 1000;
    return perform(move);
}

bool RunnerCore::cooling(ControlId control) const {
    return cools_[index(control)] > time_;
}

/// One value on or back; a choice and a toggle go round, a slider stops at its ends.
bool RunnerCore::step_value(ControlId control, int step, bool round) {
    const SettingId setting = flow_[control].setting;
    const int count = flow_[setting].values;
    int value = value_of(setting) + step;
    if (round)
        value = (value % count + count) % count;
    else
        value = std::clamp(value, 0, count - 1);
    return set_value(control, static_cast<std::uint16_t>(value));
}

bool RunnerCore::set_value(ControlId control, std::uint16_t value) {
    if (value == value_of(flow_[control].setting)) return true;
    return perform(Move::change(control, value));
}

/// Left and right, where the control uses them itself. False: they are a direction like any other.
bool RunnerCore::turn_control(ControlId control, Button direction) {
    if (control == no_control || (direction != Button::left && direction != Button::right))
        return false;
    const ControlKind kind = flow_[control].kind;
    if (kind != ControlKind::slider && kind != ControlKind::choice) return false;
    const bool up = (direction == Button::right) != mirrored_;
    const bool fast =
        kind == ControlKind::slider && held_for_ > static_cast<Micros>(Runner::faster_after * 1e6);
    const int step = fast ? std::max(1, flow_[flow_[control].setting].values / 20) : 1;
    return step_value(control, up ? step : -step, kind == ControlKind::choice);
}

// --- dragging

const Box* RunnerCore::part_of(ControlId control, BoxRole role, std::uint32_t& row) const {
    const IndexRange boxes = flow_.looks.screens[index(flow_[control].screen)].boxes;
    for (row = boxes.begin; row < boxes.end(); ++row)
        if (flow_.looks.boxes[row].control == control && flow_.looks.boxes[row].role == role)
            return &flow_.looks.boxes[row];
    return nullptr;
}

/// The pointer is on a slider: its value follows along the track.
bool RunnerCore::drag(ControlId control, Point to) {
    std::uint32_t row = 0;
    const bool has_track = part_of(control, BoxRole::track, row) != nullptr;
    const Rect along = has_track ? seen_at(row) : bounds_of(control);
    float share = along.width > 0 ? (to.x - along.x) / along.width : 0;
    if (mirrored_) share = 1 - share;
    const float steps = static_cast<float>(flow_[flow_[control].setting].values - 1);
    const float value = std::clamp(std::round(share * steps), 0.0F, steps);
    return set_value(control, static_cast<std::uint16_t>(value));
}

// --- typing

bool RunnerCore::begin_typing(ControlId control) {
    if (typing_ == control) return true;
    if (!has_room()) return false;
    typing_ = control;
    typed_ = setting_texts_[index(flow_[control].setting)];
    emit(EffectKind::begin_text, static_cast<std::uint32_t>(control));
    needs_redraw_ = true;
    return true;
}

/// Back leaves the text as it was.
void RunnerCore::end_typing(bool keep) {
    if (typing_ == no_control) return;
    const ControlId control = typing_;
    typing_ = no_control;
    emit(EffectKind::end_text, static_cast<std::uint32_t>(control));
    needs_redraw_ = true;
    const SettingId setting = flow_[control].setting;
    if (!keep || typed_ == setting_texts_[index(setting)]) return;
    setting_texts_[index(setting)] = typed_;
    perform(Move::change(control, 0));
}

bool RunnerCore::type(std::string_view text) {
    if (typing_ == no_control) return false;
    since_input_ = 0;
    const std::size_t most = flow_[flow_[typing_].setting].values;
    typed_ += shortened(text, most - std::min(most, letters(typed_)));
    needs_redraw_ = true;
    return true;
}

bool RunnerCore::erase() {
    if (typing_ == no_control) return false;
    since_input_ = 0;
    while (!typed_.empty() && !begins_letter(typed_.back())) typed_.pop_back();
    if (!typed_.empty()) typed_.pop_back();
    needs_redraw_ = true;
    return true;
}

} // namespace rondix
