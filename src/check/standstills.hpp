// Standstills: screens on which the player is not stuck, yet stands as if.
#pragma once

#include "check/check_context.hpp"

namespace rondix {

/// Screens on which no control can be used and back leads nowhere, so that only the menu button or
/// a named key leads on (nothing-usable).
void find_nothing_usable(CheckContext& context, Findings& findings);

/// Screens from which back, pressed again and again, comes to rest neither at a root screen nor at
/// one that says `back: none` (restless-back). A root's own `back:` is not asked: it is at rest.
void find_restless_backs(CheckContext& context, Findings& findings);

} // namespace rondix
