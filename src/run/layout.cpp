// The Runner's window: places are worked out anew whenever what they hang on changes.
#include "run/runner_core.hpp"

#include "place/absent.hpp"
#include "place/arrange.hpp"
#include "place/turn.hpp"
#include "place/window_rule.hpp"

#include <algorithm>

namespace rondix {

void RunnerCore::resize(float width, float height) {
    if (!(width >= 1) || !(height >= 1) || Size{width, height} == window_) return;
    window_ = {width, height};
    lay_out();
}

void RunnerCore::set_text_measurer(const TextMeasurer& text_measurer) {
    text_measurer_ = text_measurer.text ? text_measurer : estimating_measurer();
    lay_out();
}

void RunnerCore::set_translator(const Translator& translator) {
    translator_ = translator;
    find_names();
    lay_out();
}

void RunnerCore::set_mirrored(bool mirrored) {
    if (mirrored == mirrored_) return;
    mirrored_ = mirrored;
    lay_out();
}

void RunnerCore::lay_out() {
    needs_redraw_ = true;
    if (flow_.looks.screens.empty()) return;
    canvas_ = place::canvas_of(flow_.looks, window_.width, window_.height);
    for (std::size_t i = 0; i < flow_.looks.screens.size(); ++i) lay_out(ScreenId(i));
    for (std::size_t i = 0; i < lists_.size(); ++i) keep_in_view(list_controls_[i], lists_[i]);
    if (const ControlId in_focus = focus(); in_focus != no_control) bring_into_view(in_focus);
}

void RunnerCore::lay_out(ScreenId screen) {
    const std::span<Placed> places = boxes_of(screen);
    place::arrange(flow_, screen, canvas_, {text_measurer_, measured()}, places);
    if (mirrored_) place::mirror(canvas_, places);
    fit_scrolled(screen);
    lay_out_rows(screen);
}

/// What is hidden leaves no hole; so a screen is laid out anew where other controls are hidden by
/// now. Until it is opened again, a closed one stays as it was when it was last seen.
void RunnerCore::follow_hidden() {
    const ControlId in_focus = focus();
    focus_stood_ = in_focus == no_control ? Rect{} : bounds_of(in_focus);
    if (!some_hide_) return;
    const auto follow = [&](ScreenId screen) {
        if (screen == no_screen || !hides_[index(screen)]) return;
        if (!place::mark_absent(flow_, screen, now_, boxes_of(screen))) return;
        lay_out(screen);
        if (screen == now_.foremost() && in_focus != no_control) bring_into_view(in_focus);
    };
    for (std::size_t height = 0; height < now_.depth(); ++height) {
        follow(now_.screen_at(height));
        follow(now_.question_at(height));
    }
}

void RunnerCore::find_what_hides() {
    hides_.assign(flow_.looks.screens.size(), false);
    for (std::size_t i = 0; i < hides_.size(); ++i)
        hides_[i] = place::some_can_be_absent(flow_, ScreenId(i));
    some_hide_ = std::find(hides_.begin(), hides_.end(), true) != hides_.end();
}

std::span<Placed> RunnerCore::boxes_of(ScreenId screen) {
    const IndexRange boxes = flow_.looks.screens[index(screen)].boxes;
    return std::span(places_).subspan(boxes.begin, boxes.count);
}

Rect RunnerCore::bounds_of(ControlId control) const {
    return places_.empty() || !flow_.has(control) ? Rect{} : seen_at(body_[index(control)]);
}

std::span<const Placed> RunnerCore::places_of(ScreenId screen) const {
    if (places_.empty() || !flow_.has(screen)) return {};
    const IndexRange boxes = flow_.looks.screens[index(screen)].boxes;
    return std::span(places_).subspan(boxes.begin, boxes.count);
}

/// A rotated control is pressed where it is seen, and one that is scrolled only there.
bool RunnerCore::stands_on(ControlId control, Point point) const {
    if (places_.empty()) return false;
    const Rect bounds = bounds_of(control);
    if (const Rect* clip = clip_of(body_[index(control)]); clip && !clip->contains(point))
        return false;
    const BoxForm& form =
        flow_.looks.boxes[body_[index(control)]].forms[static_cast<std::size_t>(canvas_.shape)];
    if (form.rotate == 0) return bounds.contains(point);
    const float back = mirrored_ ? form.rotate : -form.rotate;
    return bounds.contains(place::turn_about(bounds.middle(), back)(point));
}

} // namespace rondix
