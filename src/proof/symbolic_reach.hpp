// Symbolic reach: which heads can be, with the values of any number of flags, as sets that are
// never listed. The same ways and the same heads as leaving.hpp and goals.hpp find with squares of
// bits, in decision diagrams: a way to leave a frame is a relation between the values before and
// after.
//
// J. Burch, E. Clarke, K. McMillan, D. Dill, L. Hwang, "Symbolic model checking: 10^20 states and
// beyond", Information and Computation 98(2), 1992.
#pragma once

#include "proof/diagrams.hpp"
#include "proof/reach.hpp"

#include <memory>
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
    /// What is reached can be, in truth.
    bool is_exact() const { return is_exact_; }

  private:
    using Id = Diagrams::Id;
    struct Exit {
        Landing landing;
        Id ways = Diagrams::never; // from the values now to those after
    };

    SymbolicReach(Heads heads, bool is_exact, std::size_t max_steps, Budget& budget);
    void run();
    void find_ways();
    void settle(std::span<const FrameId> group);
    bool grow(FrameId frame);
    bool grow(FrameId frame, const Rule& rule);
    bool add(FrameId frame, Landing landing, Id ways);
    void find_reached();
    void add_reached(FrameId frame, Id values);
    void follow(FrameId frame, Id here);
    Id image(Id values, const Rule& rule);
    Id resting(FrameId frame, Values values, unsigned bits);
    Id cube(Values mask, Values values);
    Id asked_by(const Rule& rule);
    Id before(Id relation, const Rule& rule);
    Id after_move(const Rule& rule);
    Id at_rest(FrameId frame);
    template <class Each>
    void each_bit(Values mask, Each each) const {
        for (; mask != 0; mask &= mask - 1) each(static_cast<unsigned>(std::countr_zero(mask)));
    }

    Heads heads_;
    const bool is_exact_;
    Budget& budget_;
    Diagrams diagrams_;
    std::vector<std::vector<Exit>> exits_;            // of each frame
    std::vector<std::size_t> growth_;                 // how often the ways of each frame grew,
    std::vector<std::vector<std::size_t>> looked_at_; // and when each of its rules was looked at
    std::vector<Id> reached_, fresh_;         // of each frame; what of that is not followed yet
    std::vector<std::uint32_t> place_;        // of each frame in the order of the heads
    std::priority_queue<std::uint32_t> open_; // places; what opens others is followed before them
};

} // namespace rondix
