// What is never reached: screens that nothing shows, buttons that can never be pressed.
#pragma once

#include "check/question.hpp"

namespace rondix {

void find_unreached(Question& question, Findings& findings);

} // namespace rondix
