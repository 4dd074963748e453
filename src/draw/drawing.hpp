// Drawing: what pictures are drawn with. Sizes are in pixels; text is Inter, measured and drawn by
// Pango. The same calls give the same picture as PNG and as SVG.
#pragma once

#include "rondix/painter.hpp"
#include "rondix/tools/map.hpp"

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
    bool fixed = false; ///< all letters equally wide
};

struct Extents {
    double width = 0, height = 0;
};

struct Vec {
    double x = 0, y = 0;
};

/// How large a line of text is.
Extents measure(std::string_view text, Font font);

/// As much of a text as fits into a width, with an ellipsis where some is left out.
std::string shortened(std::string text, Font font, double width);

class Drawing {
  public:
    Drawing(PictureFormat format, int width, int height);
    /// Draws onto pixels that somebody else keeps.
    explicit Drawing(const Pixels& onto);
    ~Drawing();
    Drawing(const Drawing&) = delete;
    Drawing& operator=(const Drawing&) = delete;

    void scale_by(double factor, Vec origin);
    /// From here on only this area is drawn to; all of it for an empty one.
    void keep_to(Vec at, Extents size);

    void fill(Colour colour);
    void box(Vec at, Extents size, double corner, Colour fill);
    void frame(Vec at, Extents size, double corner, Colour line, double width, bool dashed = false);
    /// A chain of Bézier curves: one start and three points for each piece.
    void curve(const std::vector<Vec>& points, Colour line, double width, bool dashed);
    void polygon(const std::vector<Vec>& points, Colour fill);
    void disc(Vec middle, double radius, Colour fill);
    /// Pixels of RGB24, brought to this size; they may go away after that.
    void image(Vec at, Extents size, const Pixels& pixels);
    /// One line of text with its upper left corner at `at`.
    void text(Vec at, std::string_view text, Font font, Colour colour);

    /// In an SVG: what is said where the pointer rests on this area, and where a click leads; one
    /// of them may be empty. Areas lie over everything that is drawn. In a PNG, nothing.
    void area(Vec at, Extents size, std::string tip, std::string link = {});

    /// Ends the picture and gives its bytes.
    std::string finish();

  private:
    struct Parts;
    std::unique_ptr<Parts> parts_;
};

} // namespace rondix::draw
