// The Runner's window: places are worked out anew whenever what they hang on changes.
#include "run/runner_core.hpp"

#include "place/arrange.hpp"
#include "place/turn.hpp"
#include "place/window_rule.hpp"

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
    const place::Measures measures{text_measurer_, translator()};
    for (std::size_t i = 0; i < flow_.looks.screens.size(); ++i) {
        const IndexRange boxes = flow_.looks.screens[i].boxes;
        const auto places = std::span(places_).subspan(boxes.begin, boxes.count);
        place::arrange(flow_, ScreenId(i), canvas_, measures, places);
        if (mirrored_) place::mirror(canvas_, places);
    }
}

Rect RunnerCore::bounds_of(ControlId control) const {
    return places_.empty() || !flow_.has(control) ? Rect{} : places_[body_[index(control)]].rect;
}

std::span<const Placed> RunnerCore::places_of(ScreenId screen) const {
    if (places_.empty() || !flow_.has(screen)) return {};
    const IndexRange boxes = flow_.looks.screens[index(screen)].boxes;
    return std::span(places_).subspan(boxes.begin, boxes.count);
}

/// A rotated control is pressed where it is seen.
bool RunnerCore::stands_on(ControlId control, Point point) const {
    if (places_.empty()) return false;
    const Rect bounds = bounds_of(control);
    const BoxForm& form =
        flow_.looks.boxes[body_[index(control)]].forms[static_cast<std::size_t>(canvas_.shape)];
    if (form.rotate == 0) return bounds.contains(point);
    const float back = mirrored_ ? form.rotate : -form.rotate;
    return bounds.contains(place::turn_about(bounds.middle(), back)(point));
}

} // namespace rondix
