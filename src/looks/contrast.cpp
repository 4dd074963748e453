#include "looks/contrast.hpp"

#include <algorithm>
#include <array>
#include <cmath>

namespace rondix::looks {

namespace {

/// Of each value of a channel: its light.
const std::array<double, 256>& lights() {
    static const auto table = [] {
        std::array<double, 256> light{};
        for (std::size_t i = 0; i < light.size(); ++i) {
            const double share = static_cast<double>(i) / 255;
            light[i] = share <= 0.04045 ? share / 12.92 : std::pow((share + 0.055) / 1.055, 2.4);
        }
        return light;
    }();
    return table;
}

} // namespace

double luminance(std::uint32_t colour) {
    const auto& light = lights();
    return 0.2126 * light[colour >> 16 & 0xFF] + 0.7152 * light[colour >> 8 & 0xFF] +
           0.0722 * light[colour & 0xFF];
}

double contrast_of_light(double one, double other) {
    return (std::max(one, other) + 0.05) / (std::min(one, other) + 0.05);
}

double contrast(std::uint32_t one, std::uint32_t other) {
    return contrast_of_light(luminance(one), luminance(other));
}

double worst_contrast(std::uint32_t ink, std::span<const std::uint32_t> ground) {
    if (ground.empty()) return 21;
    const double own = luminance(ink);
    std::vector<double> all;
    all.reserve(ground.size());
    for (const std::uint32_t pixel : ground)
        all.push_back(contrast_of_light(own, luminance(pixel)));
    const auto worst = all.begin() + static_cast<std::ptrdiff_t>(all.size() / 20);
    std::nth_element(all.begin(), worst, all.end());
    return *worst;
}

std::uint32_t word_of(const Colour& colour) {
    const auto byte = [](float part) {
        return static_cast<std::uint32_t>(std::lround(part * 255));
    };
    return byte(colour.red) << 16 | byte(colour.green) << 8 | byte(colour.blue);
}

std::uint32_t mean(std::span<const std::uint32_t> pixels) {
    std::uint64_t sum[3] = {};
    for (const std::uint32_t pixel : pixels)
        for (unsigned i = 0; i < 3; ++i) sum[i] += pixel >> 8 * i & 0xFF;
    std::uint32_t word = 0;
    for (unsigned i = 0; i < 3 && !pixels.empty(); ++i)
        word |= static_cast<std::uint32_t>(sum[i] / pixels.size()) << 8 * i;
    return word;
}

std::uint32_t over(const Colour& ink, double opacity, std::uint32_t ground) {
    std::uint32_t word = 0;
    const std::uint32_t own = word_of(ink);
    for (unsigned i = 0; i < 3; ++i) {
        const double part =
            (own >> 8 * i & 0xFF) * opacity + (ground >> 8 * i & 0xFF) * (1 - opacity);
        word |= static_cast<std::uint32_t>(std::lround(part)) << 8 * i;
    }
    return word;
}

} // namespace rondix::looks
