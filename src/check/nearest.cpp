#include "check/nearest.hpp"

#include "proof/goals.hpp"

#include <algorithm>

namespace rondix {

Nearest::Nearest(const Heads& heads, const Paths& paths, Weigh weigh, Limits most, Budget& budget)
    : heads_(heads)
    , paths_(paths)
    , budget_(budget)
    , ways_(heads, paths.reached_heads(), {Leaving::By::a_way_out, weigh, most.work}, budget) {
    if (find_spots(most.spots)) return;
    exact_ = false;
    find_spots(no_way);
}

/// False: there are more than `most`.
bool Nearest::find_spots(std::size_t most) {
    spots_.clear();
    beneath_.clear();
    numbers_ = {};
    const auto meet = [&](HeadId head, Opened opened) {
        const std::uint64_t key = std::uint64_t{opened} << 32 | head;
        const auto next = static_cast<SpotId>(spots_.size());
        if (numbers_.look_up(key, next, 0).is_new) spots_.push_back({head, opened});
    };
    for (const HeadId head : paths_.reached_heads())
        if (heads_.frames()[heads_.frame(head)].bottom) meet(head, bottom);
    for (SpotId i = 0; i < spots_.size(); ++i) {
        if (spots_.size() > most) return false;
        budget_.step("figures", i, spots_.size());
        const Spot here = spots_[i];
        for (const HeadId next : paths_.in_place(here.head)) meet(next, here.opened);
        for (const Paths::OnTop& top : paths_.on_top(here.head)) {
            const Opened opened = opened_by(top.head);
            beneath_[opened].insert({top.under, here.opened});
            meet(top.head, opened);
        }
    }
    return true;
}

/// Where it goes on when a head is left: at the screens beneath, or beneath that.
std::vector<Nearest::SpotId> Nearest::landings(Opened opened, const Paths::WayOut& way) const {
    std::vector<SpotId> spots;
    if (opened == bottom) return spots;
    std::set<Opened> seen{opened};
    std::vector<Opened> open{opened};
    while (!open.empty()) {
        const Opened one = open.back();
        open.pop_back();
        for (const Beneath& beneath : beneath_.at(one)) {
            if (heads_.frames().lands_on(beneath.frame, way.landing)) {
                const HeadId head = heads_.head(beneath.frame, way.values);
                const std::uint64_t key = std::uint64_t{beneath.opened} << 32 | head;
                if (const auto known = numbers_.find(key)) spots.push_back(*known);
            } else if (beneath.opened != bottom && seen.insert(beneath.opened).second) {
                open.push_back(beneath.opened);
            }
        }
    }
    return spots;
}

/// Dijkstra, backward from the spots that reach the goal without being left: what is pushed on the
/// way and left again is part of the ways.
std::vector<Length> Nearest::to(Goal goal) const {
    const bool play = goal == Goal::play;
    std::vector<Length> of_heads = ways_.lengths_to_goal(
        [&](HeadId head) { return play && heads_.frames().in_play(heads_.frame(head)); }, !play);
    std::vector<Length> lengths(spots_.size());
    std::vector<std::vector<std::pair<SpotId, Length>>> back(spots_.size());
    using Reached = std::pair<Length, SpotId>;
    std::priority_queue<Reached, std::vector<Reached>, std::greater<>> queue;
    for (SpotId i = 0; i < spots_.size(); ++i) {
        budget_.step("figures", i, spots_.size());
        const Spot& here = spots_[i];
        for (const Paths::WayOut& way : ways_.ways(here.head))
            for (const SpotId next : landings(here.opened, way))
                back[next].emplace_back(i, way.length);
        lengths[i] = of_heads[here.head];
        if (lengths[i] != no_way) queue.emplace(lengths[i], i);
    }
    while (!queue.empty()) {
        const auto [length, spot] = queue.top();
        queue.pop();
        of_heads[spots_[spot].head] = std::min(of_heads[spots_[spot].head], length);
        if (length > lengths[spot]) continue;
        for (const auto& [from, step] : back[spot]) {
            if (length + step >= lengths[from]) continue;
            lengths[from] = length + step;
            queue.emplace(lengths[from], from);
        }
    }
    return of_heads;
}

} // namespace rondix
