// Traps: where a player gets stuck, waits for ever, or cannot leave the game.
#pragma once

#include "check/check_context.hpp"
#include "proof/safety.hpp"

#include <set>

namespace rondix {

/// What was told already of which screen.
using Told = std::set<std::pair<RuleId, ScreenId>>;

void find_traps(CheckContext& context, Findings& findings, Told& told);

/// Of a screen that the proof leaves open: whether somebody is lost in one of the menu states that
/// were come by there, or to which a way was found, by all that can be done from there. That is
/// told. False: none is known.
bool find_trap_by_looking(CheckContext& context, Safety& safety, ScreenId screen,
                          Findings& findings, Told& told);

} // namespace rondix
