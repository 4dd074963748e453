// Bundles: links with the same text that lead to the same card are drawn as lines that meet, with
// the text once, where they have become one.
#pragma once

#include "draw/map/graph_layout.hpp"
#include "draw/map/map_graph.hpp"

#include <vector>

namespace rondix::draw {

class Bundles {
  public:
    /// Of links that lead the same way: all on, or all back to what comes earlier. `graph` has an
    /// edge for each of the map's, in their order.
    Bundles(const MapGraph& map, const LayoutGraph& graph);

    /// The number of an edge's bundle, from 1; 0: it is in none.
    std::size_t of(std::size_t edge) const { return bundle_of_[edge]; }

    /// Leads the edges of each bundle to a point of its own, and one from there on.
    void bind(LayoutGraph& graph) const;
    /// The other way round: each edge of the map has its whole way again.
    void unbind(PlacedGraph& placed) const;

  private:
    std::size_t nodes_ = 0, edges_ = 0;             // of the map
    std::vector<std::vector<std::size_t>> bundles_; // edges of the map, two or more each
    std::vector<std::size_t> bundle_of_;            // of each edge of the map
};

} // namespace rondix::draw
