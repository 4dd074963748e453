// SVG files from Cairo: made the same for the same picture, with areas that say and lead to
// something laid over them, which Cairo has no words for.
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace rondix::draw {

/// Cairo numbers images and surfaces by a count of the whole program; here they are numbered anew,
/// in the order in which they stand.
std::string renumbered(std::string_view svg);

/// As a URL has it: what is no letter, digit or usual sign of a path, in hexadecimal.
std::string in_url(std::string_view path);

struct SvgArea {
    double x, y, width, height; ///< in pixels of the picture
    std::string tip;
    std::string link; ///< or nothing
};
std::string with_areas(std::string svg, const std::vector<SvgArea>& areas);

} // namespace rondix::draw
