// Graphviz puts a label beside its line, where two lines may run by; here it goes onto its own, so
// that nobody has to guess which one it belongs to.
#pragma once

#include "draw/map/bundles.hpp"
#include "draw/map/graph_layout.hpp"
#include "draw/map/map_graph.hpp"

namespace rondix::draw {

void put_labels_on_lines(const MapGraph& map, const Bundles& bundles, PlacedGraph& placed);

} // namespace rondix::draw
