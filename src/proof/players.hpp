// Players: whom a flow is proved for. Somebody with all of its devices at hand, and somebody with
// each of them alone; devices that can do the same here count as one.
#pragma once

#include "rondix/runtime/compiled_flow.hpp"

#include <string>
#include <vector>

namespace rondix {

/// All that the flow lists, first; then those that can do less, where there are such.
std::vector<DeviceSet> players(const CompiledFlow& flow);

/// The kinds of a set, in words: "mouse", "mouse or touch".
std::string names_of(DeviceSet devices);

} // namespace rondix
