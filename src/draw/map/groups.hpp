// Which screens belong to which scenes: those that are shown over one root screen alone, whatever
// buttons and events lead there.
#pragma once

#include "draw/map/map_graph.hpp"

namespace rondix::draw {

/// One for each root screen with at least one more screen that is shown over it alone, with the
/// scenes that have this root. What is shown over several is in none.
std::vector<MapGroup> groups_by_scene(const MapGraph& graph);

} // namespace rondix::draw
