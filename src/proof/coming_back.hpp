// Coming back: moves from a menu state until what is open above a screen is left for it, with the
// values of flags that are wanted. By real moves, the nearest to those values first: some moves,
// where a few do, and not the fewest.
#pragma once

#include "proof/heads.hpp"

namespace rondix {

struct Wanted {
    std::size_t depth = 0; ///< of the stack
    FrameId frame = 0;
    Values values = 0; ///< of the variables of the heads
};

/// Made in `there`, and added to `moves`. False: none were found.
bool come_back(const CompiledFlow& flow, const Heads& heads, DeviceSet devices,
               const Wanted& wanted, MenuState& there, std::vector<Move>& moves);

} // namespace rondix
