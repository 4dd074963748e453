// Reopening: steps that open a screen while it is open.
#pragma once

#include "check/check_context.hpp"

namespace rondix {

/// Told once for each step, where the player is not stuck anyway.
void find_reopening(CheckContext& context, Findings& findings);

} // namespace rondix
