// What is never reached: screens that nothing shows, buttons that can never be pressed; by anybody,
// or by somebody with one kind of device alone.
#pragma once

#include "check/question.hpp"

namespace rondix {

void find_unreached(Question& question, Findings& findings);

/// What is in reach of somebody with all the flow's devices, and not of one with these alone.
void find_out_of_reach(Question& all, Question& alone, Findings& findings);

} // namespace rondix
