// Rules as sets: the case of a rule as a set of values, and what it does as a relation between the
// values before and after, in decision diagrams.
#pragma once

#include "proof/diagrams.hpp"
#include "proof/heads.hpp"

namespace rondix {

class RuleSets {
  public:
    using Id = Diagrams::Id;

    RuleSets(Heads of, std::size_t max_nodes, std::size_t max_steps, Budget& budget)
        : heads(std::move(of))
        , diagrams(max_nodes, max_steps, budget) {}

    /// That the variables of the mask have these values now.
    Id cube(Values mask, Values values);
    /// That the first bits have these values, so many of them.
    Id first_bits(unsigned count, Values values) {
        return cube(count == 0 ? 0 : ~Values{0} >> (Heads::max_bits_of_sets - count), values);
    }
    /// The case of a rule.
    Id asked_by(const Rule& rule);
    /// What is so before the move, of a relation (or set) that is so after it; `assumed` leaves out
    /// that the case has to hold.
    Id before(Id relation, const Rule& rule) {
        return diagrams.both(asked_by(rule), assumed(relation, rule));
    }
    Id assumed(Id relation, const Rule& rule);
    /// From the values before the move to those after it.
    Id after_move(const Rule& rule);
    /// The values that it makes of these.
    Id image(Id values, const Rule& rule);
    /// Nothing closes there at once.
    Id at_rest(FrameId frame);

    template <class Each>
    static void each_bit(Values mask, Each each) {
        for (; mask != 0; mask &= mask - 1) each(static_cast<unsigned>(std::countr_zero(mask)));
    }

    Heads heads; // as sets
    Diagrams diagrams;
};

} // namespace rondix
