// Text: measured and laid out by Pango, the same on every machine.
//
// Fonts are pinned: a fontconfig set-up of our own knows the folders of Inter and DejaVu and the
// font files that a flow names, and nothing else of the machine. Sizes are in pixels, hinting is
// off, antialiasing is gray.
#pragma once

#include "draw/cairo.hpp"

#include <string>
#include <string_view>

namespace rondix::draw {

struct TextStyle {
    std::string_view family = "Inter"; ///< or a font file that was added
    double size = 14;
    bool bold = false;
    double width = 0;                        ///< where lines are broken; 0: one line
    PangoAlignment align = PANGO_ALIGN_LEFT; ///< as it is seen, whichever way the text runs
};

/// A layout of `text`, to be measured or shown, and not to be changed: who asks for the same next
/// time gets this one. Lent: valid until further ones have been asked for.
PangoLayout* lay_out_text(std::string_view text, const TextStyle& style);

struct TextSize {
    double width = 0, height = 0;
};
TextSize size_of(PangoLayout* layout);

/// How far the middle of a capital letter lies below the middle of its line: what makes a line look
/// centred.
double capitals_below_middle(const TextStyle& style);

/// Whether a theme names a font by its file.
constexpr bool is_font_file(std::string_view name) {
    return name.ends_with(".ttf") || name.ends_with(".otf");
}

/// Makes a font file known; its family name, or an empty text when it is no font.
std::string add_font_file(const std::string& path);

/// The file of the font that is taken for this name; empty: there is none.
std::string file_of_font(std::string_view family, bool bold);

/// The family that Pango takes for this name: another one where it is not there.
std::string family_taken_for(std::string_view family);

} // namespace rondix::draw
