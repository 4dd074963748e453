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

} // namespace rondix::draw
