// The pointer and fingers. The other half of rule 7 stands here: they act on coming up, on the
// control on which they went down; sliding off cancels. Each finger is told from the others, and a
// control that is down already takes no second press.
#include "run/runner_core.hpp"

#include "run/input_slots.hpp"

#include <algorithm>
#include <cmath>
#include <utility>

namespace rondix {

bool RunnerCore::is_pressed(ControlId control) const {
    const auto presses = [&](const Finger& finger) {
        return finger.on == control && !finger.drags;
    };
    return control != no_control &&
           (control == holding_ || std::any_of(std::begin(fingers_), std::end(fingers_), presses));
}

bool RunnerCore::pointer_moves(Point to, Device by) {
    if (now_.depth() == 0 || !std::isfinite(to.x) || !std::isfinite(to.y)) return false;
    note_input(by);
    Finger& finger = fingers_[hand_of(by)];
    const Acting acting(acting_, by);
    if (listening_ != no_control) return true;
    if (unfolded_.of != no_control) {
        if (const auto row = unfolded_row_at(to)) choose_unfolded(static_cast<int>(*row));
        return true;
    }
    if (finger.on != no_control && flow_[finger.on].kind == ControlKind::slider)
        return drag(finger.on, to);
    if (finger.bar && finger.on != no_control) return drag_row_bar(finger, to), true;
    if (drag_area(finger, to, by)) return true;
    if (finger.on != no_control && drag_rows(finger, to)) return true;
    const ControlId under = control_at(to);
    if (under != no_control && !in_play(flow_, now_)) choose_focus(under);
    if (under != no_control && flow_[under].kind == ControlKind::list)
        if (const auto row = row_at(under, to)) choose_row(under, *row);
    if (holding_ != no_control && holding_by_ == by && under != holding_) { // it slid off
        holding_ = no_control;
        turn_states(false);
    }
    return under != no_control;
}

bool RunnerCore::pointer_presses(Point at, Device by) {
    pointer_moves(at, by);
    Finger& finger = fingers_[hand_of(by)];
    let_go_of(std::exchange(finger, Finger{}));
    if (now_.depth() == 0 || !settled()) return false;
    const Acting acting(acting_, by);
    end_listening();
    if (unfolded_.of != no_control) {
        finger.folded = unfolded_row_at(at).has_value();
        if (!finger.folded) fold();
        return true;
    }
    if (press_bar(finger, at) || press_row_bar(finger, at)) return true;
    const ControlId on = control_at(at);
    if (typing_ != no_control && on != typing_) end_typing(true);
    finger.began = at;
    take_hold(finger, at);
    if (on == no_control || !usable(flow_, now_, on)) {
        finger.refused = refused_at(at);
        finger.beside = finger.refused == no_control && answers_any_key();
        return finger.refused != no_control || finger.beside;
    }
    if (is_pressed(on)) return true;
    finger.on = on;
    if (const ListState* list = list_of(on)) finger.scroll = list->scroll;
    if (flow_[on].kind == ControlKind::slider) drag(on, at);
    if (has_to_be_held(on)) begin_hold(on, by);
    turn_states(false);
    return true;
}

bool RunnerCore::pointer_releases(Point at, Device by) {
    const Finger began = std::exchange(fingers_[hand_of(by)], Finger{});
    if (now_.depth() == 0) return false;
    let_go_of(began);
    const bool held = holding_ != no_control && holding_by_ == by;
    if (held) holding_ = no_control;
    turn_states(false);
    const Acting acting(acting_, by);
    if (unfolded_.of != no_control) {
        if (began.folded && unfolded_row_at(at)) pick_unfolded();
        return true;
    }
    if (began.bar || (began.area != place::no_area && began.drags)) return true;
    if (began.refused != no_control) {
        if (refused_at(at) == began.refused) deny(began.refused);
        return true;
    }
    // Rule 6: where the screen answers any key, a press beside all controls is one.
    if (began.beside)
        return control_at(at) == no_control && refused_at(at) == no_control &&
               perform(Move::other_key());
    if (began.on == no_control || began.on != control_at(at)) return false;
    const ControlKind kind = flow_[began.on].kind;
    if (began.drags || held || has_to_be_held(began.on) || kind == ControlKind::slider) return true;
    if (kind == ControlKind::list && !row_at(began.on, at)) return true;
    return use(began.on);
}

bool RunnerCore::answers_any_key() const {
    return now_.question() == no_screen && flow_[now_.current()].any != unsaid;
}

ControlId RunnerCore::control_at(Point point) const {
    const IndexRange controls = flow_[now_.foremost()].controls;
    for (std::uint32_t i = controls.end(); i-- > controls.begin;) // what is drawn last is on top
        if (usable(flow_, now_, ControlId{i}) && stands_on(ControlId{i}, point))
            return ControlId{i};
    return no_control;
}

/// What is to be seen there and could be used, were its condition to hold.
ControlId RunnerCore::refused_at(Point point) const {
    const IndexRange controls = flow_[now_.foremost()].controls;
    for (std::uint32_t i = controls.end(); i-- > controls.begin;) {
        const ControlId control{i};
        if (is_usable_kind(flow_[control].kind) && shown(flow_, now_, control) &&
            !usable(flow_, now_, control) && stands_on(control, point))
            return control;
    }
    return no_control;
}

void RunnerCore::deny(ControlId control) {
    if (!has_room()) return;
    emit(EffectKind::denied, static_cast<std::uint32_t>(control));
    if (flow_.looks.boxes.empty()) return;
    const CueId cue = flow_.looks[flow_.looks.boxes[body_[index(control)]].style].denied;
    if (cue != no_cue) emit(EffectKind::cue, static_cast<std::uint32_t>(cue));
}

} // namespace rondix
