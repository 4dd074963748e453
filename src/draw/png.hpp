// Pictures as PNG. Cairo has a writer of its own, which takes about four times as long.
#pragma once

#include <cairo.h>

#include <string>

namespace rondix::draw {

/// The bytes of a PNG file of an RGB24 or ARGB32 surface.
std::string png_of(cairo_surface_t* surface);

} // namespace rondix::draw
