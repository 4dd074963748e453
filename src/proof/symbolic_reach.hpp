// Symbolic reach: which heads can be, with the values of any number of flags, as sets that are
// never listed. The same ways and the same heads as leaving.hpp and goals.hpp find with squares of
// bits, in decision diagrams: a way to leave a frame is a relation between the values before and
// after.
//
// J. Burch, E. Clarke, K. McMillan, D. Dill, L. Hwang, "Symbolic model checking: 10^20 states and
// beyond", Information and Computation 98(2), 1992.
#pragma once

#include "proof/reach.hpp"
#include "proof/rule_sets.hpp"

#include <memory>
#include <optional>
#include <queue>

namespace rondix {

class SymbolicReach {
  public:
    /// With the values of these flags. Null where that takes more steps than are allowed; those
    /// that were taken are added to `steps`.
    static std::unique_ptr<SymbolicReach> of(const CompiledFlow& flow, Frames& frames,
                                             DeviceSet devices, const AllAsked& asked,
                                             std::size_t max_steps, std::size_t& steps,
                                             Budget& budget);

    /// Whether a frame can be met at rest with these values in the first bits, so many of them; in
    /// a case of a branch.
    bool reaches(FrameId frame, Values values, unsigned bits);
    bool reaches(FrameId frame, Values values, unsigned bits, const Branch& branch);
    /// The same where none of the rules holds that the player can count on and that are asked for.
    template <class IsAsked>
    bool reaches_without(FrameId frame, Values values, unsigned bits, IsAsked is_asked) {
        Id there = resting(frame, values, bits);
        for (const Rule& rule : heads_.sure(frame))
            if (is_asked(rule)) there = diagrams_.but_not(there, rules_.asked_by(rule));
        return there != Diagrams::never;
    }
    /// What is reached can be, in truth.
    bool is_exact() const { return is_exact_; }

    using Id = Diagrams::Id;
    struct Exit {
        Landing landing;
        Id ways = Diagrams::never; ///< from the values now to those after
    };
    /// In which ways a frame can be left, by any moves.
    std::span<const Exit> exits(FrameId frame) const { return exits_[frame]; }
    /// The values with which it is met.
    Id reached(FrameId frame) const { return reached_[frame]; }
    /// What both are made of.
    RuleSets& rules() { return rules_; }

    /// A step of a way from the start.
    struct Step {
        enum class Kind : std::uint8_t {
            begins, ///< at one of Heads::starts()
            moves,  ///< a rule
            turns,  ///< the game changes a flag
        };
        Kind kind{};
        FrameId from = 0;
        std::uint32_t which = 0; ///< start, rule of Heads::may(), or bit
    };
    /// How a frame can be met with these values, as far as the rules tell; it has to be met so.
    /// Nothing where that would be very long.
    std::optional<std::vector<Step>> way_to(FrameId frame, Values values);

  private:
    SymbolicReach(Heads heads, bool is_exact, std::size_t max_steps, Budget& budget);
    void run();
    Id resting(FrameId frame, Values values, unsigned bits);
    void find_ways();
    void settle(std::span<const FrameId> group);
    bool grow(FrameId frame);
    bool grow(FrameId frame, const Rule& rule);
    void find_reached();
    /// What was found to be met, and why.
    struct Arrival {
        Step step;
        FrameId to = 0;
        Id before = Diagrams::never; // of the frame that it comes from
        bool returns = false;        // what the rule pushes is left, in one of these ways:
        Exit exit = {};
        Id values = Diagrams::never; // which were not met before
    };
    void add_reached(Id values, Arrival arrival);
    void follow(FrameId frame, Id here);
    Values before(const Arrival& arrival, Values values);
    /// What was found to be a way to leave a frame, and why.
    struct Growth {
        Step step;
        Exit goes_on = {};    // of the frame that the rule leads to; none: it is left by the rule
        bool returns = false; // and then, from the frame beneath it:
        Exit further = {};
        Exit ways = {}; // which were not known before
    };
    bool add(FrameId frame, Landing landing, Id ways, Growth growth);
    /// From these values in one of the ways of an exit to those.
    struct Stretch {
        FrameId frame = 0;
        Landing landing;
        Values from = 0, to = 0;
    };
    bool add_steps(const Stretch& stretch, std::vector<Step>& way);
    Values between(const Growth& growth, Values from, Values to);

    RuleSets rules_;
    Heads& heads_ = rules_.heads;
    const bool is_exact_;
    Budget& budget_;
    Diagrams& diagrams_ = rules_.diagrams;
    std::vector<std::vector<Exit>> exits_;            // of each frame
    std::vector<std::size_t> growth_;                 // how often the ways of each frame grew,
    std::vector<std::vector<std::size_t>> looked_at_; // and when each of its rules was looked at
    std::vector<Id> reached_, fresh_;            // of each frame; what of that is not followed yet
    std::vector<std::vector<Arrival>> arrivals_; // at each frame, in their order
    std::vector<std::vector<Growth>> growths_;   // of its ways
    std::vector<std::uint32_t> place_;           // of each frame in the order of the heads
    std::priority_queue<std::uint32_t> open_; // places; what opens others is followed before them
};

} // namespace rondix
