// Diagrams: sets of values, and relations between them, as binary decision diagrams (R. Bryant,
// "Graph-based algorithms for boolean function manipulation", IEEE Transactions on Computers 35(8),
// 1986): a question about one variable at each node, in the same order on every way down, and equal
// parts only once. What holds of a million values often takes a few nodes.
//
// A variable stands in three places: what it is now, what it is after, and one between the two, for
// putting relations one after the other. The three places of a variable are neighbours in the
// order.
#pragma once

#include "proof/budget.hpp"

#include <cstddef>
#include <cstdint>
#include <vector>

namespace rondix {

class Diagrams {
  public:
    using Id = std::uint32_t; ///< the same for what is equal
    static constexpr Id never = 0, always = 1;
    enum Place : std::uint8_t { now, between, after };

    /// Thrown where it would take more nodes, or more steps, than are allowed.
    struct TooLarge {};
    /// The limits of `budget` are kept at every step as well.
    Diagrams(std::size_t max_nodes, std::size_t max_steps, Budget& budget);

    Id is(unsigned variable, Place place, bool raised);
    /// That the variable is the same now and after.
    Id is_same(unsigned variable);
    Id both(Id a, Id b) { return choose(a, b, never); }
    Id either(Id a, Id b) { return choose(a, always, b); }
    Id but_not(Id a, Id b) { return choose(b, never, a); }
    /// `a` where the variable has this value, whatever it has.
    Id assume(Id a, unsigned variable, bool raised);
    /// That `a` holds for one value of the variable, or the other.
    Id forget(Id a, unsigned variable) {
        return either(assume(a, variable, false), assume(a, variable, true));
    }
    /// `a` of the other value of the variable.
    Id turned(Id a, unsigned variable);
    /// The variables of one place in another; none stands in both.
    Id moved(Id a, Place from, Place to);
    /// That for some values in `place` both hold.
    Id some_both(Id a, Id b, Place place);

    /// Whether these values, a bit for each variable, are in a set; those now and after, in a
    /// relation.
    bool has(Id set, std::uint64_t values) const { return has(set, values, values); }
    bool has(Id relation, std::uint64_t values, std::uint64_t then) const;
    /// One of the values of a set, like these where there is a choice. Of `never` there is none.
    std::uint64_t one_of(Id set, std::uint64_t like) const;

    std::size_t steps() const { return steps_; }
    /// So many more steps, and some nodes more.
    void allow(std::size_t steps) {
        max_steps_ = steps_ + steps;
        max_nodes_ = nodes_.size() + steps;
    }
    /// What is asked from now on is small.
    void lift_limits() { max_nodes_ = max_steps_ = static_cast<std::size_t>(-1); }

  private:
    struct Node {
        std::uint32_t level = 0;
        Id low = 0, high = 0;
        bool operator==(const Node&) const = default;
    };
    enum class Operation : std::uint32_t { choose, assume, turn, move, some_both };
    struct Known {
        std::uint64_t about = 0, also = 0; // the operation and what it was done to
        Id result = 0;
        bool some = false;
    };

    static constexpr std::uint32_t level_of(unsigned variable, Place place) {
        return 3 * variable + place;
    }
    Id node(std::uint32_t level, Id low, Id high);
    void make_room();
    Id choose(Id condition, Id then, Id otherwise);
    Id low(Id a, std::uint32_t level) const { return nodes_[a].level == level ? nodes_[a].low : a; }
    Id high(Id a, std::uint32_t level) const {
        return nodes_[a].level == level ? nodes_[a].high : a;
    }
    /// Does it, unless it was done before.
    template <class Do>
    Id once(Operation operation, Id a, Id b, Id c, Do work);

    std::size_t max_nodes_, max_steps_;
    Budget& budget_;
    std::size_t steps_ = 0;
    std::vector<Node> nodes_;
    std::vector<Id> places_; // of nodes, by what they are; 0 is a free place
    std::vector<Known> known_;
};

} // namespace rondix
