#include "draw/screens/listed_flow.hpp"

#include "draw/screens/plain_pixels.hpp"
#include "draw/text_layout.hpp"
#include "files/read_file.hpp"

#include <set>

namespace rondix::draw {

ListedFlow::ListedFlow(const CompiledFlow& flow, const std::string& folder, DrawLimits limits)
    : pictures_(paths_of_pictures(flow, folder), true) // which may be those of strangers
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
    put_plain(drawn, to);
    return true;
}

} // namespace rondix::draw
