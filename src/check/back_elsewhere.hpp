// Back that leads elsewhere than the player came from.
#pragma once

#include "check/check_context.hpp"

namespace rondix {

/// A screen that is opened from several others, and whose `back:` returns to one of them only:
/// options that go to the title, opened over a paused game. Not told where it returns to none (a
/// game over that goes home): then it is meant.
void find_back_elsewhere(CheckContext& context, Findings& findings);

} // namespace rondix
