// Canvas: the part of a window that menus are laid out on, the way between its units and pixels,
// and what stands where on it.
#pragma once

#include "rondix/geometry.hpp"
#include "rondix/looks.hpp"

namespace rondix {

struct Canvas {
    Size size;       ///< in design units
    Rect safe;       ///< inside the safe margins
    float scale = 1; ///< pixels for each design unit
    Point origin;    ///< of the canvas, in pixels of the window
    WindowShape shape = WindowShape::landscape;

    /// From pixels of the window to design units.
    constexpr Point to_design(Point pixel) const {
        return {(pixel.x - origin.x) / scale, (pixel.y - origin.y) / scale};
    }
    constexpr Point to_pixel(Point p) const {
        return {p.x * scale + origin.x, p.y * scale + origin.y};
    }
};

/// Where one box came to stand.
struct Placed {
    Rect rect;
    Size text;            ///< its text in one line, at its style's size
    float text_scale = 1; ///< below 1 where the text had to be made smaller to fit
};

} // namespace rondix
