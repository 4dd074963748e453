// How the pictures follow the menu state: each control on its way between states, each screen on
// its way in or out. None of it is asked when a move is done.
#include "run/runner_core.hpp"

#include <algorithm>

namespace rondix {

void RunnerCore::set_motion(bool moves) {
    moves_ = moves;
    if (!moves) advance_pictures(3600);
}

/// After a change of screens: what was closed goes out, what was opened comes in.
void RunnerCore::update_screen_animation() {
    if (flow_.looks.screens.empty()) return;
    for (std::size_t height = 0; height < before_.depth(); ++height) {
        for (const ScreenId id : {before_.screen_at(height), before_.question_at(height)}) {
            if (id == no_screen || is_shown(now_, id)) continue;
            screen_animation_[index(id)].leave(flow_.looks.screens[index(id)].leaves);
            if (screen_animation_[index(id)].seen()) leaving_.push_back(id);
        }
    }
    for (std::size_t height = 0; height < now_.depth(); ++height)
        for (const ScreenId id : {now_.screen_at(height), now_.question_at(height)})
            if (id != no_screen &&
                screen_animation_[index(id)].enter(flow_.looks.screens[index(id)].enters))
                turn_states_of(id, true);
    std::erase_if(leaving_, [this](ScreenId id) { return is_shown(now_, id); });
    if (!moves_) advance_pictures(3600);
}

std::size_t RunnerCore::lowest_seen() const {
    std::size_t lowest = now_.depth() - 1;
    while (lowest > 0 && (flow_[now_.screen_at(lowest)].dim != covers ||
                          screen_animation_[index(now_.screen_at(lowest))].moving()))
        --lowest;
    return lowest;
}

void RunnerCore::turn_states(bool at_once) {
    if (now_.depth() == 0) return;
    needs_redraw_ = true;
    for (std::size_t height = lowest_seen(); height < now_.depth(); ++height) {
        turn_states_of(now_.screen_at(height), at_once);
        if (now_.question_at(height) != no_screen)
            turn_states_of(now_.question_at(height), at_once);
    }
}

void RunnerCore::turn_states_of(ScreenId screen, bool at_once) {
    const IndexRange controls = flow_[screen].controls;
    if (!screen_animation_[index(screen)].seen())
        at_once = true; // it opens as it is, without a sound
    for (std::uint32_t i = controls.begin; i < controls.end(); ++i) {
        const LookState state = state_of(ControlId{i});
        if (at_once || flow_.looks.boxes.empty()) {
            states_[i].set(state);
            continue;
        }
        const Style& style = flow_.looks[flow_.looks.boxes[body_[i]].style];
        if (!states_[i].turn_to(state, moves_ ? style.change : Transition{})) continue;
        if (!moves_) states_[i].set(state);
        const CueId cue = style.dresses[static_cast<std::size_t>(state)].cue;
        if (cue != no_cue && screen == now_.foremost() && has_room())
            emit(EffectKind::cue, static_cast<std::uint32_t>(cue));
    }
}

LookState RunnerCore::state_of(ControlId control) const {
    const Control& row = flow_[control];
    if (!is_usable_kind(row.kind)) return LookState::rest;
    if (!is_true(flow_, now_, row.when)) return LookState::disabled;
    if (row.screen != now_.foremost()) return LookState::rest;
    if (is_pressed(control)) return LookState::pressed;
    if (control == focus()) return LookState::focused;
    const bool on = row.kind == ControlKind::toggle ? value_of(row.setting) == 1
                                                    : turns_to_what_is_shown(control);
    return on ? LookState::on : LookState::rest;
}

/// A button that turns to the page that is shown already: it is the one that is on.
bool RunnerCore::turns_to_what_is_shown(ControlId control) const {
    const ActionId press = flow_[control].press;
    if (flow_[control].kind != ControlKind::button || press == unsaid) return false;
    const IndexRange alternatives = flow_[press].alternatives;
    if (alternatives.count != 1) return false;
    const IndexRange steps = flow_.alternatives[alternatives.begin].steps;
    if (steps.count != 1) return false;
    const Step& step = flow_.steps[steps.begin];
    return step.kind == StepKind::turn && step.value < previous_page &&
           page_of(flow_, now_, PagesId(step.subject)) == step.value;
}

void RunnerCore::advance_pictures(double time) {
    if (!(time > 0)) return;
    const auto seconds = static_cast<float>(std::min(time, 3600.0));
    measure_fingers(seconds);
    if (!pictures_move()) return;
    needs_redraw_ = true;
    for (StateChange& state : states_) state.advance(seconds);
    move_areas(seconds);
    for (ScreenAnimation& screen_animation : screen_animation_) screen_animation.advance(seconds);
    std::erase_if(leaving_, [this](ScreenId id) { return !screen_animation_[index(id)].seen(); });
}

bool RunnerCore::pictures_move() const {
    return std::any_of(states_.begin(), states_.end(),
                       [](auto& state) { return state.moving(); }) ||
           std::any_of(screen_animation_.begin(), screen_animation_.end(),
                       [](auto& screen_animation) { return screen_animation.moving(); }) ||
           areas_move();
}

} // namespace rondix
