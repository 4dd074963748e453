// TextMeasurer: how a game tells Rondix the sizes that only it knows, those of its texts and
// pictures.
#pragma once

#include "rondix/geometry.hpp"
#include "rondix/looks.hpp"

#include <string_view>

namespace rondix {

/// A text to be measured: in design units, broken between words only, where it is wider than
/// `width` (0: not broken at all). What cannot be broken may come out wider.
struct TextToMeasure {
    std::string_view text;
    std::string_view font; ///< a family name or a file, as the theme writes it
    float size = 0;        ///< of the letters
    bool bold = false;
    float width = 0;
};

/// Two functions and what they are called with. Both must give the same for the same question.
struct TextMeasurer {
    void* context = nullptr;
    Size (*text)(void* context, const TextToMeasure& text) = nullptr;
    /// The picture's own size, counted as design units; empty where it is not known.
    Size (*picture)(void* context, PictureId picture) = nullptr;
};

/// Guesses: every letter is a little wider than half its height, and no picture is known. What is
/// used while the game passes no text measurer of its own.
TextMeasurer estimating_measurer();

/// Every text of a flow goes through one of these on its way to the screen: it gives what is shown
/// for what is written (another language). Without a function the text stays as it is written.
struct Translator {
    void* context = nullptr;
    std::string_view (*find)(void* context, std::string_view written) = nullptr;

    std::string_view operator()(std::string_view written) const {
        return find && !written.empty() ? find(context, written) : written;
    }
};

} // namespace rondix
