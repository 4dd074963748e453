#include "draw/map/alike.hpp"

#include <algorithm>
#include <map>
#include <set>
#include <tuple>

namespace rondix::draw {

namespace {

/// What a card is linked with, and how; cards are alike where it is the same. Lines that meet
/// others are alike only where they meet the same ones.
using Links = std::set<std::tuple<bool, std::size_t, EdgeKind, std::size_t>>;

std::vector<std::vector<std::size_t>> groups_of_alike(const MapGraph& map, const Bundles& bundles) {
    std::vector<Links> links(map.nodes.size());
    std::vector<bool> linked_twice(map.nodes.size(), false);
    for (std::size_t i = 0; i < map.edges.size(); ++i) {
        const MapEdge& edge = map.edges[i];
        const std::size_t bundle = bundles.of(i);
        const bool out = links[edge.from].insert({true, edge.to, edge.kind, bundle}).second;
        const bool in = links[edge.to].insert({false, edge.from, edge.kind, bundle}).second;
        if (!out) linked_twice[edge.from] = true;
        if (!in) linked_twice[edge.to] = true;
    }
    std::map<std::pair<NodeKind, Links>, std::vector<std::size_t>> alike;
    for (std::size_t i = 0; i < map.nodes.size(); ++i)
        if (!links[i].empty() && !linked_twice[i] && map.nodes[i].visits.empty())
            alike[{map.nodes[i].kind, links[i]}].push_back(i);
    std::vector<std::vector<std::size_t>> groups;
    for (auto& [key, nodes] : alike)
        if (nodes.size() > 1) groups.push_back(std::move(nodes));
    return groups;
}

class Order {
  public:
    Order(const MapGraph& map, const LayoutGraph& sizes, PlacedGraph& placed)
        : map_(map)
        , sizes_(sizes)
        , placed_(placed)
        , before_(placed) {}

    /// The nodes come in the order of the flow.
    void put(const std::vector<std::size_t>& nodes) {
        std::vector<std::size_t> places = nodes;
        std::stable_sort(places.begin(), places.end(), [&](std::size_t a, std::size_t b) {
            const Vec first = before_.nodes[a], second = before_.nodes[b];
            return sizes_.downward ? first.x < second.x : first.y < second.y;
        });
        for (std::size_t i = 0; i < nodes.size(); ++i) take_place(nodes[i], places[i]);
    }

  private:
    /// With the lines that led to and from that place.
    void take_place(std::size_t node, std::size_t place) {
        placed_.nodes[node] = before_.nodes[place];
        for (std::size_t e = 0; e < map_.edges.size(); ++e) {
            const MapEdge& edge = map_.edges[e];
            if (edge.from != node && edge.to != node) continue;
            const auto same = std::find_if(map_.edges.begin(), map_.edges.end(), [&](auto& other) {
                return other.kind == edge.kind &&
                       other.from == (edge.from == node ? place : edge.from) &&
                       other.to == (edge.to == node ? place : edge.to);
            });
            placed_.edges[e] = before_.edges[static_cast<std::size_t>(same - map_.edges.begin())];
            fit_ends(placed_.edges[e], node, place, edge.from == node);
        }
    }

    /// A line ends at the side of a card, and this card may be narrower or wider than the other.
    void fit_ends(PlacedEdge& edge, std::size_t node, std::size_t place, bool begins) const {
        if (edge.curve.size() < 2) return;
        const Vec middle = before_.nodes[place];
        const Extents was = sizes_.nodes[place], is = sizes_.nodes[node];
        const Vec end = begins ? edge.curve.front() : edge.tip;
        const Vec by{(end.x - middle.x) * (is.width / was.width - 1),
                     (end.y - middle.y) * (is.height / was.height - 1)};
        const auto shift = [&](Vec& point) { point.x += by.x, point.y += by.y; };
        const std::size_t last = edge.curve.size() - 1;
        shift(edge.curve[begins ? 0 : last]);
        shift(edge.curve[begins ? 1 : last - 1]);
        if (!begins) shift(edge.tip);
    }

    const MapGraph& map_;
    const LayoutGraph& sizes_;
    PlacedGraph& placed_;
    const PlacedGraph before_;
};

} // namespace

void put_alike_in_order(const MapGraph& map, const Bundles& bundles, const LayoutGraph& sizes,
                        PlacedGraph& placed) {
    for (const std::vector<std::size_t>& nodes : groups_of_alike(map, bundles))
        Order(map, sizes, placed).put(nodes);
}

} // namespace rondix::draw
