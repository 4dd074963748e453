// The map's graph, read off a flow and what check() says of it.
#pragma once

#include "draw/map/map_graph.hpp"
#include "rondix/tools/check.hpp"

namespace rondix::draw {

/// All of it: nothing is folded. Its nodes are numbered by their places in it.
MapGraph map_graph(const FlowFile& file, const CheckResult& result);

} // namespace rondix::draw
