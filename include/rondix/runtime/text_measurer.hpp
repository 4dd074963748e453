// TextMeasurer: how a game tells the Runner the sizes of its texts and pictures.
//
// Lifetime: the context and what the functions return, as long as the Runner has them. Threads: the
// functions are called on the thread that calls the Runner.
#pragma once

#include "rondix/runtime/geometry.hpp"
#include "rondix/runtime/looks.hpp"

#include <string_view>

namespace rondix {

/// A text to be measured: in design units, broken between words only, where it is wider than
/// `width` (0: not broken at all). What cannot be broken may come out wider.
struct TextToMeasure {
    std::string_view text;
    std::string_view font; ///< a family name or a file, as the theme writes it
    float size = 0;        ///< of the font
    bool bold = false;
    float width = 0;
};

/// Two functions and their context. Both must return the same for the same arguments.
struct TextMeasurer {
    void* context = nullptr;
    Size (*text)(void* context, const TextToMeasure& text) = nullptr;
    /// The size of the picture in design units; empty where it is unknown.
    Size (*picture)(void* context, PictureId picture) = nullptr;
};

/// The default: estimates the width of a character from the font size, and knows no pictures.
TextMeasurer estimating_measurer();

/// Translates every text of a flow before it is shown. Without a function texts stay as written.
struct Translator {
    void* context = nullptr;
    std::string_view (*find)(void* context, std::string_view written) = nullptr;

    std::string_view operator()(std::string_view written) const {
        return find && !written.empty() ? find(context, written) : written;
    }
};

} // namespace rondix
