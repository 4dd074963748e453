#include "check/summaries.hpp"

#include <algorithm>

namespace rondix {

Summaries::Summaries(Heads& heads, const std::vector<HeadId>& first, Allowed allowed,
                     std::size_t most)
    : heads_(heads)
    , allowed_(allowed)
    , most_(most)
    , first_(first) {
    for (const HeadId head : first) enter(head);
    while (complete_ && (!to_explore_.empty() || !queue_.empty())) {
        // A new head's own ways may be shorter than what is settled already. Nothing settled can
        // rest on them: whatever leads to the new head is longer than the way that brought it up.
        if (!to_explore_.empty()) {
            const HeadId head = to_explore_.back();
            to_explore_.pop_back();
            explore(head);
            complete_ = heads_.size() <= most_;
            continue;
        }
        const auto [length, item] = queue_.top();
        queue_.pop();
        if (!items_[item].settled && length == items_[item].length) settle(item);
    }
    nodes_.resize(heads_.size());
    measure();
}

void Summaries::enter(HeadId head) {
    if (head >= nodes_.size()) nodes_.resize(std::max<std::size_t>(head + 1, nodes_.size() * 2));
    if (nodes_[head].entered) return;
    nodes_[head].entered = true;
    to_explore_.push_back(head);
}

void Summaries::explore(HeadId head) {
    const std::vector<Transition> transitions =
        heads_.transitions(head); // a copy: the table may move
    for (const Transition& transition : transitions) {
        if (!allowed_(transition.move.kind)) continue;
        if (transition.quits) nodes_[head].quits = true;
        switch (transition.kind) {
        case Transition::Kind::stays:
            if (transition.head != head)
                add_edge(head, {transition.head, 1, transition.move, no_item});
            break;
        case Transition::Kind::resets:
            enter(transition.head);
            nodes_[head].resets.emplace_back(transition.head, transition.move);
            break;
        case Transition::Kind::leaves:
            offer(head, transition.way, 1, {transition.move, no_item, no_item});
            break;
        case Transition::Kind::pushes: {
            enter(transition.head);
            nodes_[head].opens.emplace_back(transition.head, transition.move);
            nodes_[transition.head].openers.push_back({head, transition.move});
            const std::vector<Item> ways = nodes_[transition.head].ways;
            for (const Item item : ways) pass_back(head, transition.move, item);
            break;
        }
        }
    }
}

void Summaries::offer(HeadId head, Way way, Length length, Origin origin) {
    const std::uint64_t key =
        std::uint64_t{head} << 32 | (std::uint64_t{way.rest} ^ (std::uint64_t{way.to} << 16));
    std::vector<Item>& same = items_of_[key];
    auto found = std::find_if(same.begin(), same.end(), [&](Item item) {
        return items_[item].head == head && items_[item].way == way;
    });
    if (found == same.end()) {
        same.push_back(static_cast<Item>(items_.size()));
        items_.push_back({head, way, no_way, false, {}});
        found = same.end() - 1;
    }
    WayItem& item = items_[*found];
    if (item.settled || length >= item.length) return;
    item.length = length;
    item.origin = origin;
    queue_.emplace(length, *found);
}

/// The shortest length of a way is known: it is passed on to whatever can go on to this head.
void Summaries::settle(Item item) {
    items_[item].settled = true;
    const HeadId head = items_[item].head;
    nodes_[head].ways.push_back(item);
    const auto into = nodes_[head].into;
    for (const auto& [from, edge] : into) follow_edge(from, nodes_[from].edges[edge], item);
    const auto openers = nodes_[head].openers;
    for (const Opener& opener : openers) pass_back(opener.head, opener.move, item);
}

/// The screen on top was left by this way: what stands beneath is resumed, or is left in turn.
void Summaries::pass_back(HeadId opener, Move move, Item item) {
    const Way way = items_[item].way;
    const Length length = items_[item].length + 1;
    if (heads_.lands_on(opener, way))
        add_edge(opener, {heads_.resumed(opener, way.rest), length, move, item});
    else
        offer(opener, way, length, {move, item, no_item});
}

void Summaries::add_edge(HeadId from, Edge edge) {
    if (edge.to == from) return;
    enter(edge.to);
    for (const Edge& known : nodes_[from].edges)
        if (known.to == edge.to && known.length <= edge.length) return;
    const auto number = static_cast<std::uint32_t>(nodes_[from].edges.size());
    nodes_[from].edges.push_back(edge);
    nodes_[edge.to].into.emplace_back(from, number);
    const std::vector<Item> ways = nodes_[edge.to].ways;
    for (const Item item : ways) follow_edge(from, edge, item);
}

void Summaries::follow_edge(HeadId from, const Edge& edge, Item item) {
    const Edge by = edge; // offering may move the table that it stands in
    const Origin origin = by.way_back == no_item ? Origin{by.move, item, no_item}
                                                 : Origin{by.move, by.way_back, item};
    offer(from, items_[item].way, by.length + items_[item].length, origin);
}

/// Dijkstra from the first heads.
void Summaries::measure() {
    using Reached = std::pair<Length, HeadId>;
    std::priority_queue<Reached, std::vector<Reached>, std::greater<>> queue;
    distances_.assign(nodes_.size(), no_way);
    reached_by_.assign(nodes_.size(), {});
    const auto reach = [&](HeadId from, const Edge& edge) {
        const Length length = distances_[from] + edge.length;
        if (length >= distances_[edge.to]) return;
        distances_[edge.to] = length;
        reached_by_[edge.to] = {from, edge};
        queue.emplace(length, edge.to);
    };
    for (const HeadId head : first_) {
        distances_[head] = 0;
        queue.emplace(0, head);
    }
    while (!queue.empty()) {
        const auto [length, head] = queue.top();
        queue.pop();
        if (length > distances_[head]) continue;
        for (const Edge& edge : nodes_[head].edges) reach(head, edge);
        for (const auto& [to, move] : nodes_[head].opens) reach(head, {to, 1, move, no_item});
        for (const auto& [to, move] : nodes_[head].resets) reach(head, {to, 1, move, no_item});
    }
}

std::vector<Length> Summaries::distances() const {
    return distances_;
}

std::vector<Move> Summaries::moves_to(HeadId head) const {
    std::vector<Edge> edges;
    while (distances_[head] != 0) {
        edges.push_back(reached_by_[head].second);
        head = reached_by_[head].first;
    }
    std::vector<Move> moves;
    for (auto edge = edges.rbegin(); edge != edges.rend(); ++edge) {
        moves.push_back(edge->move);
        if (edge->way_back != no_item) expand(edge->way_back, moves);
    }
    return moves;
}

/// The moves of a way, in order: its own, then those of the ways that it is made of.
void Summaries::expand(Item item, std::vector<Move>& moves) const {
    std::vector<Item> open{item};
    while (!open.empty()) {
        const Origin& origin = items_[open.back()].origin;
        open.pop_back();
        moves.push_back(origin.move);
        if (origin.second != no_item) open.push_back(origin.second);
        if (origin.first != no_item) open.push_back(origin.first);
    }
}

} // namespace rondix
