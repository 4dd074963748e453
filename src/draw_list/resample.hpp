// A picture in another size.
#pragma once

#include <cstdint>

namespace rondix::draw_list {

/// Four bytes a pixel: red, green, blue, alpha, not multiplied.
struct PlainPixels {
    const std::uint8_t* pixels = nullptr;
    int width = 0, height = 0;
};

/// Each pixel is the mean of what it covers; where the picture is made larger, of what is nearest,
/// by how near it is. What is not seen has no say in colours.
void resample(const PlainPixels& from, int width, int height, std::uint8_t* to);

/// A pixel that is not seen gets the colour of one beside it, which filters mix it with.
void colour_unseen(std::uint8_t* pixels, int width, int height);

} // namespace rondix::draw_list
