// Ways: how far each listed situation is from a goal, by some kinds of moves only. A breadth-first
// search backward from the situations that have the goal.
#pragma once

#include "check/listing.hpp"

#include <limits>

namespace rondix {

/// The edges of a listing turned round.
class Backward {
  public:
    explicit Backward(const Listing& listing);

    struct Edge {
        Listing::Number from = 0;
        MoveKind kind{};
    };
    std::span<const Edge> into(Listing::Number number) const {
        return {edges_.data() + ends_[number], edges_.data() + ends_[number + 1]};
    }

  private:
    std::vector<Edge> edges_;
    std::vector<std::uint64_t> ends_; // into(n) is [ends_[n], ends_[n + 1])
};

using Distance = std::uint32_t;
inline constexpr Distance unreachable = std::numeric_limits<Distance>::max();

/// For each situation the fewest moves of the kinds that `counts` to play (0 where the player is in
/// play, when `play_counts`) or to a press that quits (1 where there is one). Situations whose
/// moves were not followed count as being there: nothing is said against what was not looked at.
std::vector<Distance> ways_out(const CompiledFlow& flow, const Listing& listing,
                               const Backward& backward, bool play_counts,
                               bool (*counts)(MoveKind));

/// The moves of a way out: the player's, and any answer to a load.
constexpr bool of_a_way_out(MoveKind kind) {
    return is_players(kind) || is_answer(kind);
}
/// The moves of leaving the game when every load fails from now on.
constexpr bool of_leaving(MoveKind kind) {
    return is_players(kind) || kind == MoveKind::load_failed;
}

} // namespace rondix
