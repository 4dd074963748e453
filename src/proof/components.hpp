// Components: which nodes of a graph lead to each other.
#pragma once

#include "proof/lists.hpp"

namespace rondix {

using Graph = std::vector<std::vector<std::uint32_t>>; ///< for each node, where it leads

/// For each node the number of its strongly connected component. An edge never leads to a component
/// with a higher number: to take the components in order is to take what is led to first.
/// R. Tarjan, "Depth-first search and linear graph algorithms", SIAM Journal on Computing 1(2),
/// 1972.
std::vector<std::uint32_t> components(const Graph& next);
std::vector<std::uint32_t> components(const Lists<std::uint32_t>& next);
/// The nodes of each component, in order.
Lists<std::uint32_t> members_of(const std::vector<std::uint32_t>& component);

} // namespace rondix
