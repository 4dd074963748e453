// Canvas: the part of a window that menus are laid out on, and the conversion between its units and
// pixels.
//
// Units: pixels of the window, and design units. Errors: none. Threads: any.
#pragma once

#include "rondix/runtime/geometry.hpp"
#include "rondix/runtime/looks.hpp"

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

/// Where a box is.
struct Placed {
    Rect rect;
    Size text;            ///< its text in one line, at its style's size
    float text_scale = 1; ///< below 1 where the text was shrunk to fit
    /// Hidden, and takes no room: it has no length along a column or row, at the place where it
    /// would stand.
    bool absent = false;
};

} // namespace rondix
