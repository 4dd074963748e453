// The picture of a style, with the lines along which it is cut, so that its edges keep their shape.
#pragma once

#include "draw/drawing.hpp"
#include "rondix/runtime/looks.hpp"

#include <string>

namespace rondix::tool {

/// Within `room` from `at` on; nothing where the file cannot be read.
void draw_slices(draw::Drawing& drawing, draw::Vec at, draw::Extents room, const std::string& file,
                 const Dress& dress);

} // namespace rondix::tool
