#include "draw/map/graph_layout.hpp"

#include "draw/map/child.hpp"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

#include <algorithm>
#include <sstream>

namespace rondix::draw {

namespace {

using Json = nlohmann::json;

/// Graphviz counts in points, 72 to the inch; one point is one pixel here.
constexpr double points_per_inch = 72;

/// Beyond this many edges, exact placing takes too long: labels are put on the middle of their
/// edges, and ranks are improved for a bounded number of rounds.
constexpr std::size_t many_edges = 300;

bool is_large(const LayoutGraph& graph) {
    return graph.edges.size() > many_edges;
}

/// A box of this size, as a label: its text is drawn by us.
std::string room_for(Extents size) {
    return fmt::format("<<TABLE BORDER=\"0\" FIXEDSIZE=\"TRUE\" WIDTH=\"{:.0f}\" "
                       "HEIGHT=\"{:.0f}\"><TR><TD></TD></TR></TABLE>>",
                       size.width, size.height);
}

std::string group_text(const LayoutGroup& group, std::size_t number) {
    std::string text = fmt::format("  subgraph cluster_{} {{ margin=14; labelloc=t; labeljust=l; "
                                   "label={};",
                                   number, room_for(group.title));
    for (const std::size_t node : group.nodes) text += fmt::format(" n{};", node);
    return text + " }\n";
}

std::string dot_text(const LayoutGraph& graph) {
    std::string text = fmt::format("digraph map {{\n  rankdir={}; nodesep={}; ranksep={};\n"
                                   "  node [shape=box, fixedsize=true, label=\"\"];\n",
                                   graph.downward ? "TB" : "LR", graph.downward ? 0.5 : 0.25,
                                   graph.downward ? 0.3 : 0.45);
    if (is_large(graph)) text += "  nslimit=1; nslimit1=1; mclimit=0.5; splines=line;\n";
    for (std::size_t i = 0; i < graph.nodes.size(); ++i)
        text += fmt::format("  n{} [width={:.4f}, height={:.4f}];\n", i,
                            graph.nodes[i].width / points_per_inch,
                            graph.nodes[i].height / points_per_inch);
    for (std::size_t i = 0; i < graph.groups.size() && !is_large(graph); ++i)
        text += group_text(graph.groups[i], i);
    for (std::size_t i = 0; i < graph.edges.size(); ++i) {
        const LayoutEdge& edge = graph.edges[i];
        std::string label;
        if (edge.label.width > 0 && !is_large(graph)) label = ", label=" + room_for(edge.label);
        // An edge that returns is laid out the other way round, so that it does not turn the order.
        const char* arrow = edge.joins ? ", dir=none" : edge.returns ? ", dir=back" : "";
        text += fmt::format("  n{} -> n{} [id=\"{}\", weight={}{}{}];\n",
                            edge.returns ? edge.to : edge.from, edge.returns ? edge.from : edge.to,
                            i, edge.weight, arrow, label);
    }
    return text + "}\n";
}

/// "12.5,30" as a point, with y turned to point down.
Vec point_of(std::string_view text, double height) {
    Vec point;
    const std::size_t comma = text.find(',');
    point.x = std::stod(std::string(text.substr(0, comma)));
    point.y = height - std::stod(std::string(text.substr(comma + 1)));
    return point;
}

/// "e,tip start c1 c2 p ...": the arrow's tip first, then the curve. With "s," the arrow is at its
/// start, and the curve is turned round.
PlacedEdge edge_of(const Json& json, double height) {
    bool turned = false;
    PlacedEdge edge;
    std::istringstream words(json.value("pos", ""));
    for (std::string word; words >> word;) {
        if (word.starts_with("e,"))
            edge.tip = point_of(std::string_view(word).substr(2), height);
        else if (word.starts_with("s,")) {
            edge.tip = point_of(std::string_view(word).substr(2), height);
            turned = true;
        } else
            edge.curve.push_back(point_of(word, height));
    }
    if (turned) std::reverse(edge.curve.begin(), edge.curve.end());
    if (json.contains("lp")) {
        edge.label = point_of(json["lp"].get<std::string>(), height);
    } else if (!edge.curve.empty()) {
        const Vec first = edge.curve.front();
        const Vec last = edge.curve.back();
        edge.label = {(first.x + last.x) / 2, (first.y + last.y) / 2};
    }
    return edge;
}

/// "left,lower,right,upper". Groups come in the order of their numbers.
PlacedGroup group_of(const Json& json, double height) {
    const auto box = json.at("bb").get<std::string>();
    const std::size_t middle = box.find(',', box.find(',') + 1);
    const Vec low = point_of(std::string_view(box).substr(0, middle), height);
    const Vec high = point_of(std::string_view(box).substr(middle + 1), height);
    PlacedGroup group{{low.x, high.y}, {high.x - low.x, low.y - high.y}, {}};
    group.title = point_of(json.at("lp").get<std::string>(), height);
    return group;
}

PlacedGraph placed_of(const Json& json, const LayoutGraph& graph) {
    PlacedGraph placed;
    placed.nodes.resize(graph.nodes.size());
    placed.edges.resize(graph.edges.size());
    const auto bounds = json.at("bb").get<std::string>(); // "0,0,width,height"
    const Vec corner = point_of(std::string_view(bounds).substr(bounds.find(',', 2) + 1), 0);
    placed.size = {corner.x, -corner.y};
    for (const Json& object : json.at("objects")) {
        const auto name = object.at("name").get<std::string>();
        if (name.starts_with("cluster_"))
            placed.groups.push_back(group_of(object, placed.size.height));
        else
            placed.nodes.at(std::stoul(name.substr(1))) =
                point_of(object.at("pos").get<std::string>(), placed.size.height);
    }
    for (const Json& edge : json.value("edges", Json::array())) {
        const std::size_t number = std::stoul(edge.at("id").get<std::string>());
        PlacedEdge& made = placed.edges.at(number) = edge_of(edge, placed.size.height);
        const LayoutEdge& wanted = graph.edges[number]; // without an arrow nothing turned it
        if (wanted.joins && wanted.returns) std::reverse(made.curve.begin(), made.curve.end());
    }
    return placed;
}

} // namespace

std::optional<PlacedGraph> lay_out(const LayoutGraph& graph, double seconds, std::string& fault) {
    if (graph.nodes.empty()) return PlacedGraph{};
    const auto output = run_child({"dot", "-Tjson"}, dot_text(graph), seconds, fault);
    if (!output) {
        fault = "the map needs Graphviz (the package 'graphviz'): " + fault;
        return std::nullopt;
    }
    try {
        return placed_of(Json::parse(*output), graph);
    } catch (const std::exception& problem) {
        fault = std::string("what Graphviz answered cannot be read: ") + problem.what();
        return std::nullopt;
    }
}

} // namespace rondix::draw
