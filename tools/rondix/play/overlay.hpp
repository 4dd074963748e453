// What `rondix play` writes over the game: what is wrong with the file, what the game would do, the
// keys.
#pragma once

#include "rondix/painter.hpp"

#include <string>
#include <utility>
#include <vector>

namespace rondix::tool {

/// A band at the top of an area, as high as its lines; in the colours of trouble, or of a notice.
void draw_trouble(const Pixels& window, int width, const std::string& text);
void draw_notice(const Pixels& window, int width, const std::string& text);

/// A page over the area: keys, and what they do.
void draw_help(const Pixels& window, int width,
               const std::vector<std::pair<std::string, std::string>>& keys);

} // namespace rondix::tool
