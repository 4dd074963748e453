// Relaxed plans: moves that would lead to what is wanted if no move undid what another has done.
// One is found at once, it tells about how far there is to go, and what it makes so has, most
// often, to be made so by any real moves: so who looks for them can tell how far he has come
// (best_first.hpp).
//
// J. Hoffmann, B. Nebel, "The FF planning system: fast plan generation through heuristic search",
// Journal of Artificial Intelligence Research 14, 2001; costs are sums, as in B. Bonet, H. Geffner,
// "Planning as heuristic search", Artificial Intelligence 129, 2001.
#pragma once

#include "proof/forward.hpp"

namespace rondix {

/// A frame, with some flags so.
struct End {
    FrameId frame = 0;
    std::vector<Literal> asked;
};

class RelaxedPlans {
  public:
    /// Of the moves that can be made, with the flags that are told apart there.
    RelaxedPlans(Frames& frames, const Forward& forward);

    /// What plans are to lead to: any of these.
    void set_ends(std::span<const End> ends);
    /// Looks for one that begins with these frames open (the current one last). False: there is
    /// none.
    bool find(std::span<const FrameId> open, const Forward::Literals& so);
    /// Of the plan that was found: how many moves it has, or more.
    std::uint32_t cost() const { return cost_of_action_[end_]; }
    /// A literal that is told apart, or, after all of these, a frame.
    using Fact = std::uint32_t;
    Fact fact_of(FrameId frame) const { return static_cast<Fact>(literals_ + frame); }
    /// What it makes so that was not.
    std::vector<Fact> makes() const;

    /// What looking has taken so far: about so many nanoseconds.
    std::size_t work() const { return work_; }

  private:
    /// A branch; or, after all of these, an end.
    using Action = std::uint32_t;
    static constexpr std::uint32_t never = 0x3FFFFFFF;
    static constexpr Action no_action = 0xFFFFFFFF;
    struct Effects {
        IndexRange needs, makes; // in facts_
    };
    void add(FrameId frame, const Branch& branch);
    void add_literals(std::span<const Literal> literals);
    void note_needs(Action action);
    void begin(std::span<const FrameId> open, const Forward::Literals& so);
    void make(Fact fact, std::uint32_t cost, Action action);

    Frames& frames_;
    const Forward& forward_;
    const std::size_t literals_;
    std::vector<Effects> actions_;
    std::vector<Fact> facts_;
    std::vector<std::vector<Action>> needed_by_; // each fact
    std::size_t branches_ = 0, facts_of_branches_ = 0;
    std::size_t work_ = 0;
    // Of the plan that is looked for: what each fact costs, by which action, and whether that
    // stands; the end that it leads to.
    std::vector<std::uint32_t> cost_, missing_, cost_of_action_;
    std::vector<Action> made_by_;
    std::vector<bool> stands_;
    std::vector<std::pair<std::uint32_t, Fact>> queue_; // a heap: what costs least first
    Action end_ = no_action;
};

} // namespace rondix
