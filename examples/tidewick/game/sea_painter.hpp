// SeaPainter: draws a voyage: water by its depth, land, buoys, crates, the ferry with her wake,
// fog, and what the captain has before him. By SDL's renderer, as the menus are.
#pragma once

#include "sea_mesh.hpp"
#include "voyage.hpp"

#include <SDL.h>

#include <memory>
#include <string>
#include <vector>

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
    explicit SeaPainter(SDL_Renderer* to)
        : to_(to)
        , mesh_(to) {}

    void draw(const Voyage& voyage, const Deck& deck);

  private:
    struct FreeTexture {
        void operator()(SDL_Texture* texture) const { SDL_DestroyTexture(texture); }
    };
    void prepare(const Voyage& voyage);

    SDL_Renderer* to_;
    SeaMesh mesh_;
    // Of one voyage:
    int number_ = 0;
    std::unique_ptr<SDL_Texture, FreeTexture> water_;
    std::vector<std::vector<Spot>> land_; // in triangles
};

/// What the renderer shows, as a PNG.
void save_picture(SDL_Renderer* of, const std::string& path);

} // namespace tidewick
