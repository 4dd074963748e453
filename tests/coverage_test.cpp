// What walkthroughs touch, and walkthroughs that are made to touch everything.
#include "reference/random_flow.hpp"
#include "support.hpp"
#include "tool_runner.hpp"

#include "rondix/tools/check.hpp"
#include "rondix/tools/coverage.hpp"

#include <random>

namespace rondix::test {
namespace {

std::string untouched(const Coverage& coverage) {
    std::string text;
    for (const Cover& one : coverage.all())
        if (!one.touched) text += one.screen + " " + one.name + ", ";
    return text;
}

TEST(Coverage, TellsWhatAWalkthroughTouches) {
    const FlowFile file = good_flow(R"(
rondix: 1
start: title
scenes: { sea: { file: sea, root: helm } }
loading: { timeout: 9s }
requests: { save: { timeout: 5s, screen: saving, failed: open not-saved } }
events: { storm: { do: open lost } }
settings: { music: { from: 0, to: 9, default: 3 } }
screens:
  title:
    controls:
      - { button: sail, press: load sea }
      - { button: save, press: request save }
      - { slider: music, setting: music }
      - { label: note, text: Hello }
      - { button: leave, press: quit }
  saving: {}
  not-saved: {}
  helm: { play: yes, menu: home }
  lost: { keys: { any: home } }
)");
    Coverage coverage(*file.compiled);
    EXPECT_EQ(coverage.count(CoverKind::screen), 5u);
    EXPECT_EQ(coverage.count(CoverKind::control), 4u); // the label cannot be used
    EXPECT_EQ(coverage.count(CoverKind::event), 1u);
    EXPECT_EQ(coverage.count(CoverKind::answer), 4u);
    const auto walk = [&](const std::string& steps) {
        return coverage.add(load_walkthrough_text("walk", "rondix-walk: 1\nwalk: " + steps)).passed;
    };
    EXPECT_TRUE(walk("[press save, fails save, back, change music to 5]"));
    EXPECT_EQ(untouched(coverage),
              "title sail, title leave,  helm,  lost,  storm,  loaded,  load fails,  done save, ");
    EXPECT_TRUE(walk("[press sail, loaded, event storm]"));
    EXPECT_FALSE(walk("[press leave, press nothing]")); // what it did before counts
    EXPECT_EQ(untouched(coverage), " load fails,  done save, ");
    EXPECT_EQ(coverage.touched(CoverKind::screen), 5u);
}

/// All walkthroughs pass, and touch all that there is.
void make_for(const std::string& path, std::size_t most) {
    const FlowFile file = load_flow(path);
    Coverage coverage(*file.compiled);
    const std::vector<MadeWalk> walks = make_walks(*file.compiled);
    EXPECT_LE(walks.size(), most) << path;
    for (const MadeWalk& made : walks) {
        const Walkthrough walk = load_walkthrough_text(path, made.text);
        ASSERT_TRUE(walk.readable) << made.text;
        const WalkReport report = coverage.add(walk);
        EXPECT_TRUE(report.passed) << walk_text(walk, report);
        EXPECT_GE(report.expectations, 1u);
    }
    EXPECT_EQ(untouched(coverage), "") << path;
}

TEST(Coverage, MadeWalksTouchEverything) {
    make_for((root() / "examples/tidewick/tidewick.flow.yaml").string(), 2);
    make_for((root() / "examples/hello/hello.flow.yaml").string(), 1);
    for (const auto& entry : std::filesystem::directory_iterator(root() / "examples/clean")) {
        const std::string path = entry.path().string();
        const bool large = path.ends_with("two-hundred-screens.flow.yaml");
        make_for(path, large ? 12 : 6); // sixty levels take six
    }
}

TEST(Coverage, MadeWalksPassOnRandomFlows) {
    std::size_t touched = 0, all = 0;
    for (std::uint32_t seed = 1; seed <= how_many(60); ++seed) {
        const FlowFile file = load_flow_text("random", random_flow(seed, Shape::rich));
        if (!file.compiled) continue;
        Coverage coverage(*file.compiled);
        for (const MadeWalk& made : make_walks(*file.compiled, {}, 2'000)) {
            const Walkthrough walk = load_walkthrough_text("made", made.text);
            const WalkReport report = coverage.add(walk);
            ASSERT_TRUE(report.passed) << seed << walk_text(walk, report);
        }
        for (const Cover& one : coverage.all()) touched += one.touched ? 1 : 0;
        all += coverage.all().size();
    }
    EXPECT_GT(touched, all / 2); // much of a random flow cannot be reached at all
}

TEST(Coverage, OfTheDemoIsToldByTheTool) {
    const std::string demo = "examples/tidewick/tidewick.flow.yaml";
    const Ran ran = rondix("cover " + demo + " examples/tidewick/walks/storm.walk.yaml");
    EXPECT_EQ(ran.status, 0);
    EXPECT_NE(ran.output.find("controls  "), std::string::npos);
    EXPECT_NE(ran.output.find("  not on 'title': "), std::string::npos);
    EXPECT_EQ(rondix("cover --whole " + demo).status, 1);
    const auto folder = scratch();
    EXPECT_EQ(rondix("cover --whole --make " + folder.string() + " " + demo).status, 0);
    const auto more = folder / "more";
    const Ran made = rondix("walk --make " + more.string() + " " + demo);
    EXPECT_EQ(made.status, 0);
    EXPECT_NE(made.output.find("\n2 of 2 walkthroughs passed\n"), std::string::npos);
    EXPECT_EQ(contents(more / "everything-1.walk.yaml"),
              contents(folder / "everything-1.walk.yaml"));
    EXPECT_EQ(rondix("walk " + demo).status, 2);
    EXPECT_EQ(rondix("walk --make " + more.string() + " --format junit " + demo).status, 2);
    EXPECT_EQ(rondix("walk " + demo + " " + (folder / "everything-1.walk.yaml").string()).status,
              0);
}

} // namespace
} // namespace rondix::test
