// Traps: heads from which play or quit cannot be reached, told at the screen to mend.
#pragma once

#include "check/question.hpp"

namespace rondix {

/// Finds where players get stuck (no-way-out, no-goal), where they cannot leave (no-quit), and
/// where they may wait for ever (endless-wait).
void find_traps(Question& question, Findings& findings);

} // namespace rondix
