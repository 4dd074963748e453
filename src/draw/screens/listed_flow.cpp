#include "draw/screens/listed_flow.hpp"

#include "draw/text_layout.hpp"
#include "files/read_file.hpp"

#include <set>

namespace rondix::draw {

namespace {

std::vector<std::string> paths(const CompiledFlow& flow, const std::string& folder) {
    std::vector<std::string> all;
    for (const TextRef file : flow.looks.pictures)
        all.push_back(folder + std::string(flow.text(file)));
    return all;
}

/// From colours multiplied by their opacity to plain ones.
void put_plain(std::uint32_t pixel, std::uint8_t* to) {
    const std::uint32_t opacity = pixel >> 24;
    const auto part = [&](unsigned shift) {
        if (opacity == 0) return std::uint8_t{0};
        const std::uint32_t plain = ((pixel >> shift & 0xFF) * 255 + opacity / 2) / opacity;
        return static_cast<std::uint8_t>(std::min(plain, 255u));
    };
    to[0] = part(16);
    to[1] = part(8);
    to[2] = part(0);
    to[3] = static_cast<std::uint8_t>(opacity);
}

/// A pixel that is not seen has the colour of one beside it, which filters mix it with.
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

} // namespace

ListedFlow::ListedFlow(const CompiledFlow& flow, const std::string& folder, DrawLimits limits)
    : pictures_(paths(flow, folder), false)
    , list_(flow,
            {this,
             [](void* self, PictureId picture) {
                 return static_cast<ListedFlow*>(self)->pictures_.size(index(picture));
             },
             [](void* self, PictureId picture, int width, int height, std::uint8_t* to) {
                 return static_cast<ListedFlow*>(self)->put_pixels(picture, width, height, to);
             }},
            limits) {
    std::set<std::string_view> names;
    for (const TextRef font : flow.looks.fonts) names.insert(flow.text(font));
    files_.reserve(2 * (names.size() + 1)); // they stay where they are
    for (const std::string_view name : names)
        for (const bool bold : {false, true}) add_font(name, bold);
    for (const bool bold : {false, true}) add_font("DejaVu Sans", bold); // has what others lack
}

void ListedFlow::add_font(std::string_view name, bool bold) {
    if (is_font_file(name)) add_font_file(std::string(name));
    const std::string path = file_of_font(name, bold);
    if (path.empty()) return;
    files_.push_back(files::read_file(path, std::size_t{1} << 28).text);
    list_.add_font(name, bold, std::as_bytes(std::span(files_.back())));
}

void ListedFlow::set_picture(std::uint16_t number, cairo_surface_t* pixels) {
    pictures_.set(index(own_picture(number)), pixels);
    list_.forget(own_picture(number));
}

bool ListedFlow::put_pixels(PictureId picture, int width, int height, std::uint8_t* to) {
    cairo_surface_t* drawn = pictures_.pixels(index(picture), width, height, {1, 1, 1, 1});
    if (!drawn) return false;
    cairo_surface_flush(drawn);
    const unsigned char* data = cairo_image_surface_get_data(drawn);
    const int stride = cairo_image_surface_get_stride(drawn);
    for (int y = 0; y < height; ++y) {
        const auto* row = reinterpret_cast<const std::uint32_t*>(data + std::ptrdiff_t{y} * stride);
        for (int x = 0; x < width; ++x) put_plain(row[x], to + 4 * (std::ptrdiff_t{y} * width + x));
    }
    colour_unseen(to, width, height);
    return true;
}

} // namespace rondix::draw
