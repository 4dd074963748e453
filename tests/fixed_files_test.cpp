// Fixes where a flow is more than one file, or none; and which of them are safe.
#include "support.hpp"
#include "tool_runner.hpp"

#include "rondix/tools/check.hpp"
#include "rondix/tools/fix.hpp"
#include "rondix/tools/flow_in_code.hpp"

#include <set>

namespace rondix::test {
namespace {

const std::string main_file = R"(rondix: 1
start: title
include: more.flow.yaml
theme: plain.theme.yaml
scenes: { sea: { file: sea, root: helm } }
loading: { timeout: 9s }
screens:
  title:
    title: Start
    controls:
      - { button: sail, text: Sail, press: load sea, style: brass }
      - { button: more, text: More, press: open more }
      - { button: leave, text: Leave, press: quit }
  helm: { play: yes, menu: home }
)";
const std::string included = R"(rondix: 1
screens:
  more:   # allow: reopens, because it was so once
    title: More
    back: none
)";
const std::string theme = R"(rondix-theme: 1
styles:
  brass: { fill: "#806020" }
  tin: { fill: "#999999" }   # left over
)";

class FixedFiles : public testing::Test {
  protected:
    FixedFiles()
        : folder_(scratch()) {
        std::ofstream(folder_ / "game.flow.yaml") << main_file;
        std::ofstream(folder_ / "more.flow.yaml") << included;
        std::ofstream(folder_ / "plain.theme.yaml") << theme;
    }
    std::string path(const char* name) const { return (folder_ / name).string(); }

    std::filesystem::path folder_;
};

/// A flow in words of before is written anew whole, by what is safe alone, and is not changed
/// otherwise.
TEST_F(FixedFiles, FormerWordsAreWrittenAnew) {
    const std::pair<const char*, const char*> words[] = {
        {"start:", "starts-with:"},
        {"timeout:", "give-up:"},
        {"extends:", "like:"},
        {"default:", "first:"},
        {"max-length:", "letters:"},
        {"text-field:", "entry:"},
        {"dropdown:", "unfolds:"},
        {"scales:", "stretches:"},
        {"dim:", "shade:"},
        {"keep-loaded:", "stays:"},
        {"item-size:", "each:"},
        {"text-color:", "ink:"},
        {"text-shadow:", "ink-shadow:"},
        {"text-shadow-offset:", "ink-shadow-offset:"},
        {"min-size:", "least:"},
        {"transition:", "change:"},
        {"# allow:", "# fine:"}};
    const std::string now = R"(rondix: 1
start: title
scenes: { sea: { file: sea, root: helm, keep-loaded: yes } }
loading: { timeout: 9s }
flags: { wind: { set-by: game, default: yes } }
settings:
  captain: { max-length: 12, default: Ines }
  size: { one-of: [small, large], default: large }
  pace: { from: 1, to: 3, default: 1, scales: time-limits }
requests: { log: { timeout: 5s } }
styles:
  button: { min-size: 120x40, transition: 90ms out }
  brass: { extends: button, text-color: "#ffffff", text-shadow: "#000000", text-shadow-offset: 1 1 }
  dim: { fill: "#102030" }
screens:
  title:
    title: Start
    groups: { row: { as: row, item-size: 200x50 } }
    controls:
      - { button: sail, text: Sail, press: load sea, style: brass, in: row, when: wind }
      - { button: more, text: More, press: open more }
      - { button: again, text: Again, press: open again }
      - { button: log, text: Log, press: request log }
      - { text-field: captain, text: Captain, setting: captain }
      - { choice: size, text: Size, setting: size, dropdown: yes }
      - { slider: pace, text: Pace, setting: pace }
      - { button: leave, text: Leave, press: quit }
  more:   # allow: no-title, because the picture says it
    dim: 40%
    controls:
      - { button: back, text: Back, press: back }
  again:
    title: Again
    extends: more
  helm: { play: yes, menu: home }
)";
    std::string before = now;
    for (const auto& [after, once] : words) {
        ASSERT_NE(before.find(after), std::string::npos) << after;
        for (std::size_t at = 0; (at = before.find(after, at)) != std::string::npos;)
            before.replace(at, std::string(after).size(), once);
    }
    const FixResult fixed = fix_all(load_flow_text("old", before), FixWhich::safe);
    ASSERT_EQ(fixed.texts.size(), 1u);
    EXPECT_EQ(fixed.texts.begin()->second, now) << fix_text(load_flow_text("old", before), fixed);
}

TEST_F(FixedFiles, EachFileIsFixedWhereItIsWrong) {
    const FlowFile file = load_flow(path("game.flow.yaml"));
    const FixResult fixed = fix_all(file, FixWhich::all);
    EXPECT_TRUE(fixed.left.findings.empty()) << fix_text(file, fixed);
    ASSERT_EQ(fixed.texts.size(), 2u);
    EXPECT_EQ(fixed.texts.at(path("more.flow.yaml")),
              "rondix: 1\nscreens:\n  more:\n    title: More\n");
    EXPECT_EQ(fixed.texts.at(path("plain.theme.yaml")),
              "rondix-theme: 1\nstyles:\n  brass: { fill: \"#806020\" }\n");
}

TEST_F(FixedFiles, TheToolWritesThem) {
    // The trap is not fixed unasked; what nothing uses goes.
    const Ran ran = rondix("check --no-looks --fix " + path("game.flow.yaml"));
    EXPECT_EQ(ran.status, 1);
    EXPECT_EQ(contents(path("game.flow.yaml")), main_file);
    EXPECT_NE(contents(path("more.flow.yaml")).find("back: none"), std::string::npos);
    EXPECT_EQ(contents(path("more.flow.yaml")).find("fine"), std::string::npos);
    EXPECT_EQ(contents(path("plain.theme.yaml")).find("tin"), std::string::npos);
    EXPECT_EQ(rondix("check --no-looks --fix-all " + path("game.flow.yaml")).status, 0);
    EXPECT_EQ(contents(path("more.flow.yaml")).find("back: none"), std::string::npos);
}

TEST_F(FixedFiles, AFileThatCannotBeWrittenStaysAsItWas) {
    std::filesystem::permissions(path("plain.theme.yaml"), std::filesystem::perms::owner_read);
    std::ofstream(folder_ / "more.flow.yaml") << "rondix: 1\nscreens: { more: { title: More } }\n";
    const Ran ran = rondix("check --no-looks --fix " + path("game.flow.yaml"));
    EXPECT_EQ(ran.status, 2);
    EXPECT_NE(ran.output.find("error: cannot write '" + path("plain.theme.yaml") + "'"),
              std::string::npos)
        << ran.output;
    EXPECT_EQ(contents(path("plain.theme.yaml")), theme);
}

TEST(FixedCode, IsNotFixed) {
    using namespace in_code;
    const FlowFile file = flow("Trap")
                              .start("title")
                              .screen(screen("title")
                                          .title("Start")
                                          .with(button("on").text("On").press(open("trap")))
                                          .with(button("leave").text("Leave").press(quit())))
                              .screen(screen("trap").title("Trap").back(nothing()))
                              .read();
    const CheckResult result = check(file);
    ASSERT_EQ(result.findings.size(), 1u) << check_text(file, result);
    EXPECT_EQ(result.findings[0].rule, RuleId::no_way_out);
    EXPECT_FALSE(find_fix(file, result, result.findings[0]));
}

TEST_F(FixedFiles, OneFaultOfYamlAfterTheOther) {
    const FlowFile file = load_flow_text("test.flow.yaml", R"(rondix: 1
start: title
screens:
  title:
    title: Two: tides   # so it is called
    controls:
      - button: leave
        text: Leave: "now", he said
        press: quit
)");
    const FixResult fixed = fix_all(file, FixWhich::all);
    EXPECT_EQ(fixed.all.size(), 2u) << fix_text(file, fixed);
    EXPECT_TRUE(fixed.left.findings.empty()) << fix_text(file, fixed);
    const std::string& text = fixed.texts.at("test.flow.yaml");
    EXPECT_NE(text.find("    title: \"Two: tides\"   # so it is called\n"), std::string::npos)
        << text;
    EXPECT_NE(text.find("        text: \"Leave: \\\"now\\\", he said\"\n"), std::string::npos)
        << text;
}

TEST_F(FixedFiles, AFileThatIsNotThereHasNoFix) {
    const FixResult fixed = fix_all(load_flow(path("nowhere.yaml")), FixWhich::all);
    ASSERT_EQ(fixed.all.size(), 1u);
    EXPECT_EQ(fixed.all[0].finding.rule, RuleId::unreadable);
    EXPECT_FALSE(fixed.all[0].fix);
    EXPECT_TRUE(fixed.texts.empty());
    EXPECT_EQ(rondix("check --fix " + path("nowhere.yaml")).status, 2);
    EXPECT_FALSE(std::filesystem::exists(path("nowhere.yaml")));
}

/// Of the broken flows: what is fixed unasked.
TEST(FixesOfExamples, AreSafeWhereNothingThatWorksChanges) {
    const std::set<std::string> safe = {
        "cue-nobody-plays",     "allow-for-nothing",  "load-without-end",
        "misspelt-flag",        "misspelt-key",       "part-nobody-has",
        "request-nobody-makes", "scene-never-loaded", "style-unused",
        "text-names-no-key",    "wrong-case"};
    std::set<std::string> found;
    for (const auto& entry : std::filesystem::directory_iterator(root() / "examples/broken")) {
        if (!entry.is_regular_file()) continue;
        std::string name = entry.path().filename().string();
        name.resize(name.find('.'));
        const FixResult fixed = fix_all(load_flow(entry.path().string()), FixWhich::safe);
        for (const FixResult::One& one : fixed.all)
            if (one.applied) found.insert(name);
    }
    EXPECT_EQ(found, safe);
}

} // namespace
} // namespace rondix::test
