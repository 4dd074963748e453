// Tabulation: the heads that can be reached, and in which ways each of them can be left, found one
// head at a time from the start on, as in interprocedural analysis (T. Reps, S. Horwitz, M. Sagiv,
// "Precise interprocedural dataflow analysis via graph reachability", POPL 1995).
//
// The squares of bits of leaving.hpp hold every value of the flags, met or not. Where few values
// are met on each screen, which is the usual case, this costs a fraction; where many are, it costs
// more, and is given up early.
#pragma once

#include "proof/heads.hpp"

#include <optional>

namespace rondix {

/// Every head that could be reached from the start, by any moves; nothing where it is
/// given up.
std::optional<HeadSet> tabulate(const Heads& heads, Budget& budget);

} // namespace rondix
