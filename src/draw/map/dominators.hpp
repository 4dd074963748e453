// What can be reached only by way of what.
#pragma once

#include "draw/map/map_graph.hpp"

namespace rondix::draw {

/// Of each node, the nearest one without which it could not be reached from the start; itself where
/// there is none.
std::vector<std::size_t> dominators(const MapGraph& graph);

/// A node and what is reached only by way of it, as places in the graph.
std::vector<std::size_t> beyond(const MapGraph& graph, std::size_t node);

} // namespace rondix::draw
