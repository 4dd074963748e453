// Cards that are alike (levels, say: with the same links to the same cards) stand in the order of
// the flow. Graphviz may put any of them anywhere; so they change places among themselves.
#pragma once

#include "draw/map/bundles.hpp"
#include "draw/map/graph_layout.hpp"
#include "draw/map/map_graph.hpp"

namespace rondix::draw {

void put_alike_in_order(const MapGraph& map, const Bundles& bundles, const LayoutGraph& sizes,
                        PlacedGraph& placed);

} // namespace rondix::draw
