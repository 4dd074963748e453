#include "draw/png.hpp"

#include <png.h>

#include <cstdint>
#include <stdexcept>
#include <vector>

namespace rondix::draw {

namespace {

void append(png_structp png, png_bytep data, png_size_t length) {
    static_cast<std::string*>(png_get_io_ptr(png))
        ->append(reinterpret_cast<const char*>(data), length);
}

/// From Cairo's words, multiplied by their opacity, to bytes that are not.
void unpack(const std::uint32_t* from, int width, bool has_opacity, std::vector<png_byte>& row) {
    png_byte* to = row.data();
    for (int x = 0; x < width; ++x) {
        const std::uint32_t word = from[x];
        const std::uint32_t opacity = has_opacity ? word >> 24 : 255;
        for (const unsigned shift : {16U, 8U, 0U}) {
            const std::uint32_t part = word >> shift & 0xFF;
            const std::uint32_t whole =
                opacity == 255 || opacity == 0 ? part : (part * 255 + opacity / 2) / opacity;
            *to++ = static_cast<png_byte>(whole > 255 ? 255 : whole);
        }
        if (has_opacity) *to++ = static_cast<png_byte>(opacity);
    }
}

} // namespace

std::string png_of(cairo_surface_t* surface) {
    cairo_surface_flush(surface);
    const int width = cairo_image_surface_get_width(surface);
    const int height = cairo_image_surface_get_height(surface);
    const int stride = cairo_image_surface_get_stride(surface);
    const bool has_opacity = cairo_image_surface_get_format(surface) == CAIRO_FORMAT_ARGB32;
    const unsigned char* data = cairo_image_surface_get_data(surface);
    std::string bytes;
    std::vector<png_byte> row(static_cast<std::size_t>(width) * 4);
    png_structp png = png_create_write_struct(PNG_LIBPNG_VER_STRING, nullptr, nullptr, nullptr);
    png_infop info = png ? png_create_info_struct(png) : nullptr;
    if (!info || setjmp(png_jmpbuf(png))) { // NOLINT: how libpng reports
        png_destroy_write_struct(&png, &info);
        throw std::runtime_error("a picture cannot be written as PNG");
    }
    png_set_write_fn(png, &bytes, append, nullptr);
    png_set_compression_level(png, 3);
    png_set_filter(png, PNG_FILTER_TYPE_BASE, PNG_FILTER_NONE);
    png_set_IHDR(png, info, static_cast<png_uint_32>(width), static_cast<png_uint_32>(height), 8,
                 has_opacity ? PNG_COLOR_TYPE_RGB_ALPHA : PNG_COLOR_TYPE_RGB, PNG_INTERLACE_NONE,
                 PNG_COMPRESSION_TYPE_DEFAULT, PNG_FILTER_TYPE_DEFAULT);
    png_write_info(png, info);
    for (int y = 0; y < height; ++y) {
        unpack(
            reinterpret_cast<const std::uint32_t*>(data + static_cast<std::ptrdiff_t>(y) * stride),
            width, has_opacity, row);
        png_write_row(png, row.data());
    }
    png_write_end(png, nullptr);
    png_destroy_write_struct(&png, &info);
    return bytes;
}

} // namespace rondix::draw
