// What a renderer makes of a draw list: a plain one, pixel by pixel, by what draw_list.hpp says.
#pragma once

#include "rondix/draw_list.hpp"

#include <vector>

namespace rondix::reference {

class DrawnPixels {
  public:
    DrawnPixels(int width, int height);

    void clear(float red, float green, float blue);
    void draw(const Drawn& drawn);

    /// 0xFFRRGGBB.
    std::vector<std::uint32_t> pixels() const;
    /// Of the last frame.
    std::size_t calls = 0, uploaded = 0;

  private:
    struct Texture {
        int width = 0, height = 0;
        std::vector<std::uint8_t> pixels;
    };
    struct Texel {
        float red = 0, green = 0, blue = 0, alpha = 0;
    };
    void update(const TextureUpdate& update);
    void triangle(const Texture& texture, const PixelArea& clip, const DrawVertex& a,
                  const DrawVertex& b, const DrawVertex& c);
    static Texel sample(const Texture& texture, float u, float v);

    int width_, height_;
    std::vector<float> canvas_; // red, green, blue
    std::vector<Texture> textures_;
};

} // namespace rondix::reference
