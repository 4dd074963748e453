// Hopeless: heads from which no moves at all lead to a goal or out of them, whoever makes them and
// whatever the flags are that are not tracked. Forcing says which heads seem to be lost as long as
// some flags are not known; what is hopeless is lost whatever they are.
#pragma once

#include "proof/leaving.hpp"

namespace rondix {

/// To quit is a goal always, and `goals` are. Those of `among`, which lead to no others. Where
/// silence counts, what has no time limit is never answered.
HeadSet hopeless(const Heads& heads, const HeadSet& among, HeadSet goals, Silence mode,
                 Budget& budget);

} // namespace rondix
