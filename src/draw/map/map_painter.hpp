// The map painted: groups, a way's halo, links, cards, the links' texts, when a way comes by, and
// what is said and where it leads when one points at a card.
#pragma once

#include "draw/drawing.hpp"
#include "draw/map/cards.hpp"
#include "draw/map/graph_layout.hpp"
#include "draw/map/hints.hpp"
#include "draw/map/map_graph.hpp"

namespace rondix::draw {

void paint_map(Drawing& drawing, const MapGraph& graph, const PlacedGraph& placed,
               const Cards& cards, const Hints& hints);

} // namespace rondix::draw
