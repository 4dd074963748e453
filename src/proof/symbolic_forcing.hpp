// Symbolic forcing: the game of forcing.hpp with the values of any number of flags, as sets that
// are never listed.
//
// Of its two questions the simpler one: a push counts when what is pushed is won and every way in
// which it could be left lands on what is won. It wins no head too many; so where all that is met
// of a screen is won, nobody is lost there. Where it is not, somebody may be, or not.
#pragma once

#include "proof/forcing.hpp"
#include "proof/symbolic_reach.hpp"

namespace rondix {

class SymbolicForcing {
  public:
    using Id = Diagrams::Id;

    /// To quit is a goal always, and `goals` are: the values of each frame. Throws
    /// Diagrams::TooLarge where it would take more than the diagrams allow.
    SymbolicForcing(SymbolicReach& reach, std::vector<Id> goals, Silence mode, Budget& budget);

    /// Whether all that is met of this screen is won.
    bool wins(ScreenId screen);
    /// What is met of a frame at rest, and is not won.
    Id not_won(FrameId frame) {
        const Id there = diagrams_.both(reach_.reached(frame), rules_.at_rest(frame));
        return diagrams_.but_not(there, won_[frame]);
    }

  private:
    void settle();
    bool grow(FrameId frame);
    Id winning(FrameId frame);
    Id counts(FrameId frame, std::span<const Rule> rules, std::size_t at);
    Id leads(FrameId frame, const Rule& rule);
    Id in_vain(FrameId frame, const Rule& rule);

    SymbolicReach& reach_;
    RuleSets& rules_;
    Diagrams& diagrams_;
    const Silence silence_;
    Budget& budget_;
    std::vector<Id> won_;                // of each frame
    std::vector<std::size_t> growth_;    // how often that has grown,
    std::vector<std::size_t> looked_at_; // and when each frame was looked at
};

} // namespace rondix
