// A flow as Promela, for SPIN to judge: the rules a third time, written for another machine.
//
// The model plays the flow with all moves of the game and of a player with some devices. At any
// moment it may fall quiet, remembering where it was, and then goes for a goal with one constant
// answer to every load:
//   1  play or quit, every load is done      2  play or quit, every load fails
//   3  quit, every load is done              4  quit, every load fails
//   5  play or quit, no load is answered
// It prints a line
//   F mode menu state              for each menu state in which it fell quiet
//   G mode menu state              for each of those from which the goal was reached
// so that what no moves of the player lead to a goal from can be read off: those with an F and no
// G. A player who has no way with one constant answer has none against answers of all kinds.
#pragma once

#include "rondix/tools/flow.hpp"

#include <string>

namespace rondix::test {

/// Without quiet it only explores and prints nothing, for measuring.
std::string promela(const Flow& flow, DeviceSet devices, bool falls_quiet = true);

} // namespace rondix::test
