// SVG files from Cairo, made the same for the same picture.
#pragma once

#include <string>
#include <string_view>

namespace rondix::draw {

/// Cairo numbers images and surfaces by a count of the whole program; here they are numbered anew,
/// in the order in which they stand.
std::string renumbered(std::string_view svg);

} // namespace rondix::draw
