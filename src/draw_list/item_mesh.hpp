// How one item becomes triangles: its shadow, ground, border, image, picture and text, in that
// order.
#pragma once

#include "draw_list/atlas.hpp"
#include "draw_list/mesh.hpp"
#include "draw_list/text.hpp"

namespace rondix::draw_list {

/// Everything that items need, besides themselves.
struct Workshop {
    const CompiledFlow& flow;
    PictureSource pictures;
    Fonts& fonts;
    Texts& texts;
    Atlas& atlas;
    Mesh& mesh;
    std::vector<std::uint8_t>& mask; ///< room for working in
    std::vector<std::uint8_t>& line;
};

/// `canvas`: from design units to pixels.
void add_item(Workshop& shop, const Item& item, const Transform& canvas);

/// What pictures and letters are called in the atlas.
std::uint64_t name_of_picture(PictureId picture);

} // namespace rondix::draw_list
