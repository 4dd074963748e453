#include "draw/shadows.hpp"

#include "draw_list/blur.hpp"

#include <algorithm>
#include <cstdint>
#include <numbers>
#include <vector>

namespace rondix::draw {

namespace {

constexpr std::size_t max_kept = 128;

void blur(cairo_surface_t* mask, int radius) {
    cairo_surface_flush(mask);
    std::vector<std::uint8_t> line;
    rondix::blur(cairo_image_surface_get_data(mask), cairo_image_surface_get_width(mask),
                 cairo_image_surface_get_height(mask), cairo_image_surface_get_stride(mask), radius,
                 line);
    cairo_surface_mark_dirty(mask);
}

} // namespace

void rounded_path(cairo_t* context, double x, double y, double width, double height,
                  double corner) {
    corner = std::max(0.0, std::min({corner, width / 2, height / 2}));
    cairo_new_path(context);
    if (corner <= 0) {
        cairo_rectangle(context, x, y, width, height);
        return;
    }
    constexpr double quarter = std::numbers::pi / 2;
    const double right = x + width - corner;
    const double bottom = y + height - corner;
    cairo_arc(context, right, y + corner, corner, -quarter, 0);
    cairo_arc(context, right, bottom, corner, 0, quarter);
    cairo_arc(context, x + corner, bottom, corner, quarter, 2 * quarter);
    cairo_arc(context, x + corner, y + corner, corner, 2 * quarter, 3 * quarter);
    cairo_close_path(context);
}

Shadows::Shadow Shadows::of(int width, int height, int corner, int blurred) {
    const auto [radius, margin] = blur_size(blurred);
    if (kept_.size() > max_kept) kept_.clear();
    auto& mask = kept_[{width, height, corner, blurred}];
    if (!mask) {
        mask.reset(
            cairo_image_surface_create(CAIRO_FORMAT_A8, width + 2 * margin, height + 2 * margin));
        const Held<cairo_t> context(cairo_create(mask.get()));
        rounded_path(context.get(), margin, margin, width, height, corner);
        cairo_set_source_rgba(context.get(), 0, 0, 0, 1);
        cairo_fill(context.get());
        if (radius > 0) blur(mask.get(), radius);
    }
    return {mask.get(), margin};
}

} // namespace rondix::draw
