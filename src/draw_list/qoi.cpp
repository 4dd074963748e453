#include "draw_list/qoi.hpp"

#include <array>
#include <cstring>

namespace rondix::draw_list {

namespace {

constexpr std::size_t header = 14;
constexpr std::array<std::uint8_t, 8> ending = {0, 0, 0, 0, 0, 0, 0, 1};
constexpr std::uint8_t plain = 0xFE, plain_with_alpha = 0xFF; // all bytes of a pixel follow
constexpr std::uint8_t seen = 0x00, near = 0x40, further = 0x80, again = 0xC0; // two bits, six more
constexpr int longest_run = 62;

using Pixel = std::array<std::uint8_t, 4>;

std::size_t place_of(const Pixel& pixel) {
    return (pixel[0] * 3u + pixel[1] * 5u + pixel[2] * 7u + pixel[3] * 11u) % 64;
}

std::uint32_t number_at(std::span<const std::uint8_t> file, std::size_t at) {
    return std::uint32_t{file[at]} << 24 | std::uint32_t{file[at + 1]} << 16 |
           std::uint32_t{file[at + 2]} << 8 | file[at + 3];
}

std::uint8_t moved(std::uint8_t part, int by) {
    return static_cast<std::uint8_t>(part + by);
}

} // namespace

QoiSize qoi_size(std::span<const std::uint8_t> file) {
    if (file.size() < header || std::memcmp(file.data(), "qoif", 4) != 0) return {};
    return {number_at(file, 4), number_at(file, 8)};
}

bool read_qoi(std::span<const std::uint8_t> file, std::span<std::uint8_t> pixels) {
    std::array<Pixel, 64> known{};
    Pixel now = {0, 0, 0, 255};
    std::size_t at = header;
    int run = 0;
    for (std::size_t to = 0; to + 4 <= pixels.size(); to += 4) {
        if (run > 0) {
            --run;
        } else {
            if (at >= file.size()) return false;
            const std::uint8_t first = file[at++];
            const int rest = first & 0x3F;
            const std::size_t follow = first == plain              ? 3
                                       : first == plain_with_alpha ? 4
                                       : (first & 0xC0) == further ? 1
                                                                   : 0;
            if (file.size() - at < follow) return false;
            if (first == plain || first == plain_with_alpha) {
                std::memcpy(now.data(), file.data() + at, follow);
            } else if ((first & 0xC0) == seen) {
                now = known[static_cast<std::size_t>(rest)];
            } else if ((first & 0xC0) == near) {
                now[0] = moved(now[0], (rest >> 4) - 2);
                now[1] = moved(now[1], (rest >> 2 & 3) - 2);
                now[2] = moved(now[2], (rest & 3) - 2);
            } else if ((first & 0xC0) == further) {
                const int green = rest - 32;
                now[0] = moved(now[0], green + (file[at] >> 4) - 8);
                now[1] = moved(now[1], green);
                now[2] = moved(now[2], green + (file[at] & 15) - 8);
            } else {
                run = rest;
            }
            at += follow;
            known[place_of(now)] = now;
        }
        std::memcpy(pixels.data() + to, now.data(), 4);
    }
    return true;
}

std::string write_qoi(std::span<const std::uint8_t> pixels, std::uint32_t width,
                      std::uint32_t height) {
    std::string out = "qoif";
    const auto put = [&](int byte) { out += static_cast<char>(byte); };
    for (const std::uint32_t side : {width, height})
        for (int shift = 24; shift >= 0; shift -= 8) put(static_cast<int>(side >> shift & 0xFF));
    put(4); // with alpha
    put(0); // sRGB
    std::array<Pixel, 64> known{};
    Pixel before = {0, 0, 0, 255};
    int run = 0;
    const auto end_run = [&] {
        if (run > 0) put(again | (run - 1));
        run = 0;
    };
    for (std::size_t from = 0; from + 4 <= pixels.size(); from += 4) {
        Pixel now;
        std::memcpy(now.data(), pixels.data() + from, 4);
        if (now == before) {
            if (++run == longest_run) end_run();
            continue;
        }
        end_run();
        const std::size_t place = place_of(now);
        const auto off = [&](std::size_t part) {
            return static_cast<int>(static_cast<std::int8_t>(now[part] - before[part]));
        };
        const int red = off(0), green = off(1), blue = off(2);
        const auto within = [](int value, int least, int most) {
            return value >= least && value <= most;
        };
        if (known[place] == now) {
            put(seen | static_cast<int>(place));
        } else if (now[3] != before[3]) {
            put(plain_with_alpha);
            for (const std::uint8_t part : now) put(part);
        } else if (within(red, -2, 1) && within(green, -2, 1) && within(blue, -2, 1)) {
            put(near | (red + 2) << 4 | (green + 2) << 2 | (blue + 2));
        } else if (within(green, -32, 31) && within(red - green, -8, 7) &&
                   within(blue - green, -8, 7)) {
            put(further | (green + 32));
            put((red - green + 8) << 4 | (blue - green + 8));
        } else {
            put(plain);
            for (std::size_t part = 0; part < 3; ++part) put(now[part]);
        }
        known[place] = now;
        before = now;
    }
    end_run();
    for (const std::uint8_t byte : ending) put(byte);
    return out;
}

} // namespace rondix::draw_list
