// What of a window the canvas fills, and how large the canvas is in design units.
#pragma once

#include "rondix/runtime/canvas.hpp"
#include "rondix/runtime/looks.hpp"

namespace rondix::place {

/// For a window of so many pixels, each side at least 1.
Canvas canvas_of(const Looks& looks, float width, float height);

} // namespace rondix::place
