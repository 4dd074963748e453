// The contrast of a text with what it stands on, from the pixels of that.
#pragma once

#include "rondix/painter.hpp"

#include <cstdint>
#include <span>
#include <vector>

namespace rondix::looks {

/// As if its control were in that state for good.
void put_on(const CompiledFlow& flow, Item& item, LookState state);

/// From the look alone, where its ground hides the screens beneath. 0: not so.
double contrast_on_own_ground(const Look& look, const Dress& dress);

/// Pictures of parts of a screen, as a canvas of whole pixels shows it.
class TextContrast {
  public:
    /// In a window of so many pixels.
    TextContrast(const CompiledFlow& flow, Painter& painter, const Canvas& canvas, int width,
                 int height)
        : flow_(flow)
        , painter_(painter)
        , canvas_(canvas)
        , width_(width)
        , height_(height) {}

    /// Of the text of `items[k]`, when its control is in that state, with the screens beneath and
    /// its own ground; at the worst of a black and a white game. With another look than it has
    /// there, where one is tried.
    double contrast(std::span<const Item> items, std::size_t k, LookState state,
                    const Look* tried = nullptr) const;

    /// Where the letters of a text stand.
    Rect letters_of(const Item& item) const;
    /// The pixels of one part of the screen, row by row; the game is of one colour.
    std::vector<std::uint32_t> painted(std::span<const Item> items, std::uint32_t game,
                                       const Rect& place) const;

  private:
    const CompiledFlow& flow_;
    Painter& painter_;
    const Canvas& canvas_;
    int width_, height_;
};

} // namespace rondix::looks
