// Fonts: files in memory, for HarfBuzz, which says what letters stand where, and FreeType, which
// draws them.
#pragma once

#include <cstddef>
#include <cstdint>
#include <span>
#include <string>
#include <string_view>
#include <vector>

struct FT_LibraryRec_;
struct FT_FaceRec_;
struct FT_StrokerRec_;
struct hb_font_t;

namespace rondix::draw_list {

/// In shares of the font's size.
struct FontHeights {
    float above = 0.8F, below = 0.2F; ///< the line on which letters stand
    float capital = 0.7F;
};

/// A letter in pixels: opacities.
struct LetterPixels {
    const std::uint8_t* pixels = nullptr;
    int width = 0, height = 0, stride = 0;
    int left = 0, top = 0; ///< from where it is put to its upper left corner
};

/// Sizes in 64ths of a pixel.
struct LetterAsked {
    std::uint32_t glyph = 0;
    std::uint32_t size = 0; ///< of the font
    std::uint32_t outline =
        0;        ///< how far a line reaches to both sides of the letter's edge; 0: none
    int turn = 0; ///< clockwise, in hundredths of a degree
};

class Fonts {
  public:
    Fonts();
    ~Fonts();
    Fonts(const Fonts&) = delete;
    Fonts& operator=(const Fonts&) = delete;

    bool add(std::string_view name, bool bold, std::span<const std::byte> file);
    std::size_t count() const { return fonts_.size(); }

    /// The one of this name; else the first one. There has to be one.
    std::uint16_t of(std::string_view name, bool bold) const;
    /// The one that has a letter: this one, or another.
    std::uint16_t with_letter(std::uint16_t font, std::uint32_t letter) const;
    bool has(std::uint16_t font, std::uint32_t letter) const;

    hb_font_t* shaper(std::uint16_t font) const { return fonts_[font].shaper; }
    float units(std::uint16_t font) const { return fonts_[font].units; }
    const FontHeights& heights(std::uint16_t font) const { return fonts_[font].heights; }

    /// Lasts until the next call.
    LetterPixels draw(std::uint16_t font, const LetterAsked& asked);

  private:
    struct Font {
        std::string name;
        bool bold = false;
        FT_FaceRec_* face = nullptr;
        hb_font_t* shaper = nullptr;
        float units = 1000;
        FontHeights heights = {};
    };
    FT_LibraryRec_* library_ = nullptr;
    FT_StrokerRec_* stroker_ = nullptr;
    std::vector<Font> fonts_;
    std::vector<std::uint8_t> pixels_;
};

} // namespace rondix::draw_list
