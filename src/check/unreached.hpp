// What is never reached: screens that nothing shows, buttons that can never be pressed; by anybody,
// or by somebody with one kind of device alone.
#pragma once

#include "check/check_context.hpp"

namespace rondix {

void find_unreached(CheckContext& context, Findings& findings);

/// What is in reach of somebody with all the flow's devices, and not of one with these alone.
void find_out_of_reach(CheckContext& all, CheckContext& alone, Findings& findings);

} // namespace rondix
