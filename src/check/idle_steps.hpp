// Idle steps: steps that can do nothing where they stand.
#pragma once

#include "check/check_context.hpp"

namespace rondix {

/// A `back` that only ever stands at the bottom, a `resume` where no play screen is beneath, a
/// `retry` without a scene, a `back to` a screen that is never beneath. Told where the player is
/// not stuck anyway.
void find_idle_steps(CheckContext& context, Findings& findings);

} // namespace rondix
