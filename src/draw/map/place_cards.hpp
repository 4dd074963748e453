// Where the cards of a map stand: what Graphviz is told about them, and which of its answers is
// taken.
#pragma once

#include "draw/map/cards.hpp"
#include "draw/map/graph_layout.hpp"
#include "draw/map/map_graph.hpp"
#include "rondix/tools/map.hpp"

namespace rondix::draw {

/// The texts on a link, one a line; of many, the first and how many more there are.
std::vector<std::string> shown_labels(const MapEdge& edge);
/// The room that they need.
Extents size_of_labels(const std::vector<std::string>& labels);

/// How the map fits into a picture: its own size with frame and legend, and what it is scaled by.
struct Fit {
    double width, height, factor;
    Fit(const PlacedGraph& placed, double room_wide, double room_high);
};

/// From left to right or from the top down, whichever can be shown larger.
std::optional<PlacedGraph> arrange(const MapGraph& map, const Cards& cards,
                                   const MapOptions& options, std::string& fault);

} // namespace rondix::draw
