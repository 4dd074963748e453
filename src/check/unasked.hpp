// Flags that warn (`unsaved: { ask-before: leaving }`): the player must not leave play without
// a question while one of them is raised. In menus that stand over no play there is nothing to
// lose.
#pragma once

#include "check/check_context.hpp"

namespace rondix {

void find_unasked(CheckContext& context, Findings& findings);

} // namespace rondix
