// Pictures in the Quite OK Image Format (D. Szablewski, "The QOI File Format Specification", 1.0,
// 2022): nearly as small as PNG for drawn pictures, and read in a few lines.
#pragma once

#include <cstddef>
#include <cstdint>
#include <span>
#include <string>

namespace rondix::draw_list {

/// The size that a file says; nothing (0, 0) for what is no such file.
struct QoiSize {
    std::uint32_t width = 0, height = 0;
};
QoiSize qoi_size(std::span<const std::uint8_t> file);

/// Fills four bytes a pixel: red, green, blue, alpha. False: the file ends too early.
bool read_qoi(std::span<const std::uint8_t> file, std::span<std::uint8_t> pixels);

std::string write_qoi(std::span<const std::uint8_t> pixels, std::uint32_t width,
                      std::uint32_t height);

} // namespace rondix::draw_list
