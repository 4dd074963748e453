#include "play/editor/slices_view.hpp"

#include "draw/screens/picture_files.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <cstdint>
#include <vector>

namespace rondix::tool {

namespace {
constexpr double margin = 12, words = 22;
const auto ground = draw::rgb(0xEFEAE0);
const auto edge = draw::rgb(0x12A594);
const auto ink = draw::rgb(0x23303A);
const auto cut = draw::rgb(0xE0457B);

/// What can be seen through, on the ground; colours are multiplied by their opacity already.
std::vector<std::uint32_t> over_ground(cairo_surface_t* pixels) {
    const int width = cairo_image_surface_get_width(pixels);
    const int height = cairo_image_surface_get_height(pixels);
    const unsigned char* data = cairo_image_surface_get_data(pixels);
    const std::uint32_t beneath[] = {0xE0, 0xEA, 0xEF}; // blue, green, red
    std::vector<std::uint32_t> seen;
    seen.reserve(static_cast<std::size_t>(width) * static_cast<std::size_t>(height));
    for (int y = 0; y < height; ++y)
        for (int x = 0; x < width; ++x) {
            const unsigned char* from =
                data + static_cast<std::ptrdiff_t>(y) * cairo_image_surface_get_stride(pixels) +
                static_cast<std::ptrdiff_t>(x) * 4;
            std::uint32_t pixel = 0xFF000000;
            for (unsigned part = 0; part < 3; ++part)
                pixel |= std::min(0xFFU, from[part] + beneath[part] * (255U - from[3]) / 255U)
                         << (8 * part);
            seen.push_back(pixel);
        }
    return seen;
}

} // namespace

void draw_slices(draw::Drawing& drawing, draw::Vec at, draw::Extents room, const std::string& file,
                 const Dress& dress) {
    draw::PictureFiles files({file}, true);
    const Size own = files.size(0);
    if (own.width <= 0 || own.height <= 0) return;
    const double by =
        std::min((room.width - 2 * margin) / static_cast<double>(own.width),
                 (room.height - 2 * margin - words) / static_cast<double>(own.height));
    const draw::Extents size{std::round(own.width * by), std::round(own.height * by)};
    cairo_surface_t* pixels =
        files.pixels(0, static_cast<int>(size.width), static_cast<int>(size.height), {1, 1, 1, 1});
    if (!pixels) return;
    cairo_surface_flush(pixels);
    drawing.box(at, room, 6, ground);
    drawing.frame(at, room, 6, edge, 1);
    const draw::Vec corner{at.x + (room.width - size.width) / 2, at.y + margin};
    std::vector<std::uint32_t> seen = over_ground(pixels);
    drawing.image(corner, size,
                  {seen.data(), cairo_image_surface_get_width(pixels),
                   cairo_image_surface_get_height(pixels),
                   cairo_image_surface_get_width(pixels) * 4});
    const Sides& slices = dress.slices;
    for (const double x : {slices[0] * by, size.width - slices[2] * by})
        if (slices[0] + slices[2] > 0)
            drawing.box({corner.x + x - 0.5, corner.y - 4}, {1, size.height + 8}, 0, cut);
    for (const double y : {slices[1] * by, size.height - slices[3] * by})
        if (slices[1] + slices[3] > 0)
            drawing.box({corner.x - 4, corner.y + y - 0.5}, {size.width + 8, 1}, 0, cut);
    const std::string said = slices == Sides{}
                                 ? "no slices"
                                 : fmt::format("slices {:.0f} {:.0f} {:.0f} {:.0f}", slices[0],
                                               slices[1], slices[2], slices[3]);
    drawing.text({at.x + margin, at.y + room.height - words}, said, {12}, ink);
}

} // namespace rondix::tool
