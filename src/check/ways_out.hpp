// Ways: how far each listed menu state is from a goal that the player can force, whatever is
// answered: a backward search over the listing, in which the player chooses his own moves and the
// other side what is answered. The plain counterpart of proof/forcing.hpp.
#pragma once

#include "check/listing.hpp"
#include "proof/forcing.hpp"

#include <limits>

namespace rondix {

/// The edges of a listing turned round.
class Backward {
  public:
    explicit Backward(const Listing& listing);

    std::span<const Listing::Number> into(Listing::Number number) const {
        return {from_.data() + ends_[number], from_.data() + ends_[number + 1]};
    }

  private:
    std::vector<Listing::Number> from_;
    std::vector<std::uint64_t> ends_; // into(n) is [ends_[n], ends_[n + 1])
};

using Distance = std::uint32_t;
inline constexpr Distance unreachable = std::numeric_limits<Distance>::max();

/// How far a menu state is, by its moves, from how far those are that it leads to: the rules of the
/// game of two for plainly listed menu states.
Distance distance_of(const CompiledFlow& flow, std::span<const Listing::Edge> edges,
                     Listing::Number number, Silence mode, const std::vector<Distance>& distances);

/// For each menu state the most moves of a way out that the player chooses as short as possible,
/// and the other side as long: to play (0 where the player is in play) or to a press that quits (1
/// where there is one). Menu states whose moves were not followed count as being there: nothing is
/// said against what was not looked at.
std::vector<Distance> ways_out(const CompiledFlow& flow, const Listing& listing,
                               const Backward& backward);

/// The same where silence counts; the menu states that have no way out anyway count as being there.
std::vector<Distance> ways_out_in_silence(const CompiledFlow& flow, const Listing& listing,
                                          const Backward& backward,
                                          const std::vector<Distance>& way_out);

/// The same for leaving the game; what is lost otherwise counts as being there: a trap is told as
/// such, and what it does to leaving is asked once it is fixed.
std::vector<Distance> ways_to_leave(const Listing& listing, const Backward& backward,
                                    const std::vector<Distance>& way_out,
                                    const std::vector<Distance>& in_silence);

} // namespace rondix
