// Summaries: for each head, in which ways it can be left for a lower stack and by how few moves, as
// in interprocedural analysis (T. Reps, S. Horwitz, M. Sagiv, "Precise interprocedural dataflow
// analysis via graph reachability", POPL 1995). A screen that is opened and left again is one long
// edge from the head beneath it to the head that is resumed.
//
// The lengths come by Knuth's generalisation of Dijkstra's algorithm (Information Processing
// Letters 6(1), 1977): the shortest way that is not settled yet cannot become shorter, since every
// rule that makes a way out of others makes a longer one.
#pragma once

#include "check/heads.hpp"

#include <limits>
#include <queue>
#include <unordered_map>

namespace rondix {

using Length = std::uint32_t;
inline constexpr Length no_way = std::numeric_limits<Length>::max();

class Summaries {
  public:
    /// Whether a move may be used.
    using Allowed = bool (*)(MoveKind);

    /// Explores from `first` everything that the moves allow, and works out all ways to leave.
    /// Stops when there are more than `most` heads.
    Summaries(Heads& heads, const std::vector<HeadId>& first, Allowed allowed, std::size_t most);

    bool complete() const { return complete_; }
    bool reached(HeadId head) const { return head < nodes_.size() && nodes_[head].entered; }
    bool can_be_left(HeadId head) const { return reached(head) && !nodes_[head].ways.empty(); }

    /// For each head the fewest moves to one of the goals without leaving it: 0 where `there`
    /// holds, 1 for a move that quits.
    template <class There>
    std::vector<Length> lengths_to_goal(There there) const;

    /// For each head the fewest moves from the first ones.
    std::vector<Length> distances() const;
    /// The moves of a shortest way to a head.
    std::vector<Move> moves_to(HeadId head) const;

  private:
    using Item = std::uint32_t; // a head and a way to leave it
    static constexpr Item no_item = 0xFFFFFFFF;

    /// From one head to another in the same place of the stack (or a new bottom): by one move, or
    /// by a move that opens a screen and a way in which that is left again.
    struct Edge {
        HeadId to = 0;
        Length length = 1;
        Move move;
        Item way_back = no_item;
    };
    /// How a way came about: a move, then up to two ways.
    struct Origin {
        Move move;
        Item first = no_item, second = no_item;
    };
    struct WayItem {
        HeadId head = 0;
        Way way;
        Length length = no_way;
        bool settled = false;
        Origin origin;
    };
    struct Opener {
        HeadId head = 0;
        Move move;
    };
    struct Node {
        bool entered = false;
        std::vector<Edge> edges;                            // this head goes on as another
        std::vector<std::pair<HeadId, std::uint32_t>> into; // (head, its edge) that lead here
        std::vector<Opener> openers; // heads that a move of theirs puts this one on top of
        std::vector<std::pair<HeadId, Move>> opens;
        std::vector<std::pair<HeadId, Move>> resets;
        std::vector<Item> ways; // settled ones
        bool quits = false;
    };

    void enter(HeadId head);
    void explore(HeadId head);
    void offer(HeadId head, Way way, Length length, Origin origin);
    void settle(Item item);
    void pass_back(HeadId opener, Move move, Item item);
    void add_edge(HeadId from, Edge edge);
    void follow_edge(HeadId from, const Edge& edge, Item item);
    void expand(Item item, std::vector<Move>& moves) const;
    void measure();

    Heads& heads_;
    Allowed allowed_;
    std::size_t most_;
    bool complete_ = true;
    std::vector<HeadId> first_;
    std::vector<Node> nodes_;
    std::vector<HeadId> to_explore_;
    std::vector<WayItem> items_;
    std::unordered_map<std::uint64_t, std::vector<Item>> items_of_;
    using Entry = std::pair<Length, Item>;
    std::priority_queue<Entry, std::vector<Entry>, std::greater<>> queue_;
    std::vector<Length> distances_;
    std::vector<std::pair<HeadId, Edge>> reached_by_;
};

template <class There>
std::vector<Length> Summaries::lengths_to_goal(There there) const {
    // Dijkstra backward; a screen that is opened counts as reached by one move, and so does a new
    // bottom.
    std::vector<std::vector<std::pair<HeadId, Length>>> back(nodes_.size());
    using Reached = std::pair<Length, HeadId>;
    std::priority_queue<Reached, std::vector<Reached>, std::greater<>> queue;
    std::vector<Length> lengths(nodes_.size(), no_way);
    const auto reach = [&](HeadId head, Length length) {
        if (length >= lengths[head]) return;
        lengths[head] = length;
        queue.emplace(length, head);
    };
    for (HeadId head = 0; head < nodes_.size(); ++head) {
        if (!nodes_[head].entered) continue;
        for (const Edge& edge : nodes_[head].edges) back[edge.to].emplace_back(head, edge.length);
        for (const auto& [to, move] : nodes_[head].opens) back[to].emplace_back(head, 1);
        for (const auto& [to, move] : nodes_[head].resets) back[to].emplace_back(head, 1);
        if (there(head))
            reach(head, 0);
        else if (nodes_[head].quits)
            reach(head, 1);
    }
    while (!queue.empty()) {
        const auto [length, head] = queue.top();
        queue.pop();
        if (length > lengths[head]) continue;
        for (const auto& [from, step] : back[head]) reach(from, length + step);
    }
    return lengths;
}

} // namespace rondix
