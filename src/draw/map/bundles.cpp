#include "draw/map/bundles.hpp"

#include <map>
#include <tuple>

namespace rondix::draw {

namespace {

/// As large as a line is wide.
constexpr Extents point{2, 2};

/// From the end of one piece straight to the begin of the next.
void lead_to(std::vector<Vec>& curve, Vec to) {
    const Vec from = curve.back();
    const Vec step{(to.x - from.x) / 3, (to.y - from.y) / 3};
    curve.push_back({from.x + step.x, from.y + step.y});
    curve.push_back({to.x - step.x, to.y - step.y});
    curve.push_back(to);
}

} // namespace

Bundles::Bundles(const MapGraph& map, const LayoutGraph& graph)
    : nodes_(map.nodes.size())
    , edges_(map.edges.size()) {
    using Alike = std::tuple<std::size_t, EdgeKind, bool, std::vector<std::string>>;
    std::map<Alike, std::vector<std::size_t>> alike;
    for (std::size_t i = 0; i < map.edges.size(); ++i) {
        const MapEdge& edge = map.edges[i];
        if (!edge.labels.empty() && !edge.on_way && !edge.and_back)
            alike[{edge.to, edge.kind, graph.edges[i].returns, edge.labels}].push_back(i);
    }
    for (auto& [key, edges] : alike)
        if (edges.size() > 1) bundles_.push_back(std::move(edges));
    bundle_of_.assign(edges_, 0);
    for (std::size_t b = 0; b < bundles_.size(); ++b)
        for (const std::size_t i : bundles_[b]) bundle_of_[i] = b + 1;
}

void Bundles::bind(LayoutGraph& graph) const {
    for (const std::vector<std::size_t>& bundle : bundles_) {
        const std::size_t junction = graph.nodes.size();
        graph.nodes.push_back(point);
        LayoutEdge whole = graph.edges[bundle.front()];
        whole.from = junction;
        for (const std::size_t i : bundle) {
            LayoutEdge& edge = graph.edges[i];
            edge.to = junction;
            edge.label = {};
            edge.joins = true;
        }
        graph.edges.push_back(whole);
    }
}

void Bundles::unbind(PlacedGraph& placed) const {
    for (std::size_t b = 0; b < bundles_.size(); ++b) {
        const PlacedEdge whole = placed.edges[edges_ + b];
        for (const std::size_t i : bundles_[b]) {
            PlacedEdge& edge = placed.edges[i];
            edge.label = whole.label;
            edge.tip = whole.tip;
            if (edge.curve.empty() || whole.curve.empty()) continue;
            lead_to(edge.curve, whole.curve.front());
            edge.curve.insert(edge.curve.end(), whole.curve.begin() + 1, whole.curve.end());
        }
    }
    placed.nodes.resize(nodes_);
    placed.edges.resize(edges_);
}

} // namespace rondix::draw
