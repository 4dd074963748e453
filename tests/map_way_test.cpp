// A way laid over the map, and the map as DOT.
#include "draw/map/map_builder.hpp"
#include "draw/map/way.hpp"
#include "support.hpp"
#include "tool_runner.hpp"

#include "rondix/tools/check.hpp"
#include "rondix/tools/map.hpp"

namespace rondix::test {
namespace {

std::string way_of(const draw::MapGraph& graph) {
    std::map<std::size_t, std::string> order;
    for (const draw::MapNode& node : graph.nodes)
        for (const std::size_t visit : node.visits)
            order[visit] = node.kind == draw::NodeKind::scene ? node.title : node.id;
    std::string text;
    for (const auto& [visit, name] : order) text += (text.empty() ? "" : " > ") + name;
    return text;
}

TEST(MapWay, PassesWhatTheMovesPass) {
    const FlowFile file =
        load_flow((root() / "examples/broken/game-over-while-paused.flow.yaml").string());
    const CheckResult result = check(file);
    ASSERT_EQ(result.findings.size(), 1u);
    std::vector<Move> moves;
    MenuState now(*file.compiled);
    start_flow(*file.compiled, now);
    for (const std::string& text : result.findings[0].how) {
        std::string fault;
        moves.push_back(*read_move(*file.compiled, now, text, fault));
        apply(*file.compiled, now, moves.back());
    }
    draw::MapGraph graph = draw::map_graph(file, result);
    EXPECT_EQ(way_of(graph), "");
    draw::mark_way(graph, *file.compiled, moves);
    EXPECT_EQ(way_of(graph), "quay > title > strait > bridge > pause > aground");
    std::size_t on_way = 0;
    for (const draw::MapEdge& edge : graph.edges) on_way += edge.on_way ? 1 : 0;
    EXPECT_EQ(on_way, 6u); // the last from "at any time"
}

TEST(MapWay, OfEveryFindingEndsWhereItIs) {
    std::size_t findings = 0;
    for (const auto& entry : std::filesystem::directory_iterator(root() / "examples/broken")) {
        const FlowFile file = load_flow(entry.path().string());
        if (!file.compiled) continue;
        const CheckResult result = check(file);
        for (const Finding& finding : result.findings) {
            if (finding.rule != RuleId::no_way_out) continue;
            std::vector<Move> moves;
            MenuState now(*file.compiled);
            start_flow(*file.compiled, now);
            for (const std::string& text : finding.how) {
                std::string fault;
                moves.push_back(*read_move(*file.compiled, now, text, fault));
                apply(*file.compiled, now, moves.back());
            }
            draw::MapGraph graph = draw::map_graph(file, result);
            draw::mark_way(graph, *file.compiled, moves);
            const std::string way = way_of(graph);
            const std::string last(file.compiled->text((*file.compiled)[now.current()].id));
            EXPECT_TRUE(way.ends_with(last)) << way << ", not " << last;
            ++findings;
        }
    }
    EXPECT_GE(findings, 5u);
}

TEST(MapWay, IsDrawnAndWrittenByTheTool) {
    const auto folder = scratch();
    const std::string demo = "examples/tidewick/tidewick.flow.yaml";
    const std::string walk = "examples/tidewick/walks/saved-voyage.walk.yaml";
    const auto out = [&](const char* name) { return " -o " + (folder / name).string(); };
    EXPECT_EQ(rondix("map " + demo + out("plain.svg")).status, 0);
    EXPECT_EQ(rondix("map " + demo + " --walk " + walk + out("way.svg")).status, 0);
    EXPECT_NE(contents(folder / "plain.svg"), contents(folder / "way.svg"));
    EXPECT_EQ(rondix("map " + demo + " --walk " + walk + out("way.dot")).status, 0);
    const std::string dot = contents(folder / "way.dot");
    EXPECT_NE(dot.find("penwidth=3"), std::string::npos);
    const FlowFile file = load_flow((root() / demo).string());
    for (const FlowScreen& screen : file.flow.screens)
        EXPECT_NE(dot.find(screen.id.text), std::string::npos) << screen.id.text;
    const std::string laid_out = "dot -Tsvg -o /dev/null " + (folder / "way.dot").string();
    EXPECT_EQ(std::system(laid_out.c_str()), 0);
    EXPECT_EQ(rondix("map " + demo + " --finding 1" + out("none.svg")).status, 2);
}

} // namespace
} // namespace rondix::test
