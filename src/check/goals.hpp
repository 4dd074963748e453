// Goals: which heads can be reached from the start, and from which of them the player gets where
// somebody wants to be without leaving the screen for a lower stack.
#pragma once

#include "check/leaving.hpp"

namespace rondix {

/// Every head that could be reached, by any moves. `leaving` is by any move.
HeadSet reachable(const Heads& heads, const Leaving& leaving, Watch& watch);

/// The heads from which, by moves of these kinds that the player can count on, one of `there` or a
/// press that quits is reached without the head being left: through screens that are pushed and
/// left again as well. `leaving` is by the player's moves.
HeadSet with_goal(const Heads& heads, const Leaving& leaving, bool (*counts)(MoveKind),
                  HeadSet there, Watch& watch);

/// The moves of a way out: the player's, and any answer to a load.
constexpr bool of_a_way_out(MoveKind kind) {
    return is_players(kind) || is_answer(kind);
}
/// The moves of leaving the game when every load fails from now on.
constexpr bool of_leaving(MoveKind kind) {
    return is_players(kind) || kind == MoveKind::load_failed;
}
/// The player's moves alone, when no answer ever comes.
constexpr bool of_waiting(MoveKind kind) {
    return is_players(kind);
}

} // namespace rondix
