// Cairo's pixels as a draw list takes them.
#pragma once

#include "draw/cairo.hpp"

#include <algorithm>
#include <cstddef>
#include <cstdint>

namespace rondix::draw {

/// From colours multiplied by their opacity to plain ones.
inline void put_plain(std::uint32_t pixel, std::uint8_t* to) {
    const std::uint32_t opacity = pixel >> 24;
    const auto part = [&](unsigned shift) {
        if (opacity == 0) return std::uint8_t{0};
        const std::uint32_t plain = ((pixel >> shift & 0xFF) * 255 + opacity / 2) / opacity;
        return static_cast<std::uint8_t>(std::min(plain, 255u));
    };
    to[0] = part(16);
    to[1] = part(8);
    to[2] = part(0);
    to[3] = static_cast<std::uint8_t>(opacity);
}

/// Of a whole surface: four bytes a pixel, red, green, blue, alpha.
inline void put_plain(cairo_surface_t* drawn, std::uint8_t* to) {
    cairo_surface_flush(drawn);
    const unsigned char* data = cairo_image_surface_get_data(drawn);
    const int width = cairo_image_surface_get_width(drawn);
    const int height = cairo_image_surface_get_height(drawn);
    const int stride = cairo_image_surface_get_stride(drawn);
    for (int y = 0; y < height; ++y) {
        const auto* row = reinterpret_cast<const std::uint32_t*>(data + std::ptrdiff_t{y} * stride);
        for (int x = 0; x < width; ++x) put_plain(row[x], to + 4 * (std::ptrdiff_t{y} * width + x));
    }
}

} // namespace rondix::draw
