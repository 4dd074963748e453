#include "draw/map/subgraphs.hpp"

#include <algorithm>

namespace rondix::draw {

namespace {

void add_edge(std::vector<MapEdge>& edges, MapEdge added) {
    const auto same = std::find_if(edges.begin(), edges.end(), [&](const MapEdge& edge) {
        return edge.from == added.from && edge.to == added.to && edge.kind == added.kind;
    });
    if (same == edges.end()) return edges.push_back(std::move(added));
    for (std::string& label : added.labels)
        if (std::find(same->labels.begin(), same->labels.end(), label) == same->labels.end())
            same->labels.push_back(std::move(label));
    same->and_back = same->and_back && added.and_back;
    same->on_way = same->on_way || added.on_way;
}

} // namespace

MapGraph merged(const MapGraph& graph, const std::vector<std::size_t>& into) {
    std::vector<std::size_t> place(graph.nodes.size());
    MapGraph made;
    for (std::size_t i = 0; i < graph.nodes.size(); ++i) {
        if (into[i] != i) continue;
        place[i] = made.nodes.size();
        made.nodes.push_back(graph.nodes[i]);
    }
    for (const MapEdge& edge : graph.edges) {
        MapEdge moved = edge;
        moved.from = place[into[edge.from]], moved.to = place[into[edge.to]];
        if (moved.from != moved.to) add_edge(made.edges, std::move(moved));
    }
    for (const MapGroup& group : graph.groups) {
        MapGroup& left = made.groups.emplace_back(MapGroup{group.title, {}});
        for (const std::size_t i : group.nodes)
            if (into[i] == i) left.nodes.push_back(place[i]);
    }
    return made;
}

MapGraph part_of(const MapGraph& graph, const std::vector<std::size_t>& nodes) {
    std::vector<bool> inside(graph.nodes.size()), kept(graph.nodes.size());
    for (const std::size_t i : nodes) inside[i] = kept[i] = true;
    for (const MapEdge& edge : graph.edges)
        if (inside[edge.from] || inside[edge.to]) kept[edge.from] = kept[edge.to] = true;
    MapGraph part;
    std::vector<std::size_t> place(graph.nodes.size());
    for (std::size_t i = 0; i < graph.nodes.size(); ++i) {
        if (!kept[i]) continue;
        place[i] = part.nodes.size();
        part.nodes.push_back(graph.nodes[i]);
        part.nodes.back().elsewhere = !inside[i];
    }
    for (const MapEdge& edge : graph.edges) {
        if (!inside[edge.from] && !inside[edge.to]) continue;
        MapEdge& moved = part.edges.emplace_back(edge);
        moved.from = place[edge.from], moved.to = place[edge.to];
    }
    for (const MapGroup& group : graph.groups) {
        MapGroup& left = part.groups.emplace_back(MapGroup{group.title, {}});
        for (const std::size_t i : group.nodes)
            if (inside[i]) left.nodes.push_back(place[i]);
    }
    std::erase_if(part.groups, [](const MapGroup& group) { return group.nodes.size() < 3; });
    return part;
}

} // namespace rondix::draw
