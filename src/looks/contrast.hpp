// Contrast of colours, and of what is drawn, as WCAG 2.2 defines it.
#pragma once

#include "rondix/runtime/look.hpp"

#include <cstdint>
#include <span>
#include <vector>

namespace rondix::looks {

/// What a text needs at least to be read (WCAG 2.2, 1.4.3), and what large ones do.
inline constexpr double least_contrast = 4.5;
inline constexpr double least_contrast_of_large = 3;

/// From 0 (black) to 1 (white), of 0xRRGGBB.
double luminance(std::uint32_t colour);

/// From 1 (alike) to 21 (black and white).
double contrast_of_light(double one_luminance, double other_luminance);
double contrast(std::uint32_t one, std::uint32_t other);

/// Of an ink with all pixels of a ground: the least but for one pixel in twenty.
double worst_contrast(std::uint32_t ink, std::span<const std::uint32_t> ground);

/// A colour as 0xRRGGBB, without its opacity.
std::uint32_t word_of(const Colour& colour);
/// Of such pixels.
std::uint32_t mean(std::span<const std::uint32_t> pixels);
/// A colour of this opacity over another.
std::uint32_t over(const Colour& ink, double opacity, std::uint32_t ground);

} // namespace rondix::looks
