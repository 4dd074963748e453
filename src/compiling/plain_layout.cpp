#include "compiling/plain_layout.hpp"

#include <algorithm>

namespace rondix::plain {

namespace {

// Shares of the design's height, but for widths.
constexpr float heading_top = 0.08F;
constexpr float region_top = 0.21F;
constexpr float region_edge = 0.04F;
constexpr float region_foot = 0.12F;
constexpr float progress_foot = 0.07F;
constexpr float bar_height = 0.015F;
constexpr float column_gap = 0.018F; // of the shorter side
constexpr float column_width = 0.34F;
constexpr float tall_column_width = 0.72F;

bool is_tall(Size design) {
    return design.height > design.width;
}

float width_of_column(Size design) {
    return design.width * (is_tall(design) ? tall_column_width : column_width);
}

Span stretched(float before, float after) {
    return {.extent = Extent::stretch, .margin_start = before, .margin_end = after};
}

} // namespace

BoxForm whole() {
    return {.across = stretched(0, 0), .down = stretched(0, 0)};
}

BoxForm heading(Size design) {
    const float edge = design.width * region_edge;
    return {.across = stretched(edge, edge),
            .down = {.anchor = Edge::start, .offset = design.height * heading_top}};
}

BoxForm heading_in_column(Size design) {
    BoxForm form;
    form.padding = {0, 0, 0, std::min(design.width, design.height) * column_gap};
    return form;
}

BoxForm region(Size design, bool under_heading) {
    const float edge = std::min(design.width, design.height) * region_edge;
    const float top = under_heading ? design.height * region_top : edge;
    const float foot = under_heading ? design.height * region_foot : edge;
    return {.across = stretched(edge, edge), .down = stretched(top, foot)};
}

BoxForm column(Size design) {
    BoxForm form;
    form.arrangement = Arrangement::column;
    form.align_fill = true;
    form.across = {.extent = Extent::fixed, .size = width_of_column(design)};
    form.gap_down = std::min(design.width, design.height) * column_gap;
    return form;
}

BoxForm progress(Size design) {
    BoxForm form;
    form.across = {.extent = Extent::fixed, .size = width_of_column(design)};
    form.down = {.extent = Extent::fixed,
                 .anchor = Edge::end,
                 .offset = -design.height * progress_foot,
                 .size = design.height * bar_height};
    return form;
}

namespace {
/// So many units of a design that is 720 high.
float units(Size design, float count) {
    return std::min(design.width, design.height) / 720 * count;
}
} // namespace

BoxForm value(Size design) {
    return {.across = {.anchor = Edge::end, .offset = -units(design, 20)}};
}

/// It stands clear of the value.
BoxForm track(Size design, std::size_t letters_of_value) {
    const float further = letters_of_value <= 3 ? 0 : 14 * static_cast<float>(letters_of_value - 3);
    return {.across = {.extent = Extent::fixed,
                       .anchor = Edge::end,
                       .offset = -units(design, 96 + further),
                       .size = units(design, 150)},
            .down = {.extent = Extent::fixed, .size = units(design, 10)}};
}

BoxForm knob(Size design) {
    return {.across = {.extent = Extent::fixed, .size = units(design, 22)},
            .down = {.extent = Extent::fixed, .size = units(design, 22)}};
}

} // namespace rondix::plain
