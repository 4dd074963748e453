#include "draw/shadows.hpp"

#include <algorithm>
#include <cstdint>
#include <numbers>
#include <vector>

namespace rondix::draw {

namespace {

constexpr std::size_t max_kept = 128;

/// The mean over a window that slides along each line: three times over is close to a Gaussian
/// (W. M. Wells, "Efficient synthesis of Gaussian filters by cascaded uniform filters", 1986).
void blur_lines(std::uint8_t* data, int count, int length, std::ptrdiff_t to_next,
                std::ptrdiff_t to_next_line, int radius, std::vector<std::uint8_t>& line) {
    const int window = 2 * radius + 1;
    for (int i = 0; i < count; ++i, data += to_next_line) {
        for (int k = 0; k < length; ++k) line[static_cast<std::size_t>(k)] = data[k * to_next];
        const auto at = [&](int k) {
            return k < 0 || k >= length ? 0 : static_cast<int>(line[static_cast<std::size_t>(k)]);
        };
        int sum = 0;
        for (int k = -radius; k <= radius; ++k) sum += at(k);
        for (int k = 0; k < length; ++k) {
            data[k * to_next] = static_cast<std::uint8_t>((sum + window / 2) / window);
            sum += at(k + radius + 1) - at(k - radius);
        }
    }
}

void blur(cairo_surface_t* mask, int radius) {
    cairo_surface_flush(mask);
    const int width = cairo_image_surface_get_width(mask);
    const int height = cairo_image_surface_get_height(mask);
    const int stride = cairo_image_surface_get_stride(mask);
    std::uint8_t* data = cairo_image_surface_get_data(mask);
    std::vector<std::uint8_t> line(static_cast<std::size_t>(std::max(width, height)));
    for (int pass = 0; pass < 3; ++pass) {
        blur_lines(data, height, width, 1, stride, radius, line);
        blur_lines(data, width, height, stride, 1, radius, line);
    }
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
    const int radius = std::max(blurred / 3, 0);
    const int margin = 3 * radius + 1;
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
