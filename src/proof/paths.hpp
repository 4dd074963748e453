// Paths: the fewest moves to every head, and by how few moves a head can be left in each way.
//
// A screen that is pushed and left again is one long edge from the head beneath it to the head that
// is resumed. The lengths of ways come by Knuth's generalisation of Dijkstra's algorithm
// (Information Processing Letters 6(1), 1977): the shortest way that is not fixed yet cannot
// become shorter, since every rule that makes a way out of others makes no shorter one. With them,
// distances come by Dijkstra's own.
//
// This costs far more than leaving.hpp, which knows no lengths; it is asked only where somebody
// wants to see moves or figures.
#pragma once

#include "proof/leaving.hpp"
#include "proof/numbered.hpp"

#include <deque>
#include <limits>
#include <queue>

namespace rondix {

using Length = std::uint32_t;
inline constexpr Length no_way = std::numeric_limits<Length>::max();

/// What counts as how much.
using Weigh = Length (*)(MoveKind, bool delayed);
/// Every move counts one; a delayed answer is two, its event and its falling due.
constexpr Length by_moves(MoveKind, bool delayed) {
    return delayed ? 2 : 1;
}
/// Only what the player does counts.
constexpr Length by_presses(MoveKind kind, bool) {
    return is_players(kind) ? 1 : 0;
}

/// A move that is not a branch of a frame is a flag that the game changes. What happens at once is
/// none: it is part of the move before.
struct PathMove {
    Move move;
    bool delayed = false;
    bool at_once = false;
    std::uint32_t branch = no_branch; ///< which of its frame's branches
    static constexpr std::uint32_t no_branch = 0xFFFFFFFF;
};
void append(PathMove path_move, std::vector<Move>& moves);

class Paths {
  public:
    struct Options {
        Leaving::By by = Leaving::By::any_move; ///< or by a way out, as there
        Weigh weigh = by_moves;
        /// So many edges and ways may come up; 0: any number. More of them: throws TooDear.
        std::size_t max_work = 0;
    };
    struct TooDear {};

    /// Explores everything that the moves allow, from where the flow starts; or from `first`.
    Paths(const Heads& heads, Options options, Budget& budget);
    Paths(const Heads& heads, const std::vector<HeadId>& first, Options options, Budget& budget);

    std::size_t work() const { return work_; }
    bool reached(HeadId head) const { return numbers_.find(head).has_value(); }
    std::vector<HeadId> reached_heads() const;

    /// The fewest moves from the first ones, and the moves of such a path.
    Length distance(HeadId head) const { return node(head).distance; }
    std::vector<Move> moves_to(HeadId head) const;
    /// The same with what happens at once, and with the case of each move.
    std::vector<PathMove> path_moves_to(HeadId head) const;

    /// Of where a head leads by one move, or by a screen that is pushed and left again, what is in
    /// the same place of the stack, and what is on top of it.
    std::vector<HeadId> in_place(HeadId head) const;
    struct OnTop {
        HeadId head = 0;
        FrameId under = 0; ///< the frame that is then beneath it
    };
    std::vector<OnTop> on_top(HeadId head) const;

    /// A way to leave a head, and its length.
    struct WayOut {
        Landing landing;
        Values values = 0;
        Length length = no_way;
    };
    std::vector<WayOut> ways(HeadId head) const;

    /// For each head the fewest moves to a goal without leaving it: 0 where `there` holds, the
    /// move itself for one that quits, if that counts.
    template <class There>
    std::vector<Length> lengths_to_goal(There there, bool quitting_counts = true) const;

  private:
    /// A head and a way to leave it: the layer in which it was settled, and which of its values.
    using Item = std::uint32_t;
    static constexpr Item no_item = 0xFFFFFFFF;
    static constexpr unsigned width = 64; // values that stand in one word

    /// From one head to another in the same place of the stack (or a new bottom): by one move, or
    /// by a move that pushes a screen and a way in which that is left again.
    static constexpr HeadId nowhere = 0xFFFFFFFF;
    struct Edge {
        HeadId to = 0;
        Length length = 1;
        PathMove path_move;
        Item way_back = no_item;
    };
    /// How a way came about: a move, then up to two ways.
    struct Origin {
        PathMove path_move;
        Item first = no_item, second = no_item;
    };
    /// Ways to leave a head that land alike, and with values that differ in their low bits alone:
    /// ways mostly come in crowds, since the game may change its flags before. A crowd costs as
    /// much as one.
    using RowId = std::uint32_t;
    static constexpr std::uint32_t none = 0xFFFFFFFF;
    struct Row {
        HeadId head = 0;
        Landing landing;
        std::uint16_t high = 0; // bits of the values
        std::uint64_t settled = 0;
        std::uint32_t waiting = none; // the shortest of what is offered
        std::uint32_t last = none;    // the layer that was settled last
    };
    /// What was settled of a row at once. Whatever rests on other ways rests on earlier layers.
    struct Layer {
        std::uint64_t bits = 0;
        RowId row = 0;
        Length length = no_way;
        std::uint32_t before = none; // of the same row
    };
    /// What is offered of a row at one length, and is in the queue.
    struct Waiting {
        std::uint64_t bits = 0;
        Length length = 0;
        std::uint32_t longer = none; // of the same row
    };
    struct Opener {
        HeadId head = 0; // which pushes, or which is pushed
        FrameId under = 0;
        PathMove path_move;
        Length length = 1;
    };
    /// A head that is reached. There may be many more that are not.
    struct Node {
        HeadId head = 0;
        Length quits = no_way;
        std::vector<Edge> edges;                     // this head goes on as another
        std::vector<std::pair<HeadId, Length>> into; // edges that lead here
        std::vector<Opener> openers;                 // that push this one
        std::vector<Opener> pushes;
        std::vector<Opener> resets;
        std::vector<RowId> ways; // with settled ones
        Length distance = no_way;
        HeadId before = nowhere; // from where it is reached: nowhere, if it is one of the first
        Edge reached_by = {};
    };

    struct Begin {
        Length length = 0;
        std::vector<Move> moves = {}; // that lead there from the plain start
    };

    void run();
    Node& node(HeadId head) { return nodes_[*numbers_.find(head)]; }
    const Node& node(HeadId head) const {
        static const Node not_reached;
        const auto number = numbers_.find(head);
        return number ? nodes_[*number] : not_reached;
    }
    Length weigh(const PathMove& path_move) const {
        return path_move.at_once ? 0 : options_.weigh(path_move.move.kind, path_move.delayed);
    }
    Node& enter(HeadId head);
    void explore(HeadId head);
    void take(HeadId head, const Rule& rule);
    std::span<const Rule> rules(HeadId head) const;
    bool counts(const Rule& rule, Values values) const;
    PathMove path_move_of(HeadId head, const Rule& rule) const;
    void offer(HeadId head, Landing landing, std::uint16_t high, std::uint64_t bits, Length length);
    void settle(RowId row);
    void pass_back(const Opener& opener, std::uint32_t layer);
    void add_edge(HeadId from, Edge edge);
    static std::uint64_t key_of(HeadId head, Landing landing, std::uint16_t high) {
        return std::uint64_t{head} << 32 | std::uint64_t{high} << 16 | landing.at;
    }
    Item find_way(HeadId head, Landing landing, Values values) const;
    Origin origin_of(Item item) const;
    void expand(Item item, std::vector<PathMove>& path_moves) const;
    void measure();

    const Heads& heads_;
    const Options options_;
    Budget& budget_;
    std::map<HeadId, Begin> first_;
    Numbered numbers_; // of the heads that are reached
    std::deque<Node> nodes_;
    std::size_t work_ = 0;
    std::vector<HeadId> to_explore_;
    std::vector<Row> rows_;
    Numbered row_numbers_; // by key_of()
    std::vector<Layer> layers_;
    std::vector<Waiting> waiting_;
    using Entry = std::pair<Length, RowId>;
    std::priority_queue<Entry, std::vector<Entry>, std::greater<>> queue_;
};

template <class There>
std::vector<Length> Paths::lengths_to_goal(There there, bool quitting_counts) const {
    // Dijkstra backward; what is pushed is reached by its move, and so is a new bottom.
    std::vector<std::vector<std::pair<HeadId, Length>>> back(nodes_.size()); // of each node
    using Reached = std::pair<Length, HeadId>;
    std::priority_queue<Reached, std::vector<Reached>, std::greater<>> queue;
    std::vector<Length> lengths(heads_.size(), no_way);
    const auto reach = [&](HeadId head, Length length) {
        if (length >= lengths[head]) return;
        lengths[head] = length;
        queue.emplace(length, head);
    };
    for (const Node& node : nodes_) {
        const auto comes_from = [&](HeadId to, Length length) {
            back[*numbers_.find(to)].emplace_back(node.head, length);
        };
        for (const Edge& edge : node.edges) comes_from(edge.to, edge.length);
        for (const Opener& push : node.pushes) comes_from(push.head, push.length);
        for (const Opener& reset : node.resets) comes_from(reset.head, reset.length);
        if (there(node.head))
            reach(node.head, 0);
        else if (node.quits != no_way && quitting_counts)
            reach(node.head, node.quits);
    }
    while (!queue.empty()) {
        const auto [length, head] = queue.top();
        queue.pop();
        if (length > lengths[head]) continue;
        for (const auto& [from, step] : back[*numbers_.find(head)]) reach(from, length + step);
    }
    return lengths;
}

} // namespace rondix
