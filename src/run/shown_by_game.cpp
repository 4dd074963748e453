// What the game shows in controls with `shows: game`: a text, a value, a share and a picture. Until
// it sets one, what the flow says stands there. Room is made for what the flow says alone, so that
// nothing moves when the game sets another.
#include "run/runner_core.hpp"

#include "logic/letters.hpp"

#include <algorithm>

namespace rondix {

void RunnerCore::make_room_for_shown() {
    shown_of_.assign(flow_.controls.size(), never);
    for (std::size_t i = 0; i < flow_.controls.size(); ++i) {
        if (flow_.controls[i].shows != Shows::game) continue;
        shown_of_[i] = static_cast<std::uint32_t>(shown_.size());
        ShownByGame& shown = shown_.emplace_back();
        shown.text.value.reserve(Runner::longest_shown * 4);
        shown.value.value.reserve(Runner::longest_shown * 4);
    }
}

const RunnerCore::ShownByGame* RunnerCore::shown_in(ControlId control) const {
    const std::uint32_t number = flow_.has(control) ? shown_of_[index(control)] : never;
    return number == never ? nullptr : &shown_[number];
}

RunnerCore::ShownByGame* RunnerCore::to_show_in(ControlId control) {
    return const_cast<ShownByGame*>(shown_in(control));
}

/// Most games say the same in every frame: that asks for no new picture.
template <class T, class Value>
void RunnerCore::say(Said<T>& what, Value value) {
    if (what.is_set && what.value == value) return;
    what.value = value;
    what.is_set = needs_redraw_ = true;
}

bool RunnerCore::set_shown_text(ControlId control, std::string_view text) {
    ShownByGame* shown = to_show_in(control);
    if (shown) say(shown->text, shortened(text, Runner::longest_shown));
    return shown != nullptr;
}

bool RunnerCore::set_shown_value(ControlId control, std::string_view text) {
    ShownByGame* shown = to_show_in(control);
    if (shown) say(shown->value, shortened(text, Runner::longest_shown));
    return shown != nullptr;
}

bool RunnerCore::set_shown_share(ControlId control, float share) {
    ShownByGame* shown = to_show_in(control);
    if (shown) say(shown->share, share > 0 ? std::min(share, 1.0F) : 0.0F); // NaN counts as 0
    return shown != nullptr;
}

bool RunnerCore::set_shown_picture(ControlId control, PictureId picture) {
    const bool known =
        picture == no_picture || is_own(picture) || index(picture) < flow_.looks.pictures.size();
    ShownByGame* shown = known ? to_show_in(control) : nullptr;
    if (shown) say(shown->picture, picture);
    return shown != nullptr;
}

void RunnerCore::show_by_game(const Box& box, Item& item) const {
    const ShownByGame& shown = *shown_in(box.control);
    const bool body = box.role == BoxRole::control;
    const bool picture =
        body ? flow_[box.control].kind == ControlKind::picture : box.role == BoxRole::shown_picture;
    if (picture && shown.picture.is_set) item.picture = shown.picture.value;
    const Said<std::string>& text = body ? shown.text : shown.value;
    if (text.is_set && (body || box.role == BoxRole::value)) {
        item.text = text.value;
        fit_text(item);
    }
    if (box.role == BoxRole::track || box.role == BoxRole::knob)
        item.amount = shown.share.is_set ? shown.share.value : box.share;
}

} // namespace rondix
