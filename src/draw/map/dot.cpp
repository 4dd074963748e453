// The map as DOT, the language of Graphviz, for those who lay it out themselves.
#include "draw/map/map_builder.hpp"
#include "draw/map/way.hpp"
#include "rondix/tools/map.hpp"

#include "words/printable.hpp"

#include <fmt/format.h>

namespace rondix {

namespace {

using namespace draw;

std::string lines(const std::vector<std::string>& words) {
    std::string text;
    for (const std::string& word : words) text += (text.empty() ? "" : "\n") + printable(word);
    return text;
}

std::string node_text(std::size_t number, const MapNode& node) {
    std::vector<std::string> rows{node.title};
    if (!node.id.empty() && node.id != node.title) rows.push_back(node.id);
    rows.insert(rows.end(), node.notes.begin(), node.notes.end());
    const char* shape = node.kind == NodeKind::start     ? "point"
                        : node.kind == NodeKind::scene   ? "oval"
                        : node.kind == NodeKind::outside ? "doublecircle"
                                                         : "box";
    std::string text = fmt::format("  n{} [label={}, shape={}", number, in_dot(lines(rows)), shape);
    if (node.trapped) text += ", color=red, penwidth=3";
    if (node.unreached || node.kind == NodeKind::moment) text += ", style=dashed";
    if (node.kind == NodeKind::play) text += ", style=filled, fillcolor=lightblue";
    return text + "];\n";
}

std::string edge_text(const MapEdge& edge) {
    std::string text =
        fmt::format("  n{} -> n{} [label={}", edge.from, edge.to, in_dot(lines(edge.labels)));
    if (edge.kind == EdgeKind::event || edge.kind == EdgeKind::back) text += ", style=dashed";
    if (edge.and_back) text += ", dir=both, arrowtail=odot";
    if (edge.on_way) text += ", penwidth=3";
    return text + "];\n";
}

std::string group_text(std::size_t number, const MapGroup& group) {
    std::string text =
        fmt::format("  subgraph cluster_{} {{ label={};", number, in_dot(printable(group.title)));
    for (const std::size_t node : group.nodes) text += fmt::format(" n{};", node);
    return text + " }\n";
}

} // namespace

std::string map_dot(const FlowFile& file, const CheckResult& result, const std::vector<Move>& way) {
    MapGraph graph = map_graph(file, result);
    if (!way.empty()) mark_way(graph, *file.compiled, way);
    std::string text = "digraph menus {\n  rankdir=LR;\n";
    for (std::size_t i = 0; i < graph.nodes.size(); ++i) text += node_text(i, graph.nodes[i]);
    for (std::size_t i = 0; i < graph.groups.size(); ++i) text += group_text(i, graph.groups[i]);
    for (const MapEdge& edge : graph.edges) text += edge_text(edge);
    return text + "}\n";
}

} // namespace rondix
