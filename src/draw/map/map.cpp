// A map from its flow to its bytes.
#include "rondix/tools/map.hpp"

#include "draw/map/dominators.hpp"
#include "draw/map/fold.hpp"
#include "draw/map/legend.hpp"
#include "draw/map/map_builder.hpp"
#include "draw/map/map_painter.hpp"
#include "draw/map/map_style.hpp"
#include "draw/map/place_cards.hpp"
#include "draw/map/subgraphs.hpp"
#include "draw/map/way.hpp"
#include "proof/budget.hpp"
#include "rondix/tools/names.hpp"

#include <algorithm>
#include <cmath>
#include <deque>
#include <filesystem>
#include <set>

namespace rondix {

namespace draw {
namespace {

constexpr int max_side = 32000;

std::string verdict_line(const CheckResult& result) {
    switch (result.verdict) {
    case Verdict::proved: return "proved: nobody can get stuck";
    case Verdict::failed: return "errors were found: see 'rondix check'";
    case Verdict::undecided: break;
    }
    return "undecided";
}

class MapDrawer {
  public:
    MapDrawer(const FlowFile& file, const CheckResult& result, const MapOptions& options)
        : file_(file)
        , result_(result)
        , options_(options)
        , budget_(options.check)
        , whole_(map_graph(file, result))
        , hints_(file, whole_, options) {
        if (!options.way.empty()) mark_way(whole_, *file.compiled, options.way);
        if (options.pictures) pictures_.emplace(*file.compiled, options.check);
    }

    const MapGraph& whole() const { return whole_; }
    Hints& hints() { return hints_; }

    /// What is asked for, before anything is folded.
    std::optional<MapGraph> wanted(std::string& fault) const {
        if (options_.of.empty()) return whole_;
        const auto node = named();
        if (node != whole_.nodes.end()) return part_of(whole_, beyond(whole_, node->number));
        fault = "there is no screen or scene '" + options_.of + "' on the map" + nearest();
        return std::nullopt;
    }

    MapGraph folded(const MapGraph& graph, Folding folding) const {
        folding.most = options_.max_cards;
        return folding.most > 0 ? fold(graph, folding) : graph;
    }

    /// Of what is asked for: the screen that all the rest is beyond stays open.
    Folding folding() const {
        const auto node = named();
        return {.open = node == whole_.nodes.end() ? no_node : node->number};
    }

    /// `heading` is said beside the name of the game; it leads to the map `up`, if there is one.
    std::optional<std::string> draw(const MapGraph& graph, const std::string& heading,
                                    const std::string& up, std::string& fault) {
        budget_.look("the map", 0, 1);
        const Cards cards(pictures_ ? &*pictures_ : nullptr);
        const std::optional<PlacedGraph> placed = arrange(graph, cards, options_, fault);
        budget_.look("the map", 0, 1);
        if (!placed) return std::nullopt;
        const Fit own(*placed, 1, 1);
        const auto side = [](int wanted, double needed) {
            return wanted > 0 ? wanted : static_cast<int>(std::ceil(needed));
        };
        const int width = side(options_.width, own.width);
        const int height = side(options_.height, own.height);
        if (width > max_side || height > max_side) {
            fault = "the map is too large for one picture; give it a size";
            return std::nullopt;
        }
        Drawing drawing(options_.format, width, height);
        drawing.fill(map_style::paper);
        const double factor = std::min(Fit(*placed, width, height).factor, 2.0);
        drawing.scale_by(factor,
                         {(width - own.width * factor) / 2, (height - own.height * factor) / 2});
        paint_map(drawing, graph, *placed, cards, hints_);
        paint_heading(drawing, own.width, title() + (heading.empty() ? "" : ": " + heading), up,
                      verdict_line(result_), result_.verdict == Verdict::proved);
        paint_legend(drawing, own.height - map_style::footer / 2);
        return drawing.finish();
    }

  private:
    std::vector<MapNode>::const_iterator named() const {
        return std::find_if(whole_.nodes.begin(), whole_.nodes.end(), [&](const MapNode& node) {
            return (node.is_screen() || node.kind == NodeKind::scene) &&
                   name_of(node) == options_.of;
        });
    }

    std::string nearest() const {
        std::vector<std::string_view> names;
        for (const MapNode& node : whole_.nodes)
            if (node.is_screen() || node.kind == NodeKind::scene) names.emplace_back(name_of(node));
        return suggestion(options_.of, names).text;
    }

    std::string title() const {
        if (!file_.flow.game.empty()) return file_.flow.game;
        return std::filesystem::path(file_.sources[0].name()).filename().string();
    }

    const FlowFile& file_;
    const CheckResult& result_;
    const MapOptions& options_;
    Budget budget_;
    MapGraph whole_;
    Hints hints_;
    std::optional<CardPictures> pictures_;
};

/// The maps of what folded cards hold, each named once.
class Parts {
  public:
    Parts(MapDrawer& drawer, const MapOptions& options, std::string name)
        : drawer_(drawer)
        , ending_(options.format == PictureFormat::svg ? ".svg" : ".png")
        , name_(std::move(name)) {}

    bool draw(MapGraph first, const std::string& heading,
              const std::function<bool(const MapPart&)>& take, std::string& fault) {
        waiting_.push_back({name_, heading, "", std::move(first), drawer_.folding()});
        for (; !waiting_.empty(); waiting_.pop_front()) {
            const Part& part = waiting_.front();
            const MapGraph graph = drawer_.folded(part.graph, part.folding);
            drawer_.hints().lead_to_the_flow();
            for (const MapNode& node : graph.nodes)
                if (!node.within.empty()) add(node, part.name);
            const auto bytes = drawer_.draw(graph, part.heading, part.up, fault);
            if (!bytes) return false;
            const std::size_t folded = part.graph.nodes.size() - graph.nodes.size();
            if (!take({part.name, part.heading, *bytes, graph.nodes.size(), folded})) return true;
        }
        return true;
    }

  private:
    struct Part {
        std::string name, heading, up;
        MapGraph graph;
        Folding folding;
    };

    /// A map for what a card holds, and the card leads to it.
    void add(const MapNode& node, const std::string& up) {
        std::vector<std::size_t> nodes = node.within;
        if (!node.is_stack()) nodes.push_back(node.number);
        const MapNode& first = drawer_.whole().nodes[nodes.front()];
        std::string name = name_ + "." + file_name(name_of(node.is_stack() ? first : node));
        if (node.is_stack()) name += "-and-" + std::to_string(node.stacked - 1) + "-more";
        while (!names_.insert(name).second) name += "-2";
        const std::string heading = node.is_stack() ? node.id : "beyond " + node.title;
        // What is folded here lies open there, so that each map holds less than the one before.
        const Folding folding{.stacks = !node.is_stack(),
                              .open = node.is_stack() ? no_node : node.number};
        waiting_.push_back({name, heading, up + ending_, part_of(drawer_.whole(), nodes), folding});
        drawer_.hints().lead(node.number, name + ending_);
    }

    static std::string file_name(std::string name) {
        std::replace(name.begin(), name.end(), '/', '-');
        return name;
    }

    MapDrawer& drawer_;
    std::string ending_, name_;
    std::deque<Part> waiting_;
    std::set<std::string> names_;
};

/// What `draw` draws; nothing, and `fault`, where it was stopped.
template <class Draw>
auto within_limits(Draw draw, std::string& fault) -> decltype(draw()) {
    try {
        return draw();
    } catch (const Stopped&) {
        fault = "undecided: it was stopped before the map was drawn";
    }
    return {};
}

std::string heading_of(const MapOptions& options) {
    return options.of.empty() ? "" : "beyond " + options.of;
}

} // namespace
} // namespace draw

Status draw_map(const FlowFile& file, const CheckResult& result, const MapOptions& options,
                std::string& bytes) {
    std::string fault;
    const auto draw_it = [&]() -> std::optional<std::string> {
        draw::MapDrawer drawer(file, result, options);
        const auto graph = drawer.wanted(fault);
        if (!graph) return std::nullopt;
        return drawer.draw(drawer.folded(*graph, drawer.folding()), draw::heading_of(options), "",
                           fault);
    };
    const std::optional<std::string> drawn = draw::within_limits(draw_it, fault);
    bytes = drawn.value_or("");
    return drawn ? Status() : Status(StatusCode::not_drawn, fault);
}

Status draw_map_parts(const FlowFile& file, const CheckResult& result, const MapOptions& options,
                      const std::string& name, const std::function<bool(const MapPart&)>& take) {
    std::string fault;
    const auto draw_them = [&] {
        draw::MapDrawer drawer(file, result, options);
        auto graph = drawer.wanted(fault);
        return graph && draw::Parts(drawer, options, name)
                            .draw(std::move(*graph), draw::heading_of(options), take, fault);
    };
    return draw::within_limits(draw_them, fault) ? Status() : Status(StatusCode::not_drawn, fault);
}

} // namespace rondix
