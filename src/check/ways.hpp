// Ways: how far each listed situation is from a goal, by some kinds of moves only. A breadth-first
// search backward from the situations that have the goal.
#pragma once

#include "check/listing.hpp"
#include "proof/goals.hpp"

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

/// For each situation the fewest moves of a way out to play (0 where the player is in play) or to a
/// press that quits (1 where there is one). Situations whose moves were not followed count as being
/// there: nothing is said against what was not looked at.
std::vector<Distance> ways_out(const CompiledFlow& flow, const Listing& listing,
                               const Backward& backward);

/// The same for leaving the game while every load fails. Situations that have no way out count as
/// being there: a trap is told as such, and what it does to leaving is asked once it is mended.
std::vector<Distance> ways_to_leave(const Listing& listing, const Backward& backward,
                                    const std::vector<Distance>& way_out);

} // namespace rondix
