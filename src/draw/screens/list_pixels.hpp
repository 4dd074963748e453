// A draw list in software, pixel by pixel, by what draw_list.hpp says of renderers: for the tool's
// window and pictures, wherever it runs.
#pragma once

#include "rondix/draw_list.hpp"
#include "rondix/painter.hpp"

#include <vector>

namespace rondix::draw {

class ListPixels {
  public:
    /// Over what is there. Throws std::logic_error for a draw list that is none.
    void draw(const Drawn& drawn, const Pixels& to);

  private:
    struct Texture {
        int width = 0, height = 0;
        std::vector<std::uint8_t> pixels;
    };
    void update(const TextureUpdate& update);

    std::vector<Texture> textures_;
};

} // namespace rondix::draw
