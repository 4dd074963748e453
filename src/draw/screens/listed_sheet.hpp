// A screen as the Painter draws it and as a renderer shows its draw list, side by side, and where
// the two differ.
#pragma once

#include "draw/screens/list_pixels.hpp"
#include "draw/screens/listed_flow.hpp"
#include "draw/screens/tour.hpp"

namespace rondix::draw {

/// What the tour shows now, as a PNG.
std::string listed_sheet(Tour& tour, ListedFlow& listed, ListPixels& renderer, PictureSize size);

} // namespace rondix::draw
