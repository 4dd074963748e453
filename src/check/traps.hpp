// Traps: where a player gets stuck, waits for ever, or cannot leave the game.
#pragma once

#include "check/check_context.hpp"

#include <set>

namespace rondix {

/// What was told already of which screen.
using Told = std::set<std::pair<RuleId, ScreenId>>;

void find_traps(CheckContext& context, Findings& findings, Told& told);

} // namespace rondix
