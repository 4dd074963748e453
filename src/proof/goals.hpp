// Goals: which heads can be reached from the start, and from which of them the player gets where
// somebody wants to be without leaving the screen for a lower stack.
#pragma once

#include "proof/leaving.hpp"

namespace rondix {

/// Every head that could be reached, by any moves. `leaving` is by any move.
HeadSet reachable(const Heads& heads, const Leaving& leaving, Watch& watch);

/// The same from the situation that is one more start (Heads::also). What it is left for stands on
/// `landed`: its own head, and those of the screens beneath that are met when it is left.
HeadSet reachable_from_also(const Heads& heads, const Leaving& leaving, HeadSet& landed,
                            Watch& watch);

/// What a goal is reached by, besides the heads that have it.
struct Goal {
    bool (*counts)(MoveKind) = nullptr; ///< moves of these kinds
    bool resets = false;                ///< whatever closes every screen has it as well
};

/// The heads from which, by moves that count and that the player can count on, one of `there` or a
/// press that quits is reached without the head being left: through screens that are pushed and
/// left again as well. `leaving` is by such moves.
HeadSet with_goal(const Heads& heads, const Leaving& leaving, Goal goal, HeadSet there,
                  Watch& watch);

/// The moves of a way out: the player's, any answer, and the screen's moving on.
constexpr bool of_a_way_out(MoveKind kind) {
    return is_players(kind) || is_answer(kind) || is_moving_on(kind);
}
/// The moves of leaving the game when every load and every request fails from now on.
constexpr bool of_leaving(MoveKind kind) {
    return is_players(kind) || is_bad_answer(kind) || is_moving_on(kind);
}
/// What happens when no answer ever comes.
constexpr bool of_waiting(MoveKind kind) {
    return is_players(kind) || is_moving_on(kind);
}

} // namespace rondix
