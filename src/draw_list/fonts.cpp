#include "draw_list/fonts.hpp"

#include <ft2build.h>
#include FT_FREETYPE_H
#include FT_GLYPH_H
#include FT_OUTLINE_H
#include FT_STROKER_H
#include <hb-ot.h>
#include <hb.h>

#include <algorithm>
#include <cmath>
#include <numbers>

namespace rondix::draw_list {

namespace {

constexpr std::uint32_t largest = 1'000u << 6; // of a letter, in 64ths of a pixel
constexpr FT_Pos most_pixels = 4'000;          // of its sides

FontHeights heights_of(hb_font_t* shaper, float units) {
    FontHeights heights;
    hb_font_extents_t line{};
    if (hb_font_get_h_extents(shaper, &line) != 0) {
        heights.above = static_cast<float>(line.ascender) / units;
        heights.below = -static_cast<float>(line.descender) / units;
    }
    hb_codepoint_t glyph = 0;
    hb_glyph_extents_t capital{};
    if (hb_font_get_nominal_glyph(shaper, 'H', &glyph) != 0 &&
        hb_font_get_glyph_extents(shaper, glyph, &capital) != 0)
        heights.capital = static_cast<float>(2 * capital.y_bearing + capital.height) / units;
    return heights;
}

} // namespace

Fonts::Fonts() {
    if (FT_Init_FreeType(&library_) != 0) library_ = nullptr;
    if (library_ && FT_Stroker_New(library_, &stroker_) != 0) stroker_ = nullptr;
}

Fonts::~Fonts() {
    for (const Font& font : fonts_) {
        hb_font_destroy(font.shaper);
        FT_Done_Face(font.face);
    }
    if (stroker_) FT_Stroker_Done(stroker_);
    if (library_) FT_Done_FreeType(library_);
}

bool Fonts::add(std::string_view name, bool bold, std::span<const std::byte> file) {
    constexpr std::size_t most = 0xFFFF;
    if (!library_ || fonts_.size() >= most) return false;
    Font font{.name = std::string(name), .bold = bold};
    if (FT_New_Memory_Face(library_, reinterpret_cast<const FT_Byte*>(file.data()),
                           static_cast<FT_Long>(file.size()), 0, &font.face) != 0)
        return false;
    if (!FT_IS_SCALABLE(font.face)) {
        FT_Done_Face(font.face);
        return false;
    }
    hb_blob_t* blob = hb_blob_create(reinterpret_cast<const char*>(file.data()),
                                     static_cast<unsigned>(file.size()), HB_MEMORY_MODE_READONLY,
                                     nullptr, nullptr);
    hb_face_t* face = hb_face_create(blob, 0);
    font.shaper = hb_font_create(face);
    font.units = static_cast<float>(std::max(hb_face_get_upem(face), 1u));
    hb_face_destroy(face);
    hb_blob_destroy(blob);
    font.heights = heights_of(font.shaper, font.units);
    fonts_.push_back(std::move(font));
    return true;
}

std::uint16_t Fonts::of(std::string_view name, bool bold) const {
    const auto is_one = [&](const Font& font) { return font.name == name; };
    auto found = std::ranges::find_if(
        fonts_, [&](const Font& font) { return is_one(font) && font.bold == bold; });
    if (found == fonts_.end()) found = std::ranges::find_if(fonts_, is_one);
    if (found == fonts_.end()) found = fonts_.begin();
    return static_cast<std::uint16_t>(found - fonts_.begin());
}

bool Fonts::has(std::uint16_t font, std::uint32_t letter) const {
    hb_codepoint_t glyph = 0;
    return hb_font_get_nominal_glyph(fonts_[font].shaper, letter, &glyph) != 0;
}

/// Rather as bold as the first one.
std::uint16_t Fonts::with_letter(std::uint16_t font, std::uint32_t letter) const {
    if (has(font, letter)) return font;
    for (const bool same : {true, false})
        for (std::size_t i = 0; i < fonts_.size(); ++i)
            if ((fonts_[i].bold == fonts_[font].bold) == same &&
                has(static_cast<std::uint16_t>(i), letter))
                return static_cast<std::uint16_t>(i);
    return font;
}

LetterPixels Fonts::draw(std::uint16_t font, const LetterAsked& asked) {
    FT_Face face = fonts_[font].face;
    const auto [glyph, size, outline, turn] = asked;
    if (size == 0 || size > largest || outline > largest) return {};
    if (FT_Set_Char_Size(face, size, size, 72, 72) != 0) return {};
    if (FT_Load_Glyph(face, glyph, FT_LOAD_NO_HINTING | FT_LOAD_NO_BITMAP) != 0) return {};
    if (face->glyph->format != FT_GLYPH_FORMAT_OUTLINE) return {};
    FT_Glyph drawn = nullptr;
    if (FT_Get_Glyph(face->glyph, &drawn) != 0) return {};
    // Where parts of a letter overlap: as Cairo draws it, and sixteen times as quick.
    reinterpret_cast<FT_OutlineGlyph>(drawn)->outline.flags &= ~FT_OUTLINE_OVERLAP;
    FT_BBox box;
    FT_Glyph_Get_CBox(drawn, FT_GLYPH_BBOX_PIXELS, &box);
    const bool fits = box.xMax - box.xMin < most_pixels && box.yMax - box.yMin < most_pixels;
    if (fits && outline > 0 && stroker_) {
        FT_Stroker_Set(stroker_, outline, FT_STROKER_LINECAP_ROUND, FT_STROKER_LINEJOIN_ROUND, 0);
        FT_Glyph_Stroke(&drawn, stroker_, 1);
    }
    if (turn != 0) {
        const double angle = turn * std::numbers::pi / 18'000;
        const auto fixed = [](double value) { return static_cast<FT_Fixed>(value * 0x10000); };
        const FT_Matrix matrix{fixed(std::cos(angle)), fixed(std::sin(angle)),
                               fixed(-std::sin(angle)), fixed(std::cos(angle))};
        FT_Glyph_Transform(drawn, &matrix, nullptr); // y points up here
    }
    LetterPixels letter;
    if (fits && FT_Glyph_To_Bitmap(&drawn, FT_RENDER_MODE_NORMAL, nullptr, 1) == 0) {
        const auto* bitmap = reinterpret_cast<FT_BitmapGlyph>(drawn);
        const FT_Bitmap& from = bitmap->bitmap;
        letter = {nullptr,
                  static_cast<int>(from.width),
                  static_cast<int>(from.rows),
                  from.pitch,
                  bitmap->left,
                  -bitmap->top};
        const std::size_t bytes =
            static_cast<std::size_t>(from.rows) * static_cast<std::size_t>(std::max(from.pitch, 0));
        pixels_.assign(from.buffer, from.buffer + bytes);
        letter.pixels = pixels_.data();
    }
    FT_Done_Glyph(drawn);
    return letter;
}

} // namespace rondix::draw_list
