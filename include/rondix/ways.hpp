// The shortest way to each screen: for whoever has to show it.
#pragma once

#include "rondix/check.hpp"
#include "rondix/move.hpp"

#include <optional>
#include <vector>

namespace rondix {

/// Of each screen, the fewest moves from the start that make it the current one and where it does
/// not close by itself at once (if there are such), replayed through the core; nothing for a screen
/// that is never shown, or whose way was not found within the limits.
std::vector<std::optional<std::vector<Move>>> ways_to_screens(const CompiledFlow& flow,
                                                              const CheckOptions& options = {});

} // namespace rondix
