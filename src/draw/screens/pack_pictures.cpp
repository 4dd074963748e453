#include "draw/screens/pack_pictures.hpp"

#include "draw/screens/picture_files.hpp"
#include "draw/screens/plain_pixels.hpp"
#include "draw_list/qoi.hpp"
#include "rondix/packed_pictures.hpp"

#include <algorithm>
#include <bit>
#include <cmath>

namespace rondix::draw {

namespace {

constexpr int longest_side = 8'192;

void put(std::string& to, std::uint64_t number, int bytes) {
    for (int i = 0; i < bytes; ++i) to += static_cast<char>(number >> (8 * i) & 0xFF);
}

std::string packed_picture(PictureFiles& files, std::size_t number, double scale) {
    const Size size = files.size(number);
    const double by = std::min(scale, longest_side / double{std::max(size.width, size.height)});
    const auto side = [&](float length) {
        return std::max(static_cast<int>(std::lround(length * by)), 1);
    };
    const int width = side(size.width), height = side(size.height);
    cairo_surface_t* drawn = files.pixels(number, width, height, {1, 1, 1, 1});
    std::vector<std::uint8_t> pixels(std::size_t{4} * static_cast<std::size_t>(width) *
                                     static_cast<std::size_t>(height));
    if (drawn) put_plain(drawn, pixels.data());
    return draw_list::write_qoi(pixels, static_cast<std::uint32_t>(width),
                                static_cast<std::uint32_t>(height));
}

} // namespace

PicturesPacked pack_pictures(const CompiledFlow& flow, const CompiledFlow& packed, double scale) {
    const std::vector<std::string> paths = paths_of_pictures(flow, "");
    PictureFiles files(paths, true);
    PicturesPacked result;
    for (std::size_t i = 0; i < paths.size(); ++i)
        if (const std::string& fault = files.fault(i); !fault.empty())
            result.faults.push_back("the picture '" + paths[i] + "': " + fault);
    if (!result.faults.empty()) return result;
    std::string& bytes = result.bytes;
    bytes = "rdxpics1";
    put(bytes, PackedPictures::hash_of_names(packed), 8);
    put(bytes, paths.size(), 4);
    put(bytes, 0, 4);
    std::string pictures;
    for (std::size_t i = 0; i < paths.size(); ++i) {
        const std::string one = packed_picture(files, i, scale);
        const Size size = files.size(i);
        for (const float length : {size.width, size.height})
            put(bytes, std::bit_cast<std::uint32_t>(length), 4);
        put(bytes, packed_pictures::head + paths.size() * packed_pictures::row + pictures.size(),
            8);
        put(bytes, one.size(), 8);
        pictures += one;
    }
    bytes += pictures;
    return result;
}

} // namespace rondix::draw
