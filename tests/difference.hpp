// How much two pictures of one size differ.
#pragma once

#include <algorithm>
#include <cstdint>
#include <cstdlib>
#include <vector>

namespace rondix::test {

/// 0xAARRGGBB, row by row.
using Pixels32 = std::vector<std::uint32_t>;

struct Difference {
    double mean = 0;        ///< of all parts of colours, as a share
    std::size_t beyond = 0; ///< pixels that differ by more than a tenth
};

inline int part_of_colour(std::uint32_t pixel, int part) {
    return static_cast<int>(pixel >> (8 * part) & 0xFF);
}

/// A pixel is beyond where it is further from all that the other picture has around this place than
/// a tenth, or at an edge than a quarter of its contrast: smooth edges may run a little otherwise,
/// and where letters touch, Cairo adds up their edges, which is a quarter more at most.
inline bool is_beyond(const Pixels32& one, const Pixels32& other, int width, int height, int x,
                      int y) {
    constexpr int tenth = 26; // of 255, and what rounding adds
    for (int part = 0; part < 3; ++part) {
        const int is = part_of_colour(one[static_cast<std::size_t>(y * width + x)], part);
        int least = 255, most = 0;
        for (int dy = -1; dy <= 1; ++dy)
            for (int dx = -1; dx <= 1; ++dx) {
                const int nx = std::clamp(x + dx, 0, width - 1);
                const int ny = std::clamp(y + dy, 0, height - 1);
                const int beside =
                    part_of_colour(other[static_cast<std::size_t>(ny * width + nx)], part);
                least = std::min(least, beside);
                most = std::max(most, beside);
            }
        const int contrast = std::max(most, is) - std::min(least, is);
        const int slack = std::max(tenth, contrast / 4);
        if (is < least - slack || is > most + slack) return true;
    }
    return false;
}

inline Difference difference(const Pixels32& one, const Pixels32& other, int width, int height) {
    Difference all;
    double sum = 0;
    for (int y = 0; y < height; ++y)
        for (int x = 0; x < width; ++x) {
            const auto at = static_cast<std::size_t>(y * width + x);
            int most = 0;
            for (int part = 0; part < 3; ++part) {
                const int off =
                    std::abs(part_of_colour(one[at], part) - part_of_colour(other[at], part));
                sum += off;
                most = std::max(most, off);
            }
            if (most > 26 && (is_beyond(one, other, width, height, x, y) ||
                              is_beyond(other, one, width, height, x, y)))
                ++all.beyond;
        }
    all.mean = sum / 3 / 255 / static_cast<double>(one.size());
    return all;
}

} // namespace rondix::test
