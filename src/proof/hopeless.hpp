// Hopeless: heads from which no moves at all lead to a goal or out of them, whoever makes them and
// whatever the flags are that are not tracked. Forcing says which heads seem to be lost as long as
// some flags are not known; what is hopeless is lost whatever they are.
#pragma once

#include "proof/summaries.hpp"

namespace rondix {

/// Of the heads that are met. To quit is a goal always, and `goals` are. Where silence counts, what
/// has no time limit is never answered.
HeadSet hopeless(const Heads& heads, Summaries& summaries, HeadSet goals, Silence mode,
                 Budget& budget);

} // namespace rondix
