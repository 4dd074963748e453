// Flags that warn (`unsaved: { ask-before: leaving }`): the player must not leave play without
// a question while one of them is raised. In menus that stand over no play there is nothing to
// lose.
#pragma once

#include "check/question.hpp"

namespace rondix {

void find_unasked(Question& question, Findings& findings);

} // namespace rondix
