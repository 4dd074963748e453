// A way over the map: what the moves pass, in order. What is not on the map, such as the screen
// that is shown while a scene loads, is stepped over.
#pragma once

#include "draw/map/map_graph.hpp"
#include "rondix/runtime/compiled_flow.hpp"
#include "rondix/runtime/move.hpp"

namespace rondix::draw {

/// Lays a way over it: the screens and scenes that these moves pass, from the start on.
void mark_way(MapGraph& graph, const CompiledFlow& flow, const std::vector<Move>& moves);

} // namespace rondix::draw
