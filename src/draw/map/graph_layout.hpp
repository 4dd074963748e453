// Where the parts of a drawn graph stand. Graphviz works it out, in a process of its own with a
// time limit; everything is drawn by us.
#pragma once

#include "draw/drawing.hpp"

#include <optional>
#include <string>
#include <vector>

namespace rondix::draw {

struct LayoutEdge {
    std::size_t from = 0, to = 0; ///< indices of nodes
    Extents label;                ///< the room that its label needs; none when empty
    bool returns = false;         ///< it leads back to something that comes earlier
    bool joins = false;           ///< it goes on as another one, and needs no arrow
    int weight = 1;
};

/// Nodes that stand together, in a box with a title.
struct LayoutGroup {
    std::vector<std::size_t> nodes;
    Extents title; ///< the room that its title needs
};

struct LayoutGraph {
    std::vector<Extents> nodes;
    std::vector<LayoutEdge> edges;
    std::vector<LayoutGroup> groups = {}; ///< no node is in two of them
    bool downward = false;                ///< from the top down; else from left to right
};

struct PlacedEdge {
    std::vector<Vec> curve; ///< Bézier: one start and three points for each piece
    Vec tip;                ///< where its arrow points to
    Vec label;              ///< the middle of its label
};

struct PlacedGroup {
    Vec at;
    Extents size;
    Vec title; ///< the middle of its title
};

struct PlacedGraph {
    Extents size;
    std::vector<Vec> nodes; ///< the middle of each
    std::vector<PlacedEdge> edges;
    std::vector<PlacedGroup> groups = {}; ///< none of a large graph
};

/// Nothing, and `fault`, when Graphviz is not there or takes longer than `seconds`.
std::optional<PlacedGraph> lay_out(const LayoutGraph& graph, double seconds, std::string& fault);

} // namespace rondix::draw
