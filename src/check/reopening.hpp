// Reopening: steps that open a screen while it is open.
#pragma once

#include "check/question.hpp"

namespace rondix {

/// Told once for each step, where the player is not stuck anyway.
void find_reopening(Question& question, Findings& findings);

} // namespace rondix
