#include "proof/relaxed_plan.hpp"

#include <algorithm>
#include <functional>

namespace rondix {

RelaxedPlans::RelaxedPlans(Frames& frames, const Forward& forward)
    : frames_(frames)
    , forward_(forward)
    , literals_(forward.literals()) {
    for (FrameId frame = 0; frame < frames_.size(); ++frame) {
        const std::size_t count = frames_.branches(frame).size();
        for (std::size_t i = 0; i < count; ++i) add(frame, Branch(frames_.branches(frame)[i]));
    }
    branches_ = actions_.size();
    facts_of_branches_ = facts_.size();
    needed_by_.resize(literals_ + frames_.size());
    for (Action action = 0; action < branches_; ++action) note_needs(action);
    cost_.resize(needed_by_.size());
    made_by_.resize(needed_by_.size());
    stands_.resize(needed_by_.size());
}

/// What closes does not say where that leads: the frames beneath are open, and stay so.
void RelaxedPlans::add(FrameId frame, const Branch& branch) {
    if (branch.kind == Branch::Kind::refused || !forward_.can_make(branch)) return;
    Effects effects;
    const auto now = [&] { return static_cast<std::uint32_t>(facts_.size()); };
    effects.needs.begin = now();
    facts_.push_back(fact_of(frame));
    add_literals(frames_.literals(branch.asks));
    effects.makes.begin = now();
    add_literals(frames_.literals(branch.writes));
    if (branch.kind != Branch::Kind::leaves) facts_.push_back(fact_of(branch.frame));
    if (branch.kind == Branch::Kind::pushes) facts_.push_back(fact_of(branch.under));
    effects.needs.count = effects.makes.begin - effects.needs.begin;
    effects.makes.count = now() - effects.makes.begin;
    actions_.push_back(effects);
}

void RelaxedPlans::add_literals(std::span<const Literal> literals) {
    for (const Literal& one : literals)
        if (forward_.literal(one) != Forward::not_told_apart)
            facts_.push_back(static_cast<Fact>(forward_.literal(one)));
}

void RelaxedPlans::note_needs(Action action) {
    const IndexRange needs = actions_[action].needs;
    for (std::uint32_t i = needs.begin; i < needs.end(); ++i)
        needed_by_[facts_[i]].push_back(action);
}

void RelaxedPlans::set_ends(std::span<const End> ends) {
    for (std::vector<Action>& actions : needed_by_)
        while (!actions.empty() && actions.back() >= branches_) actions.pop_back();
    actions_.resize(branches_);
    facts_.resize(facts_of_branches_);
    for (const End& end : ends) {
        const auto begin = static_cast<std::uint32_t>(facts_.size());
        facts_.push_back(fact_of(end.frame));
        add_literals(end.asked);
        actions_.push_back({{begin, static_cast<std::uint32_t>(facts_.size()) - begin}, {}});
        note_needs(static_cast<Action>(actions_.size() - 1));
    }
    missing_.resize(actions_.size());
    cost_of_action_.resize(actions_.size());
}

void RelaxedPlans::begin(std::span<const FrameId> open, const Forward::Literals& so) {
    std::ranges::fill(cost_, never);
    stands_.assign(stands_.size(), false);
    std::ranges::fill(cost_of_action_, 1);
    for (std::size_t i = 0; i < actions_.size(); ++i) missing_[i] = actions_[i].needs.count;
    queue_.clear();
    for (std::size_t i = 0; i < literals_; ++i)
        if (Forward::is_so(so, i)) make(static_cast<Fact>(i), 0, no_action);
    for (std::size_t i = 0; i < open.size(); ++i)
        make(fact_of(open[i]), static_cast<std::uint32_t>(open.size() - 1 - i), no_action);
}

void RelaxedPlans::make(Fact fact, std::uint32_t cost, Action action) {
    if (cost >= cost_[fact]) return;
    cost_[fact] = cost;
    made_by_[fact] = action;
    queue_.emplace_back(cost, fact);
    std::ranges::push_heap(queue_, std::greater<>());
}

bool RelaxedPlans::find(std::span<const FrameId> open, const Forward::Literals& so) {
    begin(open, so);
    work_ += 500 + 2 * actions_.size();
    while (!queue_.empty()) {
        const auto [cost, fact] = queue_.front();
        std::ranges::pop_heap(queue_, std::greater<>());
        queue_.pop_back();
        if (stands_[fact]) continue;
        stands_[fact] = true;
        work_ += 50 + 5 * needed_by_[fact].size();
        for (const Action action : needed_by_[fact]) {
            cost_of_action_[action] = std::min(never, cost_of_action_[action] + cost);
            if (--missing_[action] > 0) continue;
            if (action >= branches_) {
                end_ = action;
                return true;
            }
            const IndexRange makes = actions_[action].makes;
            for (std::uint32_t i = makes.begin; i < makes.end(); ++i)
                make(facts_[i], cost_of_action_[action], action);
        }
    }
    return false;
}

std::vector<RelaxedPlans::Fact> RelaxedPlans::makes() const {
    std::vector<Fact> todo, made;
    std::vector<bool> is_wanted(cost_.size());
    const auto want = [&](Action action) {
        const IndexRange needs = actions_[action].needs;
        for (std::uint32_t i = needs.begin; i < needs.end(); ++i) {
            const Fact fact = facts_[i];
            if (is_wanted[fact] || cost_[fact] == 0) continue;
            is_wanted[fact] = true;
            todo.push_back(fact);
        }
    };
    want(end_);
    while (!todo.empty()) {
        const Fact fact = todo.back();
        todo.pop_back();
        made.push_back(fact);
        if (made_by_[fact] != no_action) want(made_by_[fact]); // else a frame that is open
    }
    return made;
}

} // namespace rondix
