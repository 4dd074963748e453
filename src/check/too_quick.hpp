// Too quick: screens that move on before a player can have read them.
#pragma once

#include "rondix/tools/flow.hpp"

namespace rondix {

/// By the letters of all texts of a screen, at the flow's `reading-speed`; time limits are as short
/// as the player can make them.
void find_too_quick(const FlowFile& file, Findings& findings);

} // namespace rondix
