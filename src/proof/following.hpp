// Following: which heads come next after a head. One move leads to them, or a move that pushes a
// screen and a way in which that is left again.
#pragma once

#include "proof/leaving.hpp"

namespace rondix {

/// Calls `one` with the frame and the values of each that one move leads to, and `row` with a frame
/// and a Leaving::Row for those that are come back to. `leaving` is by any move.
template <class One, class Row>
void each_next(const Heads& heads, const Leaving& leaving, FrameId frame, Values values, One one,
               Row row) {
    for (const Rule& rule : heads.may(frame)) {
        if (!rule.holds(values) || rule.kind == Branch::Kind::leaves) continue;
        const Values after = rule.after(values);
        one(rule.frame, after);
        if (rule.kind != Branch::Kind::pushes) continue;
        for (const Leaving::Exit& exit : leaving.exits(rule.frame))
            if (heads.frames().lands_on(frame, exit.landing))
                row(rule.under, leaving.row(exit, after));
    }
    if (!heads.may_rest(frame, values)) return;
    for (Values free = heads.free(); free != 0; free &= free - 1)
        one(frame, values ^ (free & (~free + 1)));
}

} // namespace rondix
