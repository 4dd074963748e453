// Canvas: what pictures are drawn with. Sizes are in pixels; text is Inter, measured and drawn by
// Pango. The same calls give the same picture as PNG and as SVG.
#pragma once

#include "rondix/map.hpp"

#include <memory>
#include <string>
#include <string_view>
#include <vector>

namespace rondix::draw {

struct Colour {
    double red = 0, green = 0, blue = 0, opacity = 1;
};

/// From 0xRRGGBB.
constexpr Colour rgb(unsigned value, double opacity = 1) {
    return {(value >> 16 & 0xFF) / 255.0, (value >> 8 & 0xFF) / 255.0, (value & 0xFF) / 255.0,
            opacity};
}

struct Font {
    double size = 14;
    bool bold = false;
};

struct Size {
    double width = 0, height = 0;
};

struct Vec {
    double x = 0, y = 0;
};

/// How large a line of text is.
Size measure(std::string_view text, Font font);

class Canvas {
  public:
    Canvas(PictureFormat format, int width, int height);
    ~Canvas();
    Canvas(const Canvas&) = delete;
    Canvas& operator=(const Canvas&) = delete;

    void scale_by(double factor, Vec origin);

    void fill(Colour colour);
    void box(Vec at, Size size, double corner, Colour fill);
    void frame(Vec at, Size size, double corner, Colour line, double width, bool dashed = false);
    /// A chain of Bézier curves: one start and three points for each piece.
    void curve(const std::vector<Vec>& points, Colour line, double width, bool dashed);
    void polygon(const std::vector<Vec>& points, Colour fill);
    void disc(Vec middle, double radius, Colour fill);
    /// One line of text with its upper left corner at `at`.
    void text(Vec at, std::string_view text, Font font, Colour colour);

    /// Ends the picture and gives its bytes.
    std::string finish();

  private:
    struct Parts;
    std::unique_ptr<Parts> parts_;
};

} // namespace rondix::draw
