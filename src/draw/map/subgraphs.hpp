// Graphs made from a graph: nodes that go into others, and parts.
#pragma once

#include "draw/map/map_graph.hpp"

namespace rondix::draw {

/// The graph without the nodes that go into another one, which keeps its place in `into`: their
/// links are that one's now.
MapGraph merged(const MapGraph& graph, const std::vector<std::size_t>& into);

/// These nodes alone, with their neighbours as hints of where it goes on.
MapGraph part_of(const MapGraph& graph, const std::vector<std::size_t>& nodes);

} // namespace rondix::draw
