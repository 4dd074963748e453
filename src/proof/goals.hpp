// Goals: which heads can be reached from the start, and which moves a way out is made of.
#pragma once

#include "proof/leaving.hpp"

namespace rondix {

/// Every head that could be reached, by any moves. `leaving` is by any move.
HeadSet reachable(const Heads& heads, const Leaving& leaving, Watch& watch);

/// The same from the situation that is one more start (Heads::also). What it is left for stands on
/// `landed`: its own head, and those of the screens beneath that are met when it is left.
HeadSet reachable_from_also(const Heads& heads, const Leaving& leaving, HeadSet& landed,
                            Watch& watch);

/// The moves of a way out: the player's, any answer, and the screen's moving on. Who chooses which
/// of them is told by Forcing.
constexpr bool of_a_way_out(MoveKind kind) {
    return is_players(kind) || is_answer(kind) || is_moving_on(kind);
}

} // namespace rondix
