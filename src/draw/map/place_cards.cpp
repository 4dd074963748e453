#include "draw/map/place_cards.hpp"

#include "draw/map/alike.hpp"
#include "draw/map/bundles.hpp"
#include "draw/map/labels_on_lines.hpp"
#include "draw/map/legend.hpp"
#include "draw/map/map_style.hpp"

#include <algorithm>

namespace rondix::draw {

using namespace map_style;

namespace {

/// How many links away from the start each node is.
std::vector<std::size_t> distances(const MapGraph& graph) {
    std::vector<std::size_t> distance(graph.nodes.size(), 0);
    std::vector<bool> seen(graph.nodes.size());
    std::vector<std::size_t> queue;
    const auto take = [&](std::size_t node, std::size_t far) {
        if (seen[node]) return;
        seen[node] = true;
        distance[node] = far;
        queue.push_back(node);
    };
    for (std::size_t i = 0; i < graph.nodes.size(); ++i)
        if (graph.nodes[i].kind == NodeKind::start) take(i, 0);
    for (std::size_t done = 0, next = 0; done < queue.size(); ++done) {
        for (const MapEdge& edge : graph.edges)
            if (edge.from == queue[done]) take(edge.to, distance[queue[done]] + 1);
        // What no link leads to (the loading screen, say) stands beside the first screens.
        while (done + 1 == queue.size() && next < graph.nodes.size()) take(next++, 2);
    }
    return distance;
}

LayoutGraph layout_graph(const MapGraph& graph, const Cards& cards) {
    LayoutGraph layout;
    const std::vector<std::size_t> distance = distances(graph);
    for (const MapNode& node : graph.nodes) layout.nodes.push_back(cards.size_of(node));
    for (const MapEdge& edge : graph.edges) {
        const bool to_scene = graph.nodes[edge.to].kind == NodeKind::scene;
        const bool returns = distance[edge.to] < distance[edge.from] || edge.kind == EdgeKind::back;
        const int weight = edge.kind == EdgeKind::frame ? 4 : to_scene ? 1 : 2;
        layout.edges.push_back(
            {edge.from, edge.to, size_of_labels(shown_labels(edge)), returns, false, weight});
    }
    for (const MapGroup& group : graph.groups)
        layout.groups.push_back({group.nodes, measure(group.title, strong_font)});
    return layout;
}

} // namespace

std::vector<std::string> shown_labels(const MapEdge& edge) {
    constexpr std::size_t most = 4;
    if (edge.labels.size() <= most) return edge.labels;
    std::vector<std::string> shown{edge.labels.begin(), edge.labels.begin() + most - 1};
    shown.push_back("and " + std::to_string(edge.labels.size() - shown.size()) + " more");
    return shown;
}

Extents size_of_labels(const std::vector<std::string>& labels) {
    Extents size;
    for (const std::string& label : labels) {
        const Extents text = measure(label, label_font);
        size.width = std::max(size.width, text.width + 8);
        size.height += text.height + 1;
    }
    return size;
}

Fit::Fit(const PlacedGraph& placed, double room_wide, double room_high)
    : width(std::max(placed.size.width + 2 * margin, legend_width()))
    , height(placed.size.height + 2 * margin + header + footer)
    , factor(std::min(room_wide / width, room_high / height)) {}

std::optional<PlacedGraph> arrange(const MapGraph& map, const Cards& cards,
                                   const MapOptions& options, std::string& fault) {
    LayoutGraph graph = layout_graph(map, cards);
    const Bundles bundles(map, graph);
    bundles.bind(graph);
    const double wide = options.width > 0 ? options.width : 1280;
    const double high = options.height > 0 ? options.height : 800;
    const auto placed = [&]() {
        std::optional<PlacedGraph> made = lay_out(graph, options.seconds, fault);
        if (!made) return made;
        bundles.unbind(*made);
        put_alike_in_order(map, bundles, graph, *made);
        put_labels_on_lines(map, bundles, *made);
        return made;
    };
    std::optional<PlacedGraph> across = placed();
    if (!across || graph.nodes.size() > 100)
        return across; // trying twice is for maps that fit a page
    graph.downward = true;
    std::optional<PlacedGraph> down = placed();
    if (!down) return across;
    return Fit(*across, wide, high).factor >= Fit(*down, wide, high).factor ? across : down;
}

} // namespace rondix::draw
