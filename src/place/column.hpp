// The plain column: where a screen's title and controls stand when nothing else is said.
// Geometry only: sizes in, rectangles out, nothing kept, nothing allocated.
#pragma once

#include "rondix/geometry.hpp"

#include <span>

namespace rondix::place {

/// The band at the top of a screen of this size in which its title stands.
Rect title_band(float width, float height);

/// Stands `boxes` under one another in the middle of a screen of this size, below its title, all of
/// one size. Many boxes become lower, so that all of them stay on the screen.
void stand_in_column(float width, float height, std::span<Rect> boxes);

/// The band at the foot of the screen for a short notice.
Rect notice_band(float width, float height);

} // namespace rondix::place
