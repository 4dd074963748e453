// Traps: where a player gets stuck, waits for ever, or cannot leave the game.
#pragma once

#include "check/question.hpp"

#include <set>

namespace rondix {

/// What was told already of which screen.
using Told = std::set<std::pair<Slug, ScreenId>>;

void find_traps(Question& question, Findings& findings, Told& told);

} // namespace rondix
