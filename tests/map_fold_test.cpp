// The map of a large flow: what is folded into what, the maps of what cards hold, and what stands
// together.
#include "draw/map/child.hpp"
#include "draw/map/dominators.hpp"
#include "draw/map/fold.hpp"
#include "draw/map/map_builder.hpp"
#include "draw/map/subgraphs.hpp"
#include "draw/map/way.hpp"
#include "reference/random_flow.hpp"
#include "support.hpp"
#include "tool_runner.hpp"

#include "rondix/tools/check.hpp"
#include "rondix/tools/map.hpp"

#include <map>
#include <random>
#include <regex>
#include <set>

#include <chrono>
#include <csignal>
#include <thread>

namespace rondix::test {
namespace {

using draw::MapGraph;
using draw::MapNode;
using draw::NodeKind;

const char* const large = "examples/clean/two-hundred-screens.flow.yaml";

std::vector<std::filesystem::path> all_flows() {
    std::vector<std::filesystem::path> paths;
    for (const char* folder : {"examples/tidewick", "examples/clean", "examples/broken"})
        for (const auto& entry : std::filesystem::directory_iterator(root() / folder))
            if (entry.path().string().ends_with(".flow.yaml")) paths.push_back(entry.path());
    return paths;
}

MapGraph random_graph(std::mt19937& random) {
    MapGraph graph;
    const std::size_t count = 2 + random() % 12;
    for (std::size_t i = 0; i < count; ++i) {
        MapNode node{i == 0 ? NodeKind::start : NodeKind::menu, "", std::to_string(i), {}};
        node.number = i;
        node.trapped = random() % 10 == 0;
        graph.nodes.push_back(node);
    }
    for (std::size_t i = 0; i < 1 + random() % (2 * count); ++i) {
        const std::size_t from = random() % count, to = 1 + random() % (count - 1);
        if (from != to) graph.edges.push_back({from, to, draw::EdgeKind::forward, {}});
    }
    return graph;
}

/// What can be reached without passing one node, from the start and from what nothing leads to; a
/// circle that is left over then begins with its first node.
std::set<std::size_t> reached_without(const MapGraph& graph, std::size_t gone,
                                      const std::vector<std::size_t>& first) {
    std::vector<std::size_t> queue;
    std::set<std::size_t> seen{gone};
    for (const std::size_t i : first)
        if (seen.insert(i).second) queue.push_back(i);
    for (std::size_t i = 0; i < queue.size(); ++i)
        for (const draw::MapEdge& edge : graph.edges)
            if (edge.from == queue[i] && seen.insert(edge.to).second) queue.push_back(edge.to);
    seen.erase(gone);
    return seen;
}

std::vector<std::size_t> beginnings(const MapGraph& graph) {
    std::vector<std::size_t> first{0};
    for (std::size_t i = 1; i < graph.nodes.size(); ++i)
        if (std::none_of(graph.edges.begin(), graph.edges.end(),
                         [&](const auto& edge) { return edge.to == i; }))
            first.push_back(i);
    for (std::size_t i = 1; i < graph.nodes.size(); ++i)
        if (!reached_without(graph, SIZE_MAX, first).contains(i)) first.push_back(i);
    return first;
}

TEST(MapFold, BeyondANodeIsWhatIsNotReachedWithoutIt) {
    std::mt19937 random(7);
    std::size_t beyond_something = 0;
    for (std::size_t round = 0; round < how_many(2000); ++round) {
        const MapGraph graph = random_graph(random);
        const std::vector<std::size_t> first = beginnings(graph);
        for (std::size_t node = 0; node < graph.nodes.size(); ++node) {
            std::set<std::size_t> expected;
            const auto reached = reached_without(graph, node, first);
            for (std::size_t i = 0; i < graph.nodes.size(); ++i)
                if (!reached.contains(i)) expected.insert(i);
            const std::vector<std::size_t> found = draw::beyond(graph, node);
            ASSERT_EQ(std::set<std::size_t>(found.begin(), found.end()), expected)
                << "round " << round << ", node " << node;
            beyond_something += expected.size() > 1 ? 1 : 0;
        }
    }
    EXPECT_GE(beyond_something, 2000u);
}

/// Every node of the whole graph stands on exactly one card, and what may not fold on its own.
void expect_all_there(const MapGraph& whole, const MapGraph& folded) {
    std::multiset<std::size_t> numbers;
    for (const MapNode& node : folded.nodes) {
        if (!node.is_stack()) numbers.insert(node.number);
        numbers.insert(node.within.begin(), node.within.end());
        for (const std::size_t number : node.within) {
            EXPECT_FALSE(whole.nodes[number].trapped);
            EXPECT_TRUE(whole.nodes[number].visits.empty());
        }
    }
    std::multiset<std::size_t> all;
    for (const MapNode& node : whole.nodes) all.insert(node.number);
    EXPECT_EQ(numbers, all);
    for (const draw::MapEdge& edge : folded.edges) {
        EXPECT_NE(edge.from, edge.to);
        EXPECT_LT(std::max(edge.from, edge.to), folded.nodes.size());
    }
}

TEST(MapFold, LosesNothingAndHidesNoTrap) {
    std::size_t stuck = 0, smaller = 0;
    for (const auto& path : all_flows()) {
        const FlowFile file = load_flow(path.string());
        if (!file.compiled) continue;
        const MapGraph whole = draw::map_graph(file, prove(file));
        for (const std::size_t most : {1u, 6u, 12u, 40u}) {
            const MapGraph folded = draw::fold(whole, {.most = most});
            SCOPED_TRACE(path.string() + ", " + std::to_string(most));
            expect_all_there(whole, folded);
            EXPECT_TRUE(whole.nodes.size() > most || folded.nodes.size() == whole.nodes.size());
            smaller += folded.nodes.size() < whole.nodes.size() ? 1 : 0;
            for (const MapNode& node : folded.nodes) stuck += node.trapped ? 1 : 0;
        }
    }
    EXPECT_GE(stuck, 20u);
    EXPECT_GE(smaller, 80u);
    std::mt19937 random(11);
    for (std::size_t round = 0; round < how_many(1000); ++round) {
        const MapGraph whole = random_graph(random);
        expect_all_there(whole, draw::fold(whole, {.most = 1 + random() % 6}));
    }
    for (std::uint32_t seed = 1; seed <= how_many(100); ++seed) {
        const FlowFile file = load_flow_text("random", random_flow(seed, Shape::rich));
        if (!file.compiled) continue;
        const MapGraph whole = draw::map_graph(file, prove(file));
        expect_all_there(whole, draw::fold(whole, {.most = 1 + random() % 20}));
    }
}

TEST(MapFold, TwoHundredScreensBecomeAPage) {
    const FlowFile file = load_flow((root() / large).string());
    ASSERT_TRUE(file.compiled);
    const MapGraph whole = draw::map_graph(file, prove(file));
    EXPECT_GE(whole.nodes.size(), 200u);
    const MapGraph folded = draw::fold(whole, {.most = MapOptions::default_cards});
    EXPECT_LE(folded.nodes.size(), MapOptions::default_cards);
    EXPECT_GE(folded.nodes.size(), 20u);
    std::map<std::string, std::string> cards;
    for (const MapNode& node : folded.nodes)
        cards[node.id] = node.title + ", " + std::to_string(node.within.size());
    EXPECT_EQ(cards["tides … tales"], "8 screens, 88"); // of ten each
    EXPECT_EQ(cards["deck"], "deck, 7");
    EXPECT_EQ(cards["title"], "The Tidewick Almanac, 0");
}

TEST(MapFold, WhatAWayPassesStaysOnTheMap) {
    const FlowFile file = load_flow((root() / large).string());
    const CompiledFlow& flow = *file.compiled;
    std::vector<Move> way;
    MenuState now(flow);
    start_flow(flow, now);
    for (const char* text : {"loaded", "press almanac", "press birds", "press birds-gull"}) {
        std::string fault;
        const auto move = read_move(flow, now, text, fault);
        if (!move) { // a button is named in its screen
            const auto again = read_move(flow, now, "press gull", fault);
            ASSERT_TRUE(again) << fault;
            way.push_back(*again);
        } else
            way.push_back(*move);
        apply(flow, now, way.back());
    }
    MapGraph whole = draw::map_graph(file, prove(file));
    draw::mark_way(whole, flow, way);
    const MapGraph folded = draw::fold(whole, {.most = 30});
    expect_all_there(whole, folded);
    const bool there = std::any_of(folded.nodes.begin(), folded.nodes.end(),
                                   [](const auto& node) { return node.id == "birds-gull"; });
    EXPECT_TRUE(there);
    EXPECT_LT(folded.nodes.size(), 60u);
}

// ------------------------------------------------------------------------------------ parts

std::set<std::string> all_matches(const std::string& text, const std::string& pattern) {
    const std::regex regex(pattern);
    std::set<std::string> found;
    for (std::sregex_iterator it(text.begin(), text.end(), regex), end; it != end; ++it)
        found.insert((*it)[1]);
    return found;
}

TEST(MapParts, ShowEveryScreenOnceUnfoldedAndLeadToEachOther) {
    const FlowFile file = load_flow((root() / large).string());
    const CheckResult result = prove(file);
    MapOptions options;
    options.pictures = false;
    options.link = "#{name}";
    std::map<std::string, std::string> parts;
    const auto take = [&](const MapPart& part) {
        return parts.emplace(part.name, part.bytes).second;
    };
    ASSERT_TRUE(draw_map_parts(file, result, options, "m", take));
    EXPECT_GE(parts.size(), 10u);
    std::set<std::string> screens, led_to;
    for (const auto& [name, svg] : parts) {
        screens.merge(all_matches(svg, "xlink:href=\"#([a-z0-9-]+)\""));
        led_to.merge(all_matches(svg, "xlink:href=\"([a-z0-9.-]+)\\.svg\""));
    }
    for (const FlowScreen& screen : file.flow.screens)
        EXPECT_TRUE(screens.contains(screen.id.text)) << screen.id.text;
    for (const auto& [name, svg] : parts) EXPECT_TRUE(led_to.contains(name)) << name;
    for (const std::string& name : led_to) EXPECT_TRUE(parts.contains(name)) << name;
}

TEST(MapParts, EndForAnyFlowAndAnyNumberOfCards) {
    for (const auto& path : all_flows()) {
        const FlowFile file = load_flow(path.string());
        const bool large_one = path.string().ends_with("two-hundred-screens.flow.yaml");
        if (!file.compiled || large_one || path.string().find("broken") != std::string::npos)
            continue;
        MapOptions options;
        options.pictures = false;
        options.max_cards = 5;
        std::size_t parts = 0;
        const auto take = [&](const MapPart&) { return ++parts < 200; };
        ASSERT_TRUE(draw_map_parts(file, prove(file), options, "m", take));
        EXPECT_LT(parts, 60u) << path;
    }
}

TEST(MapParts, OneScreenAndWhatIsBeyondIt) {
    const FlowFile file = load_flow((root() / large).string());
    const MapGraph whole = draw::map_graph(file, prove(file));
    const auto options = std::find_if(whole.nodes.begin(), whole.nodes.end(),
                                      [](const auto& node) { return node.id == "options"; });
    const MapGraph part = draw::part_of(whole, draw::beyond(whole, options->number));
    std::set<std::string> here, elsewhere;
    for (const MapNode& node : part.nodes) (node.elsewhere ? elsewhere : here).insert(node.id);
    EXPECT_EQ(here, (std::set<std::string>{"options", "opt-sound", "opt-picture", "opt-helm",
                                           "opt-words", "opt-ease", "opt-pads", "opt-about",
                                           "makers", "thanks", "typefaces"}));
    EXPECT_EQ(elsewhere, (std::set<std::string>{"title", "at-anchor", "hove-to"}));
}

// ------------------------------------------------------------------------------------ groups

TEST(MapGroups, HoldWhatIsShownOverOneRootOnly) {
    const FlowFile file = demo_flow();
    const MapGraph graph = draw::map_graph(file, prove(file));
    std::map<std::string, std::set<std::string>> groups;
    for (const draw::MapGroup& group : graph.groups)
        for (const std::size_t node : group.nodes)
            groups[group.title].insert(draw::name_of(graph.nodes[node]));
    EXPECT_EQ(groups["scene pier"], (std::set<std::string>{"pier", "title", "voyages", "crew"}));
    EXPECT_EQ(groups["scenes harbour, fog"],
              (std::set<std::string>{"harbour", "fog", "bridge", "pause", "cargo", "chart",
                                     "arrival", "aground", "saving", "not-saved"}));
    EXPECT_EQ(groups.size(), 2u); // options stand over both, lost-pad over anything
}

TEST(MapGroups, NoScreenIsInTwo) {
    std::size_t groups = 0;
    for (const auto& path : all_flows()) {
        const FlowFile file = load_flow(path.string());
        if (!file.compiled) continue;
        const MapGraph graph = draw::map_graph(file, prove(file));
        std::set<std::size_t> seen;
        for (const draw::MapGroup& group : graph.groups) {
            ++groups;
            for (const std::size_t node : group.nodes) EXPECT_TRUE(seen.insert(node).second);
        }
    }
    EXPECT_GE(groups, 10u);
}

// ------------------------------------------------------------------------------------ the file

TEST(MapFile, SaysAndLeadsWithSignsOfXml) {
    const FlowFile file = good_flow(R"(
rondix: 1
start: title
screens:
  title:
    title: 'Salt & <Tar> "Fair"'
    controls: [{ button: leave, text: 'Off & "away"', press: quit }]
)");
    MapOptions options;
    options.link = "here?at={file}&line={line}:{column}&name={name}";
    std::string svg;
    ASSERT_TRUE(draw_map(file, prove(file), options, svg));
    const auto path = scratch() / "signs.svg";
    std::ofstream(path) << svg;
    EXPECT_EQ(std::system(("xmllint --noout " + path.string()).c_str()), 0);
    EXPECT_NE(svg.find("<title>Salt &amp; &lt;Tar&gt; &quot;Fair&quot;&#10;"), std::string::npos);
    EXPECT_NE(svg.find("<title>Salt &amp; &lt;Tar&gt; &quot;Fair&quot; → out of the game&#10;"
                       "Off &amp; &quot;away&quot;</title>"),
              std::string::npos);
    EXPECT_NE(svg.find("xlink:href=\"here?at=test.flow.yaml&amp;line=5:3&amp;name=title\""),
              std::string::npos);
    EXPECT_NE(svg.find("<image"), std::string::npos);
    options.pictures = false;
    ASSERT_TRUE(draw_map(file, prove(file), options, svg));
    EXPECT_EQ(svg.find("<image"), std::string::npos);
    options.of = "titel";
    const Status status = draw_map(file, prove(file), options, svg);
    EXPECT_EQ(status.code(), StatusCode::not_drawn);
    EXPECT_NE(status.words().find("'title'"), std::string_view::npos) << status.words();
    EXPECT_EQ(svg, "");
}

TEST(MapFile, TheToolDrawsPartsAndSaysWhatIsWrong) {
    const auto folder = scratch();
    const std::string map = "map " + std::string(large) + " --plain -o " + folder.string();
    const Ran parts = rondix(map + "/m.png --size 1280x800 --parts");
    EXPECT_EQ(parts.status, 0);
    EXPECT_NE(parts.output.find("cards)\n"), std::string::npos) << parts.output;
    EXPECT_TRUE(std::filesystem::exists(folder / "m.deck.png"));
    const Ran folded = rondix(map + "/n.png --size 1280x800");
    EXPECT_NE(folded.output.find("--parts draws what each card holds"), std::string::npos);
    EXPECT_FALSE(std::filesystem::exists(folder / "n.deck.png"));
    const Ran one = rondix(map + "/o.svg --of opt-about --link ''");
    EXPECT_EQ(one.status, 0);
    EXPECT_EQ(contents(folder / "o.svg").find("xlink:href=\".."), std::string::npos);
    const Ran wrong = rondix(map + "/p.svg --of optoins");
    EXPECT_EQ(wrong.status, 2);
    EXPECT_NE(wrong.output.find("did you mean 'options'?"), std::string::npos) << wrong.output;
    EXPECT_EQ(rondix(map + "/p.dot --parts").status, 2);
    EXPECT_EQ(rondix(map + "/q.dot").status, 0);
    EXPECT_NE(contents(folder / "q.dot").find("subgraph cluster_0"), std::string::npos);
}

TEST(Child, ThatDoesNotReadIsNoSignalForTheProgram) {
    // The program's own way with such signals is not touched: it would end here.
    struct sigaction before {
    }, after{};
    ASSERT_EQ(sigaction(SIGPIPE, nullptr, &before), 0);
    ASSERT_EQ(before.sa_handler, SIG_DFL);
    std::string fault;
    const std::string much(4'000'000, 'x');
    const auto said = draw::run_child({"true"}, much, 5, fault);
    EXPECT_TRUE(said) << fault;
    std::thread other([] { std::this_thread::sleep_for(std::chrono::milliseconds(1)); });
    const auto echoed = draw::run_child({"cat"}, much, 10, fault);
    other.join();
    ASSERT_TRUE(echoed) << fault;
    EXPECT_EQ(*echoed, much);
    ASSERT_EQ(sigaction(SIGPIPE, nullptr, &after), 0);
    EXPECT_EQ(after.sa_handler, SIG_DFL);
}

} // namespace
} // namespace rondix::test
