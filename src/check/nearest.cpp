#include "check/nearest.hpp"

#include "proof/goals.hpp"

#include <algorithm>

namespace rondix {

Nearest::Nearest(const Heads& heads, const Paths& paths, Weigh weigh, Limits most, Watch& watch)
    : heads_(heads)
    , paths_(paths)
    , watch_(watch)
    , ways_(heads, paths.reached_heads(), {Leaving::By::a_way_out, weigh, most.work}, watch) {
    if (find_places(most.places)) return;
    exact_ = false;
    find_places(no_way);
}

/// False: there are more than `most`.
bool Nearest::find_places(std::size_t most) {
    places_.clear();
    beneath_.clear();
    numbers_ = {};
    const auto meet = [&](HeadId head, Opened opened) {
        const std::uint64_t key = std::uint64_t{opened} << 32 | head;
        const auto next = static_cast<PlaceId>(places_.size());
        if (numbers_.look_up(key, next, 0).is_new) places_.push_back({head, opened});
    };
    for (const HeadId head : paths_.reached_heads())
        if (heads_.frames()[heads_.frame(head)].bottom) meet(head, bottom);
    for (PlaceId i = 0; i < places_.size(); ++i) {
        if (places_.size() > most) return false;
        watch_.step("figures", i, places_.size());
        const Place here = places_[i];
        for (const HeadId next : paths_.in_place(here.head)) meet(next, here.opened);
        for (const Paths::OnTop& top : paths_.on_top(here.head)) {
            const Opened opened = opened_by(top.head);
            beneath_[opened].insert({top.under, here.opened});
            meet(top.head, opened);
        }
    }
    return true;
}

/// Where it goes on when a head is left: at what lies beneath, or beneath that.
std::vector<Nearest::PlaceId> Nearest::landings(Opened opened, const Paths::WayOut& way) const {
    std::vector<PlaceId> places;
    if (opened == bottom) return places;
    std::set<Opened> seen{opened};
    std::vector<Opened> open{opened};
    while (!open.empty()) {
        const Opened one = open.back();
        open.pop_back();
        for (const Beneath& beneath : beneath_.at(one)) {
            if (heads_.frames().lands_on(beneath.frame, way.landing)) {
                const HeadId head = heads_.head(beneath.frame, way.values);
                const std::uint64_t key = std::uint64_t{beneath.opened} << 32 | head;
                if (const auto known = numbers_.find(key)) places.push_back(*known);
            } else if (beneath.opened != bottom && seen.insert(beneath.opened).second) {
                open.push_back(beneath.opened);
            }
        }
    }
    return places;
}

/// Dijkstra, backward from the places that reach the goal without being left: what is pushed on the
/// way and left again is part of the ways.
std::vector<Length> Nearest::to(Goal goal) const {
    const bool play = goal == Goal::play;
    std::vector<Length> of_heads = ways_.lengths_to_goal(
        [&](HeadId head) { return play && heads_.frames().in_play(heads_.frame(head)); }, !play);
    std::vector<Length> lengths(places_.size());
    std::vector<std::vector<std::pair<PlaceId, Length>>> back(places_.size());
    using Reached = std::pair<Length, PlaceId>;
    std::priority_queue<Reached, std::vector<Reached>, std::greater<>> queue;
    for (PlaceId i = 0; i < places_.size(); ++i) {
        watch_.step("figures", i, places_.size());
        const Place& here = places_[i];
        for (const Paths::WayOut& way : ways_.ways(here.head))
            for (const PlaceId next : landings(here.opened, way))
                back[next].emplace_back(i, way.length);
        lengths[i] = of_heads[here.head];
        if (lengths[i] != no_way) queue.emplace(lengths[i], i);
    }
    while (!queue.empty()) {
        const auto [length, place] = queue.top();
        queue.pop();
        of_heads[places_[place].head] = std::min(of_heads[places_[place].head], length);
        if (length > lengths[place]) continue;
        for (const auto& [from, step] : back[place]) {
            if (length + step >= lengths[from]) continue;
            lengths[from] = length + step;
            queue.emplace(lengths[from], from);
        }
    }
    return of_heads;
}

} // namespace rondix
