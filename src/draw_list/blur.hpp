// Blurred masks of boxes: the shadows of items, however they are drawn.
#pragma once

#include <cstddef>
#include <cstdint>
#include <vector>

namespace rondix {

/// By how many pixels a blurred box is larger on every side.
struct BlurSize {
    int radius = 0, margin = 0;
};
constexpr BlurSize blur_size(int blurred) {
    const int radius = blurred > 0 ? blurred / 3 : 0;
    return {radius, 3 * radius + 1};
}

/// Of opacities, a byte each. `line` is room for working in.
void blur(std::uint8_t* data, int width, int height, std::ptrdiff_t stride, int radius,
          std::vector<std::uint8_t>& line);

} // namespace rondix
