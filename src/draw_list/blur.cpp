#include "draw_list/blur.hpp"

#include <algorithm>

namespace rondix {

namespace {

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

} // namespace

void blur(std::uint8_t* data, int width, int height, std::ptrdiff_t stride, int radius,
          std::vector<std::uint8_t>& line) {
    line.resize(static_cast<std::size_t>(std::max(width, height)));
    for (int pass = 0; pass < 3; ++pass) {
        blur_lines(data, height, width, 1, stride, radius, line);
        blur_lines(data, width, height, stride, 1, radius, line);
    }
}

} // namespace rondix
