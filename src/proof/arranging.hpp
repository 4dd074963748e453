// Arranging: what the game can do right before a move, so that the move is in the case that is
// wanted: it may change its flags at any moment, and put any setting to any of its values.
#pragma once

#include "proof/cases.hpp"
#include "rondix/runtime/apply.hpp"

#include <span>
#include <vector>

namespace rondix {

/// Whether the game can change this flag.
inline bool is_free(const CompiledFlow& flow, FlagId flag) {
    return flow[flag].set_by_game || flow[flag].kind == FlagKind::setting;
}

/// Whether who goes through what can happen need not keep the flag apart: the game's own, and those
/// about a setting of which much is asked, so that there would be many. (The values of the others
/// are kept: a screen may close by them before anybody can change them.)
bool can_be_left_out(const CompiledFlow& flow, FlagId flag);

/// Makes the game's moves in `there`, and adds them to `moves`, so that all of this holds. False:
/// it cannot be made so; some moves may have been made.
bool arrange(const CompiledFlow& flow, std::span<const Literal> wanted, MenuState& there,
             std::vector<Move>& moves);

} // namespace rondix
