// What an SVG map says where one points at it, and where a click leads: to the place in the flow's
// file, or to the map of what a card holds.
#pragma once

#include "draw/map/map_graph.hpp"
#include "rondix/tools/map.hpp"

#include <map>
#include <string>

namespace rondix::draw {

class Hints {
  public:
    /// `whole` is the graph in whose numbers folded nodes are named; all must outlive this.
    Hints(const FlowFile& file, const MapGraph& whole, const MapOptions& options)
        : file_(file)
        , whole_(whole)
        , options_(options) {}

    /// From now on a card of this number leads to a map of its own.
    void lead(std::size_t number, std::string map) { maps_[number] = std::move(map); }
    void lead_to_the_flow() { maps_.clear(); }

    /// Empty for what needs no words.
    std::string tip(const MapNode& node) const;
    static std::string tip(const MapGraph& graph, const MapEdge& edge);
    /// Empty where it leads nowhere.
    std::string link(const MapNode& node) const;

  private:
    std::string spot_of(const MapNode& node) const;

    const FlowFile& file_;
    const MapGraph& whole_;
    const MapOptions& options_;
    std::map<std::size_t, std::string> maps_;
};

} // namespace rondix::draw
