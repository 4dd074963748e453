// A large map made small: screens that are alike become one stack; where that is not enough, those
// that are furthest from the start go into the one by way of which alone they are reached, level by
// level, until what is left can be read. What is wrong, and what a way passes, is never folded.
#pragma once

#include "draw/map/map_graph.hpp"

#include <cstdint>

namespace rondix::draw {

constexpr std::size_t no_node = SIZE_MAX;

struct Folding {
    std::size_t most = 0;       ///< cards, where it can be done
    bool stacks = true;         ///< else what is alike stays apart
    std::size_t open = no_node; ///< the number of a node into which nothing goes
};
MapGraph fold(const MapGraph& graph, const Folding& folding);

/// The graph without the nodes that go into another one, which keeps its place in `into`: their
/// links are that one's now.
MapGraph merged(const MapGraph& graph, const std::vector<std::size_t>& into);

/// Of each node, the nearest one without which it could not be reached from the start; itself where
/// there is none.
std::vector<std::size_t> dominators(const MapGraph& graph);

/// A node and what is reached only by way of it, as numbers of nodes.
std::vector<std::size_t> beyond(const MapGraph& graph, std::size_t node);

/// These nodes alone, with their neighbours as hints of where it goes on.
MapGraph part_of(const MapGraph& graph, const std::vector<std::size_t>& nodes);

} // namespace rondix::draw
