// SeaPainter: draws a voyage: water by its depth, land, buoys, crates, the ferry with her wake,
// fog, and what the captain has before him.
#pragma once

#include "voyage.hpp"

#include <SDL.h>

#include <string>

namespace tidewick {

/// What is seen besides the voyage itself.
struct Deck {
    std::string note; ///< a line for the captain
    bool wheel_left = true;
    bool gulls = true;
    Wheel wheel;
};

class SeaPainter {
  public:
    void draw(SDL_Surface* screen, const Voyage& voyage, const Deck& deck);
};

/// As a PNG.
void save_picture(SDL_Surface* screen, const std::string& path);

} // namespace tidewick
