#include "draw/map/map_builder.hpp"

#include "compiling/compile.hpp"
#include "draw/map/groups.hpp"
#include "draw/map/subgraphs.hpp"
#include "proof/links.hpp"

#include <algorithm>
#include <numeric>

namespace rondix::draw {

namespace {

/// A time as people write it: 1.2s.
std::string seconds_text(std::uint32_t ms) {
    std::string text = std::to_string(ms / 1000);
    if (ms % 1000 != 0) {
        std::string rest = std::to_string(ms % 1000 + 1000).substr(1);
        while (rest.ends_with('0')) rest.pop_back();
        text += "." + rest;
    }
    return text + "s";
}

bool begins_alike(const SourceRange& a, const SourceRange& b) {
    return a.known() && a.file == b.file && a.begin == b.begin;
}

class MapBuilder {
  public:
    MapBuilder(const FlowFile& file, const CheckResult& result)
        : file_(file)
        , flow_(*file.compiled)
        , result_(result)
        , all_links_(links(flow_)) {}

    MapGraph build() {
        for (std::size_t i = 0; i < flow_.screens.size(); ++i) add_screen(i);
        for (std::size_t i = 0; i < flow_.scenes.size(); ++i) add_scene(i);
        add_start();
        for (std::size_t i = 0; i < flow_.scenes.size(); ++i)
            edge(scene_node(SceneId(i)), index(flow_.scenes[i].root), EdgeKind::frame);
        for (const Link& link : all_links_) add_link(link);
        for (std::size_t i = 0; i < flow_.events.size(); ++i) add_event(EventId(i));
        add_ways_back();
        if (!flow_.scenes.empty())
            edge(index(flow_.loading.screen), index(flow_.loading.failed), EdgeKind::event,
                 "a load fails");
        drop_unused_built_ins();
        std::erase_if(graph_.edges, [](const MapEdge& one) { return one.from == one.to; });
        graph_.groups = groups_by_scene(graph_);
        for (std::size_t i = 0; i < graph_.nodes.size(); ++i) graph_.nodes[i].number = i;
        return std::move(graph_);
    }

  private:
    std::string text(TextRef piece) const { return std::string(flow_.text(piece)); }
    std::size_t scene_node(SceneId id) const { return flow_.screens.size() + index(id); }

    bool has_finding(RuleId rule, std::size_t screen) const {
        const SourceRange place = file_.origins.screens[screen];
        return std::any_of(
            result_.findings.begin(), result_.findings.end(), [&](const Finding& finding) {
                const bool main = begins_alike(finding.place, place);
                const bool also =
                    std::any_of(finding.also.begin(), finding.also.end(),
                                [&](auto& a) { return begins_alike(a.place, place); });
                return finding.rule == rule && place.known() &&
                       (main || (rule == RuleId::never_shown && also));
            });
    }

    void add_screen(std::size_t i) {
        const Screen& screen = flow_.screens[i];
        MapNode node;
        node.kind = screen.play ? NodeKind::play : NodeKind::menu;
        node.id = text(screen.id);
        node.title = screen.title.length > 0 ? text(screen.title) : node.id;
        node.trapped = has_finding(RuleId::no_way_out, i) || has_finding(RuleId::no_quit, i);
        node.unreached = has_finding(RuleId::never_shown, i);
        node.screen = ScreenId(i);
        node.place = file_.origins.screens[i];
        add_findings(node, node.place);
        for (std::uint32_t c = screen.controls.begin; c < screen.controls.end(); ++c)
            add_findings(node, file_.origins.controls[c]);
        if (screen.play) node.notes.emplace_back("play");
        if (ScreenId(i) == flow_.loading.screen) node.notes.emplace_back("while a scene loads");
        if (ScreenId(i) == flow_.loading.failed) node.notes.emplace_back("when a load failed");
        for (const Link& link : all_links_) {
            if (link.from != ScreenId(i) || load_in_words(link.step).empty()) continue;
            std::string note = std::string(load_in_words(link.step)) + ": " + label_of(link);
            const bool known =
                std::find(node.notes.begin(), node.notes.end(), note) != node.notes.end();
            if (!known)
                node.notes.push_back(std::move(note)); // asked about in one case, not in another
        }
        graph_.nodes.push_back(std::move(node));
    }

    /// A load that no edge can show: where it leads hangs on the scene that is loaded.
    static std::string_view load_in_words(StepKind step) {
        switch (step) {
        case StepKind::retry: return "load again";
        case StepKind::load_next: return "load the next";
        case StepKind::load_previous: return "load the one before";
        default: return {};
        }
    }

    void add_scene(std::size_t i) {
        const Scene& scene = flow_.scenes[i];
        MapNode node{NodeKind::scene, text(scene.id), text(scene.file), {}};
        node.place = file_.origins.scenes[i];
        add_findings(node, node.place);
        graph_.nodes.push_back(std::move(node));
    }

    void add_findings(MapNode& node, const SourceRange& place) const {
        for (const Finding& finding : result_.findings)
            if (begins_alike(finding.place, place)) node.findings.push_back(finding.text);
    }

    void add_start() {
        graph_.nodes.push_back({NodeKind::start, "", "", {}});
        const std::size_t start = graph_.nodes.size() - 1;
        if (flow_.first_scene != no_scene)
            edge(start, scene_node(flow_.first_scene), EdgeKind::frame);
        if (flow_.first_screen != no_screen)
            edge(start, index(flow_.first_screen), EdgeKind::frame);
        if (flow_.first_choice == unsaid) return;
        const IndexRange all = flow_[flow_.first_choice].alternatives;
        for (std::uint32_t i = all.begin; i < all.end(); ++i) {
            const Step& step = flow_.steps[flow_.alternatives[i].steps.begin];
            edge(start,
                 step.kind == StepKind::load ? scene_node(SceneId(step.subject)) : step.subject,
                 EdgeKind::frame);
        }
    }

    std::size_t special(NodeKind kind, const std::string& title) {
        for (std::size_t i = 0; i < graph_.nodes.size(); ++i)
            if (graph_.nodes[i].kind == kind && graph_.nodes[i].title == title) return i;
        graph_.nodes.push_back({kind, title, "", {}});
        return graph_.nodes.size() - 1;
    }

    /// Links between the same two nodes, of one kind, are one edge with several labels.
    MapEdge& edge(std::size_t from, std::size_t to, EdgeKind kind, const std::string& label = {}) {
        const auto same = std::find_if(graph_.edges.begin(), graph_.edges.end(), [&](auto& other) {
            return other.from == from && other.to == to && other.kind == kind;
        });
        MapEdge& edge = same != graph_.edges.end() ? *same : graph_.edges.emplace_back();
        edge.from = from;
        edge.to = to;
        edge.kind = kind;
        const bool known =
            std::find(edge.labels.begin(), edge.labels.end(), label) != edge.labels.end();
        if (!label.empty() && !known) edge.labels.push_back(label);
        return edge;
    }

    std::string label_of(const Link& link) const {
        switch (link.by.kind) {
        case MoveKind::press: {
            const Control& control = flow_[link.by.control()];
            return text(control.text.length > 0 ? control.text : control.id);
        }
        case MoveKind::key: return "key " + text(flow_.keys[link.by.subject]);
        case MoveKind::other_key: return "any key";
        case MoveKind::menu: return "(menu)";
        case MoveKind::back: return "(back)";
        case MoveKind::change:
        case MoveKind::turn:
        case MoveKind::loaded:
        case MoveKind::load_failed:
        case MoveKind::done:
        case MoveKind::failed:
        case MoveKind::moves_on:
        case MoveKind::idle:
        case MoveKind::load_timeout:
        case MoveKind::request_timeout:
        case MoveKind::due:
        case MoveKind::event:
        case MoveKind::raise:
        case MoveKind::lower:
        case MoveKind::set:
        case MoveKind::start: break;
        }
        return {};
    }

    void add_link(const Link& link) {
        if (link.from == no_screen) return; // events come with what they are allowed during
        if (!load_in_words(link.step).empty()) return;
        const std::size_t from = index(link.from);
        switch (link.kind) {
        case LinkKind::forward:
            edge(from, index(link.to), EdgeKind::forward, label_of(link));
            break;
        case LinkKind::load:
            if (link.scene != no_scene)
                edge(from, scene_node(link.scene), EdgeKind::load, label_of(link));
            else if (link.to != no_screen)
                edge(from, index(link.to), EdgeKind::load, label_of(link));
            break;
        case LinkKind::quit:
            edge(from, special(NodeKind::outside, "out of the game"), EdgeKind::forward,
                 label_of(link));
            break;
        case LinkKind::back: break; // see add_ways_back()
        }
    }

    /// An event starts where it is allowed: on the play screens, or at a moment that has no screen.
    void add_event(EventId id) {
        const Event& event = flow_[id];
        std::string label = "! " + text(event.id);
        if (event.after_ms > 0) label += ", after " + seconds_text(event.after_ms);
        for (const Link& link : all_links_) {
            if (link.from != no_screen || link.by != Move::event(id)) continue;
            const std::size_t to = link.scene != no_scene ? scene_node(link.scene)
                                   : link.to != no_screen ? index(link.to)
                                   : link.kind == LinkKind::quit
                                       ? special(NodeKind::outside, "out of the game")
                                       : graph_.nodes.size();
            if (to == graph_.nodes.size()) continue;
            if (event.during != During::play) {
                const char* when = event.during == During::any ? "at any time" : "on any menu";
                edge(special(NodeKind::moment, when), to, EdgeKind::event, label);
                continue;
            }
            for (std::size_t i = 0; i < flow_.screens.size(); ++i)
                if (flow_.screens[i].play) edge(i, to, EdgeKind::event, label);
        }
    }

    /// Going back at the far end of a link usually leads to its near end again: then the link has a
    /// mark there. Other ways back (`back to`, `resume` from further up) are edges of their own.
    void add_ways_back() {
        for (MapEdge& edge : graph_.edges) {
            if (edge.kind != EdgeKind::forward && edge.kind != EdgeKind::event) continue;
            if (edge.to >= flow_.screens.size() || edge.from >= flow_.screens.size()) continue;
            edge.and_back = leads_back(ScreenId(edge.to), flow_.screens[edge.from].play);
        }
        std::vector<MapEdge> more;
        for (const Link& link : all_links_) {
            if (link.step != StepKind::back_to || link.from == no_screen) continue;
            more.push_back(
                {index(link.from), index(link.to), EdgeKind::back, {label_of(link)}, false});
        }
        for (const MapEdge& extra : more) edge(extra.from, extra.to, extra.kind, extra.labels[0]);
    }

    bool leads_back(ScreenId screen, bool over_play) const {
        return std::any_of(all_links_.begin(), all_links_.end(), [&](const Link& link) {
            return link.from == screen &&
                   (link.step == StepKind::back || (over_play && link.step == StepKind::resume));
        });
    }

    /// What is built in is shown only where loads can happen.
    void drop_unused_built_ins() {
        std::vector<std::size_t> place(graph_.nodes.size());
        std::vector<MapNode> kept;
        for (std::size_t i = 0; i < graph_.nodes.size(); ++i) {
            const bool built_in = i < flow_.screens.size() && !file_.origins.screens[i].known();
            const bool used = std::any_of(graph_.edges.begin(), graph_.edges.end(),
                                          [&](auto& e) { return e.from == i || e.to == i; });
            place[i] = kept.size();
            if (!built_in || used) kept.push_back(graph_.nodes[i]);
        }
        for (MapEdge& edge : graph_.edges) {
            edge.from = place[edge.from];
            edge.to = place[edge.to];
        }
        graph_.nodes = std::move(kept);
    }

    const FlowFile& file_;
    const CompiledFlow& flow_;
    const CheckResult& result_;
    const std::vector<Link> all_links_;
    MapGraph graph_;
};

} // namespace

MapGraph map_graph(const FlowFile& file, const CheckResult& result) {
    return MapBuilder(file, result).build();
}

} // namespace rondix::draw
