// What there is to draw: the open screens from the lowest that can be seen up to the current one.
#include "rondix/runner.hpp"

#include "place/column.hpp"

namespace rondix {

std::span<const Item> Runner::view() {
    items_.clear();
    if (now_.depth() == 0) return items_;
    std::size_t lowest = now_.depth() - 1;
    while (lowest > 0 && flow_[now_.screen_at(lowest)].shade != covers) --lowest;
    for (std::size_t height = lowest; height < now_.depth(); ++height) add_screen_items(height);
    if (notice_left_ > 0) {
        const auto width = static_cast<float>(flow_.design_width);
        const auto height = static_cast<float>(flow_.design_height);
        items_.push_back({.kind = ItemKind::notice,
                          .place = place::notice_band(width, height),
                          .text = flow_.text(flow_.words[notice_]),
                          .screen = now_.current()});
    }
    return items_;
}

void Runner::add_screen_items(std::size_t height) {
    const ScreenId id = now_.screen_at(height);
    const Screen& screen = flow_[id];
    const auto width = static_cast<float>(flow_.design_width);
    const auto tall = static_cast<float>(flow_.design_height);
    if (height > 0 && screen.shade != covers)
        items_.push_back({.kind = ItemKind::shade,
                          .place = {0, 0, width, tall},
                          .amount = static_cast<float>(screen.shade) / 100.0F,
                          .screen = id});
    if (screen.title.length > 0)
        items_.push_back({.kind = ItemKind::title,
                          .place = place::title_band(width, tall),
                          .text = flow_.text(screen.title),
                          .screen = id});
    for (std::uint32_t i = screen.controls.begin; i < screen.controls.end(); ++i) {
        const Control& control = flow_.controls[i];
        const bool label = control.kind == ControlKind::label;
        items_.push_back({.kind = label ? ItemKind::label : ItemKind::button,
                          .look = look_of(ControlId{i}),
                          .place = places_[i],
                          .text = flow_.text(control.text),
                          .screen = id,
                          .control = ControlId{i}});
    }
    if (height == 0 && now_.phase() == Phase::loading)
        items_.push_back({.kind = ItemKind::progress,
                          .place = place::notice_band(width, tall),
                          .amount = progress_,
                          .screen = id});
}

Look Runner::look_of(ControlId control) const {
    const Control& row = flow_[control];
    if (row.kind == ControlKind::label) return Look::rest;
    if (!is_true(flow_, now_, row.when)) return Look::disabled;
    if (row.screen != now_.current()) return Look::rest;
    if (control == pressed_) return Look::pressed;
    return control == focus() ? Look::focused : Look::rest;
}

} // namespace rondix
