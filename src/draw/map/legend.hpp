// What stands around the map: its heading, and what its signs mean.
#pragma once

#include "draw/drawing.hpp"

#include <string>

namespace rondix::draw {

/// How wide the legend is in one line, margins included.
double legend_width();
/// With its middle at this height.
void paint_legend(Drawing& drawing, double y);
/// A title, which in an SVG leads `up` if that is not empty, and the verdict.
void paint_heading(Drawing& drawing, double width, const std::string& title, const std::string& up,
                   const std::string& verdict, bool good);

} // namespace rondix::draw
