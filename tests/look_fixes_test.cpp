// Fixes of how something looks: in the control, in the heading, in a style of the flow or of a
// theme; each tried with all looks looked at again.
#include "support.hpp"
#include "tool_runner.hpp"

#include "rondix/tools/check.hpp"
#include "rondix/tools/fix.hpp"
#include "rondix/tools/look_check.hpp"

namespace rondix::test {
namespace {

Found looks_of(const FlowFile& file, const CheckOptions& limits) {
    return check_looks(file, {.check = limits});
}

/// The flow once all is fixed: one finding, of this kind, and then none.
std::string fixed(const std::string& screen, RuleId rule, const std::string& more = "") {
    const std::string text = "rondix: 1\nstart: title\n" + more + "screens:\n  title:\n" +
                             "    title: The quay\n" + screen;
    const FlowFile file = load_flow_text("test.flow.yaml", text);
    const FixResult all = fix_all(file, FixWhich::all, {}, looks_of);
    EXPECT_EQ(all.all.size(), 1u) << fix_text(file, all);
    if (all.all.empty()) return {};
    EXPECT_EQ(all.all[0].finding.rule, rule);
    EXPECT_TRUE(all.left.findings.empty()) << fix_text(file, all);
    const auto changed = all.texts.find("test.flow.yaml");
    return changed == all.texts.end() ? "" : changed->second;
}

void expect_line(const std::string& text, const std::string& line) {
    EXPECT_NE(("\n" + text).find("\n" + line + "\n"), std::string::npos) << text;
}

TEST(LookFixes, ChangeMapsOnLinesOfTheirOwn) {
    const std::string button = R"(    controls:
      - button: leave
        text: Leave
        press: quit
        place:
          at: left
          size: 160x56
          offset: -300 0   # once it stood further left
)";
    const std::string after = fixed(button, RuleId::off_canvas);
    expect_line(after, "          size: 160x56");
    EXPECT_EQ(after.find("offset"), std::string::npos) << after;
}

TEST(LookFixes, ChangeTheHeading) {
    const std::string heading =
        R"(    heading: { at: top, offset: 0 20, size: 60x60, style: { extends: title, text-size: 30 } }
    controls: [{ button: leave, text: Leave, press: quit }]
)";
    const std::string after = fixed(heading, RuleId::text_too_long);
    EXPECT_NE(after.find("at: top, offset: 0 20, size: "), std::string::npos) << after;
    EXPECT_EQ(after.find("size: 60x60"), std::string::npos) << after;
}

TEST(LookFixes, WidenTheColumnWhereNothingSaysAWidth) {
    const std::string button = R"(    layout: { at: middle, item-size: 180x60 }
    controls: [{ button: leave, text: Leave for the islands, press: quit }]
)";
    const std::string after = fixed(button, RuleId::text_too_long);
    EXPECT_NE(after.find("item-size: "), std::string::npos);
    EXPECT_EQ(after.find("item-size: 180x60"), std::string::npos) << after;
}

TEST(LookFixes, ChangeTheInkOfTheStateThatCannotBeRead) {
    const std::string styles = "styles: { faint: { extends: button, focused: { fill: \"#f0b64e\", "
                               "text-color: \"#e0c080\" } } }\n";
    const std::string button =
        "    controls: [{ button: leave, text: Leave, press: quit, style: faint }]\n";
    const std::string after = fixed(button, RuleId::low_contrast, styles);
    expect_line(after,
                "styles: { faint: { extends: button, focused: { fill: \"#f0b64e\", text-color: "
                "\"#000000\" } } }");
}

TEST(LookFixes, ChangeTheThemeThatTheStyleStandsIn) {
    const auto folder = scratch();
    const std::string flow = (folder / "game.flow.yaml").string();
    const std::string theme = (folder / "fog.theme.yaml").string();
    std::ofstream(flow) << R"(rondix: 1
start: title
theme: fog.theme.yaml
screens:
  title:
    title: Fog
    controls:
      - { label: fog, text: Nothing is to be seen, style: misty }
      - { button: leave, text: Leave, press: quit }
)";
    std::ofstream(theme) << R"(rondix-theme: 1
styles:
  misty:
    fill: "#202830"
    text-color: "#303a44"   # as the pilot sees it
)";
    const FixResult all = fix_all(load_flow(flow), FixWhich::all, {}, looks_of);
    EXPECT_TRUE(all.left.findings.empty());
    ASSERT_EQ(all.texts.size(), 1u);
    expect_line(all.texts.at(theme), "    text-color: \"#ffffff\"   # as the pilot sees it");
}

TEST(LookFixes, AreTriedWithAllLooks) {
    // Wider, the text would fit; but then the button would stand over the other one.
    const std::string buttons = R"(    controls:
      - { button: leave, text: "Leave for the islands", press: quit, place: { at: middle, size: 200x56 } }
      - { button: crew, text: Crew, press: open crew, place: { at: middle, offset: 190 0, size: 160x56 } }
  crew: { title: Crew, controls: [{ button: back, text: Back, press: back }] }
)";
    const FlowFile file =
        load_flow_text("test.flow.yaml", "rondix: 1\nstart: title\nscreens:\n  title:\n"
                                         "    title: The quay\n" +
                                             buttons);
    const CheckResult result = check(file, {}, looks_of);
    ASSERT_EQ(result.findings.size(), 1u) << check_text(file, result);
    EXPECT_EQ(result.findings[0].rule, RuleId::text_too_long);
    const auto fix = find_fix(file, result, result.findings[0], {}, looks_of);
    EXPECT_FALSE(fix) << fix->what;
    EXPECT_FALSE(find_fix(file, result, result.findings[0])); // nobody looks
}

TEST(LookFixes, KnowTheFilesThatAreThere) {
    const auto folder = scratch();
    std::filesystem::create_directories(folder / "art");
    std::filesystem::copy_file(root() / "examples/broken/art/buoy.svg", folder / "art/buoy.svg");
    std::ofstream(folder / "art/bouys.svg") << "<svg"; // as near, but later in the alphabet
    const std::string flow = (folder / "game.flow.yaml").string();
    const std::string text = R"(rondix: 1
start: title
screens:
  title:
    title: The buoy
    controls:
      - { picture: buoy, file: "art/Buoy.svg" }
      - { button: leave, text: Leave, press: quit }
)";
    std::ofstream(flow) << text;
    const FixResult all = fix_all(load_flow(flow), FixWhich::safe, {}, looks_of);
    ASSERT_EQ(all.all.size(), 1u);
    EXPECT_NE(all.all[0].finding.text.find("did you mean 'art/buoy.svg'?"), std::string::npos)
        << all.all[0].finding.text;
    EXPECT_TRUE(all.left.findings.empty());
    expect_line(all.texts.at(flow), "      - { picture: buoy, file: \"art/buoy.svg\" }");
    const FlowFile file = load_flow(flow);
    const CheckResult result = check(file, {}, looks_of);
    EXPECT_FALSE(find_fix(file, result, result.findings.at(0))); // nobody looks again
    const FlowFile lost = load_flow((folder / "gmae.flow.yaml").string());
    EXPECT_TRUE(lost.findings.at(0).text.ends_with("did you mean '" + flow + "'?"));
    EXPECT_EQ(load_flow("/no/such/folder/game.yaml").findings.at(0).text.find("did you"),
              std::string::npos);
}

TEST(LookFixes, AreFixesInReportsForOtherPrograms) {
    const std::string flow = "examples/broken/grey-on-grey.flow.yaml";
    const std::string sarif = rondix("check --format sarif " + flow).output;
    EXPECT_NE(sarif.find("\"text\": \"\\\"#ffffff\\\"\""), std::string::npos) << sarif;
}

} // namespace
} // namespace rondix::test
