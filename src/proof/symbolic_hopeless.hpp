// The same as hopeless.hpp with the values of any number of flags, as sets: what is lost whatever
// is answered, and whatever those flags are that are not followed.
#pragma once

#include "proof/symbolic_reach.hpp"

namespace rondix {

/// Of each frame the values that are met at rest, from which no goal can be come to without leaving
/// them, and which cannot be left; and where an answer leads to such. To quit is a goal always, and
/// `goals` are; where silence counts, what has no time limit is never answered. Throws
/// Diagrams::TooLarge.
std::vector<Diagrams::Id> hopeless(SymbolicReach& reach, std::vector<Diagrams::Id> goals,
                                   Silence mode, Budget& budget);

} // namespace rondix
