// A flow as Promela, for SPIN to judge: the rules a third time, written for another machine.
//
// The model plays the flow with all moves. At any moment it may fall quiet, remembering where it
// was, and then makes only the moves of a way out (quiet 1) or of leaving while loads fail
// (quiet 2). It prints a line
//   F mode situation              for each situation in which it fell quiet
//   G mode situation              for each of those from which the goal was reached
//   R situation > situation       for each situation that was met on the way (quiet 2)
// so that which situations are lost can be read off: those with an F and no G.
#pragma once

#include "rondix/flow.hpp"

#include <string>

namespace rondix::test {

/// Without quiet it only explores and prints nothing, for measuring.
std::string promela(const Flow& flow, bool falls_quiet = true);

} // namespace rondix::test
