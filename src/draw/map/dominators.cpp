// Dominators, after Cooper, Harvey and Kennedy, "A Simple, Fast Dominance Algorithm" (2001): the
// nearest common dominator of all predecessors, taken again in reverse postorder until nothing
// changes.
#include "draw/map/dominators.hpp"

#include <algorithm>

namespace rondix::draw {

namespace {

class Dominance {
  public:
    /// One node more than the graph has: the beginning of all, before everything that no link
    /// leads to.
    explicit Dominance(const MapGraph& graph)
        : count_(graph.nodes.size())
        , beginning_(count_)
        , next_(count_ + 1)
        , before_(count_ + 1)
        , number_(count_ + 1, unseen)
        , nearest_(count_ + 1, unseen) {
        for (const MapEdge& edge : graph.edges)
            if (edge.kind != EdgeKind::back) link(edge.from, edge.to); // `back to` what is open
        for (std::size_t i = 0; i < count_; ++i)
            if (graph.nodes[i].kind == NodeKind::start) link(beginning_, i);
        for (std::size_t i = 0; i < count_; ++i)
            if (before_[i].empty()) link(beginning_, i);
        reach();
        settle();
    }

    std::vector<std::size_t> take() {
        for (std::size_t i = 0; i < count_; ++i)
            if (nearest_[i] == beginning_) nearest_[i] = i;
        nearest_.pop_back();
        return std::move(nearest_);
    }

  private:
    static constexpr std::size_t unseen = SIZE_MAX;

    void link(std::size_t from, std::size_t to) {
        next_[from].push_back(to);
        before_[to].push_back(from);
    }

    /// Numbers all nodes in postorder; circles that nothing leads into begin with their first.
    void reach() {
        visit(beginning_);
        for (std::size_t i = 0; i < count_; ++i) {
            if (number_[i] != unseen) continue;
            link(beginning_, i);
            order_.pop_back(); // the beginning stays the last
            visit(i);
            number_[beginning_] = order_.size();
            order_.push_back(beginning_);
        }
    }

    void visit(std::size_t first) {
        std::vector<std::pair<std::size_t, std::size_t>> path{{first, 0}};
        number_[first] = on_path;
        while (!path.empty()) {
            auto& [node, done] = path.back();
            if (done < next_[node].size()) {
                const std::size_t to = next_[node][done++];
                if (number_[to] != unseen) continue;
                number_[to] = on_path;
                path.emplace_back(to, 0);
                continue;
            }
            number_[node] = order_.size();
            order_.push_back(node);
            path.pop_back();
        }
    }

    void settle() {
        nearest_[beginning_] = beginning_;
        for (bool changed = true; changed;) {
            changed = false;
            for (std::size_t i = order_.size() - 1; i-- > 0;) {
                const std::size_t node = order_[i];
                std::size_t common = unseen;
                for (const std::size_t from : before_[node])
                    if (nearest_[from] != unseen)
                        common = common == unseen ? from : meeting(common, from);
                if (nearest_[node] == common) continue;
                nearest_[node] = common;
                changed = true;
            }
        }
    }

    std::size_t meeting(std::size_t a, std::size_t b) const {
        while (a != b) {
            while (number_[a] < number_[b]) a = nearest_[a];
            while (number_[b] < number_[a]) b = nearest_[b];
        }
        return a;
    }

    static constexpr std::size_t on_path = SIZE_MAX - 1;

    std::size_t count_, beginning_;
    std::vector<std::vector<std::size_t>> next_, before_;
    std::vector<std::size_t> number_, order_, nearest_;
};

} // namespace

std::vector<std::size_t> dominators(const MapGraph& graph) {
    return Dominance(graph).take();
}

std::vector<std::size_t> beyond(const MapGraph& graph, std::size_t node) {
    const std::vector<std::size_t> nearest = dominators(graph);
    std::vector<std::size_t> found;
    for (std::size_t i = 0; i < nearest.size(); ++i) {
        std::size_t at = i;
        while (at != node && nearest[at] != at) at = nearest[at];
        if (at == node) found.push_back(i);
    }
    return found;
}

} // namespace rondix::draw
