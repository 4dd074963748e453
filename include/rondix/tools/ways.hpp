// A way to each screen: for whoever has to show it.
//
// Errors: nothing for a screen that no way was found to. Cost: that of going forward through the
// flow, within the options. Threads: any.
#pragma once

#include "rondix/runtime/move.hpp"
#include "rondix/tools/check.hpp"

#include <optional>
#include <vector>

namespace rondix {

/// Of each screen, moves from the start that make it the current one and where it does not close by
/// itself at once, replayed through the core: the fewest of the player's, as far as flags of the
/// flow's own have no say in it. Nothing for a screen that is never shown, or whose way was not
/// found within the limits.
std::vector<std::optional<std::vector<Move>>> ways_to_screens(const CompiledFlow& flow,
                                                              const CheckOptions& options = {});

} // namespace rondix
