// Best first: real menu states, found by going forward towards one end.
//
// Scouts (scout.hpp) go everywhere, and drop what shows nothing new; so they miss what needs many
// flags together. Here nothing is dropped, and what promises most is gone on from first. There are
// three answers to what that is, and they are asked in turn, for each finds what the others do not:
//   - what shows something new (a flag that had never been so at this frame; two that had never
//     been so together), and of such, what is nearer to the end. Only those menu states are
//     compared that are as near, and that have come as far: by how much of the end is not so yet,
//     and by how much of a relaxed plan has been so on the way (relaxed_plan.hpp);
//   - the same by the plan that was made at the start alone, for what is near may be the wrong way;
//   - what costs least by a plan that begins there. It is made only for what shows a flag that is
//     new.
//
// N. Lipovetzky, H. Geffner, "Best-first width search: exploration and exploitation in classical
// planning", AAAI 2017; in turn: M. Helmert, "The Fast Downward planning system", Journal of
// Artificial Intelligence Research 26, 2006.
#pragma once

#include "proof/literals_met.hpp"
#include "proof/relaxed_plan.hpp"

#include <array>
#include <functional>
#include <map>
#include <queue>
#include <tuple>
#include <unordered_set>

namespace rondix {

class BestFirst {
  public:
    BestFirst(const CompiledFlow& flow, Frames& frames, DeviceSet devices, Budget& budget);

    /// Where it is gone on from.
    struct Root {
        std::vector<Move> moves;
        bool stays_open = false; ///< and what is current there is not left
    };
    /// Goes forward, from the start or from other roots, until `is_it` says so of a menu state that
    /// is at one of the ends, as far as the flags go that are told apart. False: not within so much
    /// work (about a nanosecond each).
    using Is = std::function<bool(Forward::Seen, FrameId)>;
    bool find(std::span<const End> ends, const Is& is_it, std::size_t max_work);
    bool find(std::span<const End> ends, const Is& is_it, std::size_t max_work,
              const std::vector<Root>& roots);
    const Forward& forward() const { return forward_; }
    std::size_t work() const { return work_ + relaxed_.work(); }

  private:
    using Literals = Forward::Literals;
    using Seen = Forward::Seen;
    /// One of the ends.
    struct Wanted {
        FrameId frame = 0;
        std::vector<std::size_t> literals;
    };
    struct State {
        FrameId frame = 0;
        std::size_t kept_open = 0;         // so many screens, from the bottom
        std::uint32_t missing = 0;         // of the end that is nearest
        std::uint32_t plan = 0;            // which of plans_,
        std::uint64_t passed = 0;          // and what of it has been so on the way;
        std::uint64_t passed_of_first = 0; // of the plan that was made at the start
        std::vector<MenuState::Word> packed = {};
    };
    /// How promising one is, by one of the answers (less is more); of those that are alike the one
    /// that was kept first.
    using Promise = std::tuple<std::uint32_t, std::int32_t, std::int32_t, Seen>;
    using Queue = std::priority_queue<Promise, std::vector<Promise>, std::greater<>>;
    enum : std::size_t { by_goal, by_plan, by_cost };
    using Peers = std::tuple<std::size_t, std::uint32_t, int, FrameId>; // those that are compared
    enum : std::uint32_t { one_is_new = 1, two_are_new, none_is_new };

    void begin(std::span<const End> ends);
    bool go_on(const Is& is_it, std::size_t max_work);
    bool meet(Seen from, const Is& is_it, std::size_t kept_open = 1);
    bool follow(Seen from, const Is& is_it);
    bool is_known(FrameId frame);
    std::uint32_t missing(FrameId frame) const;
    bool find_plan(const State& state);
    bool find_relaxed(const State& state);
    void promise(const State& state, Seen seen);
    std::uint64_t passed(std::uint32_t plan, FrameId frame) const;
    std::uint32_t novelty(const Peers& peers);

    const CompiledFlow& flow_;
    Frames& frames_;
    Budget& budget_;
    Forward forward_;
    RelaxedPlans relaxed_;
    std::size_t work_ = 0;
    std::vector<Wanted> wanted_;
    std::size_t tried_ = 0;     // that were at an end
    std::vector<State> states_; // each that was kept
    std::vector<std::vector<RelaxedPlans::Fact>> plans_;
    std::array<Queue, 3> open_;               // by each answer
    std::unordered_set<std::uint64_t> known_; // hashes: of two that are alike, one is lost
    std::map<Peers, LiteralsMet> met_;        // what was so
    std::size_t words_met_ = 0;
    Literals now_; // of what is looked at
};

} // namespace rondix
