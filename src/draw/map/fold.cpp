#include "draw/map/fold.hpp"

#include "draw/map/dominators.hpp"
#include "draw/map/subgraphs.hpp"

#include <algorithm>
#include <map>
#include <numeric>
#include <tuple>

namespace rondix::draw {

namespace {

/// This many that are alike make a stack.
constexpr std::size_t least_stack = 3;

bool can_fold(const MapNode& node) {
    return (node.is_screen() || node.kind == NodeKind::scene) && !node.trapped &&
           node.visits.empty();
}

bool can_hold(const MapNode& node) {
    return (node.is_screen() || node.kind == NodeKind::scene) && !node.elsewhere;
}

/// What a card stands for, itself included.
std::vector<std::size_t> all_of(const MapNode& node) {
    std::vector<std::size_t> all = node.within;
    if (!node.is_stack()) all.insert(all.begin(), node.number);
    return all;
}

// ------------------------------------------------------------------------------------ stacks

using Ends = std::vector<std::tuple<EdgeKind, bool, std::size_t>>;

/// Nodes of which this is the same are alike.
struct Likeness {
    NodeKind kind;
    bool unreached, elsewhere;
    Ends in, out;
    auto tie() const { return std::tie(kind, unreached, elsewhere, in, out); }
    bool operator<(const Likeness& other) const { return tie() < other.tie(); }
};

std::vector<Likeness> likenesses(const MapGraph& graph) {
    std::vector<Likeness> all;
    for (const MapNode& node : graph.nodes)
        all.push_back({node.kind, node.unreached, node.elsewhere, {}, {}});
    for (const MapEdge& edge : graph.edges) {
        all[edge.from].out.emplace_back(edge.kind, edge.and_back, edge.to);
        all[edge.to].in.emplace_back(edge.kind, edge.and_back, edge.from);
    }
    for (Likeness& one : all) {
        std::sort(one.in.begin(), one.in.end());
        std::sort(one.out.begin(), one.out.end());
    }
    return all;
}

/// The most nodes that are alike; empty where no three are.
std::vector<std::size_t> max_alike(const MapGraph& graph) {
    std::map<Likeness, std::vector<std::size_t>> alike;
    const std::vector<Likeness> all = likenesses(graph);
    for (std::size_t i = 0; i < all.size(); ++i)
        if (can_fold(graph.nodes[i])) alike[all[i]].push_back(i);
    std::vector<std::size_t> most;
    for (auto& [likeness, nodes] : alike)
        if (nodes.size() >= least_stack && nodes.size() > most.size()) most = std::move(nodes);
    return most;
}

MapNode stack_of(const MapGraph& graph, const std::vector<std::size_t>& nodes) {
    const MapNode& first = graph.nodes[nodes.front()];
    const MapNode& last = graph.nodes[nodes.back()];
    MapNode stack = first;
    stack.stacked = nodes.size();
    stack.within.clear();
    for (const std::size_t i : nodes)
        for (const std::size_t number : all_of(graph.nodes[i])) stack.within.push_back(number);
    const bool scenes = first.kind == NodeKind::scene;
    stack.title = std::to_string(nodes.size()) + (scenes ? " scenes" : " screens");
    stack.id = name_of(first) + " … " + name_of(last);
    stack.notes.clear();
    stack.findings.clear();
    stack.place = {};
    return stack;
}

MapGraph stacked(MapGraph graph) {
    for (;;) {
        const std::vector<std::size_t> nodes = max_alike(graph);
        if (nodes.empty()) return graph;
        graph.nodes[nodes.front()] = stack_of(graph, nodes);
        std::vector<std::size_t> into(graph.nodes.size());
        std::iota(into.begin(), into.end(), std::size_t{0});
        for (const std::size_t i : nodes) into[i] = nodes.front();
        graph = merged(graph, into);
    }
}

// ------------------------------------------------------------------------------------ levels

/// Of each node, where it goes when the ends that are furthest from the start go into what leads to
/// them; itself for all others.
std::vector<std::size_t> with_furthest_folded(const MapGraph& graph, std::size_t open) {
    const std::vector<std::size_t> nearest = dominators(graph);
    std::vector<std::size_t> depth(nearest.size(), 0), led_to(nearest.size(), 0);
    for (std::size_t i = 0; i < nearest.size(); ++i) {
        for (std::size_t at = i; nearest[at] != at; at = nearest[at]) ++depth[i];
        if (nearest[i] != i) ++led_to[nearest[i]];
    }
    const auto folds = [&](std::size_t i) {
        const MapNode& head = graph.nodes[nearest[i]];
        return nearest[i] != i && led_to[i] == 0 && can_hold(head) && head.number != open &&
               can_fold(graph.nodes[i]) && !graph.nodes[i].elsewhere;
    };
    std::size_t furthest = 0;
    for (std::size_t i = 0; i < nearest.size(); ++i)
        if (folds(i)) furthest = std::max(furthest, depth[i]);
    std::vector<std::size_t> into(nearest.size());
    for (std::size_t i = 0; i < into.size(); ++i)
        into[i] = folds(i) && depth[i] == furthest ? nearest[i] : i;
    return into;
}

/// The same, done; false when there is nothing to fold.
bool fold_furthest(MapGraph& graph, std::size_t open) {
    const std::vector<std::size_t> into = with_furthest_folded(graph, open);
    bool any = false;
    for (std::size_t i = 0; i < into.size(); ++i) {
        if (into[i] == i) continue;
        any = true;
        MapNode& head = graph.nodes[into[i]];
        for (const std::size_t number : all_of(graph.nodes[i])) head.within.push_back(number);
    }
    if (any) graph = merged(graph, into);
    return any;
}

} // namespace

MapGraph fold(const MapGraph& graph, const Folding& folding) {
    if (graph.nodes.size() <= folding.most) return graph;
    MapGraph left = graph, shown;
    do {
        shown = folding.stacks ? stacked(left) : left;
    } while (shown.nodes.size() > folding.most && fold_furthest(left, folding.open));
    std::erase_if(shown.groups, [](const MapGroup& group) { return group.nodes.size() < 3; });
    return shown;
}

} // namespace rondix::draw
