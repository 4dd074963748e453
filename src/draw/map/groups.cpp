#include "draw/map/groups.hpp"

#include <algorithm>
#include <map>

namespace rondix::draw {

namespace {

constexpr std::size_t nobody = SIZE_MAX;
constexpr std::size_t several = SIZE_MAX - 1;

class Owners {
  public:
    explicit Owners(const MapGraph& graph)
        : graph_(graph)
        , owner_(graph.nodes.size(), nobody) {}

    /// Gives everything that is shown over `root` to it, and takes it from who had it before.
    void give(std::size_t root) {
        std::vector<bool> seen(graph_.nodes.size());
        std::vector<std::size_t> queue{root};
        seen[root] = true;
        for (std::size_t i = 0; i < queue.size(); ++i) {
            std::size_t& owner = owner_[queue[i]];
            owner = owner == nobody || owner == root ? root : several;
            for (const MapEdge& edge : graph_.edges) {
                if (edge.from != queue[i] || seen[edge.to]) continue;
                const bool stays = edge.kind == EdgeKind::forward || edge.kind == EdgeKind::event;
                if (!stays || !graph_.nodes[edge.to].is_screen()) continue;
                seen[edge.to] = true;
                queue.push_back(edge.to);
            }
        }
    }
    std::size_t of(std::size_t node) const { return owner_[node]; }

  private:
    const MapGraph& graph_;
    std::vector<std::size_t> owner_; // a root screen, nobody, or several
};

/// The scenes of each root screen; none for the screen that the flow starts with.
std::map<std::size_t, std::vector<std::size_t>> scenes_of_roots(const MapGraph& graph) {
    std::map<std::size_t, std::vector<std::size_t>> roots;
    for (const MapEdge& edge : graph.edges) {
        if (edge.kind != EdgeKind::frame || !graph.nodes[edge.to].is_screen()) continue;
        auto& scenes = roots[edge.to];
        if (graph.nodes[edge.from].kind == NodeKind::scene) scenes.push_back(edge.from);
    }
    return roots;
}

std::string title_of(const MapGraph& graph, const std::vector<std::size_t>& scenes) {
    if (scenes.empty()) return "no scene";
    if (scenes.size() > 3) return std::to_string(scenes.size()) + " scenes";
    std::string title = scenes.size() > 1 ? "scenes " : "scene ";
    for (std::size_t i = 0; i < scenes.size(); ++i)
        title += (i > 0 ? ", " : "") + graph.nodes[scenes[i]].title;
    return title;
}

} // namespace

std::vector<MapGroup> groups_by_scene(const MapGraph& graph) {
    const auto roots = scenes_of_roots(graph);
    Owners owners(graph);
    for (const auto& [root, scenes] : roots) owners.give(root);
    // What is shown at a moment that has no root, such as while a scene loads, is nobody's own.
    for (std::size_t i = 0; i < graph.nodes.size(); ++i) {
        const bool led_to = std::any_of(graph.edges.begin(), graph.edges.end(),
                                        [&](const MapEdge& edge) { return edge.to == i; });
        if (!led_to && roots.count(i) == 0) owners.give(i);
    }
    std::vector<MapGroup> groups;
    for (const auto& [root, scenes] : roots) {
        MapGroup group{title_of(graph, scenes), scenes};
        for (std::size_t i = 0; i < graph.nodes.size(); ++i)
            if (graph.nodes[i].is_screen() && owners.of(i) == root) group.nodes.push_back(i);
        if (group.nodes.size() >= scenes.size() + 2) groups.push_back(std::move(group));
    }
    return groups;
}

} // namespace rondix::draw
