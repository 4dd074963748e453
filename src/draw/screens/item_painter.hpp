// How one item is drawn: its shadow, ground, border, image, picture and text.
#pragma once

#include "draw/cairo.hpp"
#include "draw/screens/picture_files.hpp"
#include "draw/shadows.hpp"
#include "rondix/runtime/runner.hpp"

namespace rondix::draw {

/// Everything that drawing items needs, besides where to.
struct PaintBox {
    const CompiledFlow& flow;
    PictureFiles& pictures;
    Shadows& shadows;
    bool as_shapes = false; ///< for SVG: pictures stay lines and shapes
};

/// Draws an item into a context whose units are design units; `scale` is pixels per unit.
void paint_item(cairo_t* context, const PaintBox& box, const Item& item, double scale);

} // namespace rondix::draw
