#include "draw_list/resample.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <cstddef>
#include <vector>

namespace rondix::draw_list {

namespace {

/// What of a line of pixels goes into one of another line: a few neighbours, and how much of each.
struct Tap {
    int first = 0;
    std::vector<float> weights;
};

/// A tent as wide as a pixel of whichever line is coarser.
std::vector<Tap> taps_of(int from, int to) {
    std::vector<Tap> taps(static_cast<std::size_t>(to));
    const double step = static_cast<double>(from) / to;
    const double reach = std::max(step, 1.0);
    for (int i = 0; i < to; ++i) {
        Tap& tap = taps[static_cast<std::size_t>(i)];
        const double middle = (i + 0.5) * step - 0.5;
        const int first = static_cast<int>(std::ceil(middle - reach));
        const int last = static_cast<int>(std::floor(middle + reach));
        tap.first = first;
        double sum = 0;
        for (int k = first; k <= last; ++k) {
            const double weight = std::max(1 - std::abs(k - middle) / reach, 0.0);
            tap.weights.push_back(static_cast<float>(weight));
            sum += weight;
        }
        for (float& weight : tap.weights) weight = static_cast<float>(weight / sum);
    }
    return taps;
}

using Parts = std::array<float, 4>; // multiplied by alpha

Parts mixed(const Tap& tap, int length, const auto& at) {
    Parts sum{};
    for (std::size_t i = 0; i < tap.weights.size(); ++i) {
        const Parts one = at(std::clamp(tap.first + static_cast<int>(i), 0, length - 1));
        for (std::size_t part = 0; part < 4; ++part) sum[part] += tap.weights[i] * one[part];
    }
    return sum;
}

/// Lines that have been made as wide as they shall be: the last few, as many as go into one.
class Lines {
  public:
    Lines(const PlainPixels& from, const std::vector<Tap>& across, const std::vector<Tap>& down)
        : from_(from)
        , across_(across) {
        for (const Tap& tap : down) kept_ = std::max(kept_, tap.weights.size());
        pixels_.resize(kept_ * across.size());
        rows_.assign(kept_, -1);
    }

    const Parts& at(int row, int column) {
        const std::size_t place = static_cast<std::size_t>(row) % kept_;
        if (rows_[place] != row) make(row, place);
        return pixels_[place * across_.size() + static_cast<std::size_t>(column)];
    }

  private:
    void make(int row, std::size_t place) {
        rows_[place] = row;
        Parts* to = pixels_.data() + place * across_.size();
        for (const Tap& tap : across_)
            *to++ = mixed(tap, from_.width, [&](int column) {
                const std::uint8_t* pixel =
                    from_.pixels + 4 * (std::ptrdiff_t{row} * from_.width + column);
                const float alpha = static_cast<float>(pixel[3]) / 255;
                return Parts{static_cast<float>(pixel[0]) * alpha,
                             static_cast<float>(pixel[1]) * alpha,
                             static_cast<float>(pixel[2]) * alpha, alpha};
            });
    }

    const PlainPixels& from_;
    const std::vector<Tap>& across_;
    std::size_t kept_ = 1;
    std::vector<Parts> pixels_;
    std::vector<int> rows_; // which one stands in each place
};

} // namespace

void resample(const PlainPixels& from, int width, int height, std::uint8_t* to) {
    if (width == from.width && height == from.height) {
        std::copy_n(from.pixels,
                    std::size_t{4} * static_cast<std::size_t>(width) *
                        static_cast<std::size_t>(height),
                    to);
        return;
    }
    const std::vector<Tap> across = taps_of(from.width, width), down = taps_of(from.height, height);
    Lines lines(from, across, down);
    for (int y = 0; y < height; ++y) {
        const Tap& tap = down[static_cast<std::size_t>(y)];
        for (int x = 0; x < width; ++x) {
            const Parts sum = mixed(tap, from.height, [&](int row) { return lines.at(row, x); });
            std::uint8_t* pixel = to + 4 * (std::ptrdiff_t{y} * width + x);
            const auto byte = [](float value) {
                return static_cast<std::uint8_t>(std::lround(std::clamp(value, 0.0F, 255.0F)));
            };
            for (std::size_t part = 0; part < 3; ++part)
                pixel[part] = sum[3] > 0 ? byte(sum[part] / sum[3]) : std::uint8_t{0};
            pixel[3] = byte(sum[3] * 255);
        }
    }
}

void colour_unseen(std::uint8_t* pixels, int width, int height) {
    const auto at = [&](int x, int y) { return pixels + 4 * (std::ptrdiff_t{y} * width + x); };
    for (int y = 0; y < height; ++y)
        for (int x = 0; x < width; ++x) {
            std::uint8_t* pixel = at(x, y);
            if (pixel[3] != 0) continue;
            for (int dy = -1; dy <= 1; ++dy)
                for (int dx = -1; dx <= 1; ++dx) {
                    if (x + dx < 0 || x + dx >= width || y + dy < 0 || y + dy >= height) continue;
                    const std::uint8_t* beside = at(x + dx, y + dy);
                    if (beside[3] != 0) std::copy_n(beside, 3, pixel);
                }
        }
}

} // namespace rondix::draw_list
