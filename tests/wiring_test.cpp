// Slips of wiring: what is one and what is not, and what the flow says is fine.
#include "support.hpp"

#include "rondix/tools/check.hpp"
#include "rondix/tools/suppression.hpp"
#include "rondix/tools/wiring.hpp"

namespace rondix::test {
namespace {

/// A flow whose first screen has these lines among its controls, and more screens.
FlowFile flow_with(const std::string& controls, const std::string& screens = "",
                   const std::string& more = "") {
    std::string indented;
    std::istringstream lines(controls);
    for (std::string line; std::getline(lines, line);) indented += "      " + line + "\n";
    return good_flow("rondix: 1\nstart: title\n"
                     "scenes: { sea: { file: sea, root: helm } }\nloading: { timeout: 9s }\n" +
                     more + "screens:\n  title:\n    title: Start\n    controls:\n" + indented +
                     "      - { button: sail, text: Sail, press: load sea }\n"
                     "      - { button: leave, text: Leave, press: quit }\n"
                     "  helm: { play: yes, menu: home }\n" +
                     screens);
}

std::string rules(const Findings& findings) {
    std::string text;
    for (const Finding& finding : findings)
        text += (text.empty() ? "" : " ") + std::string(row_of(finding.rule).name);
    return text;
}

std::string wiring_of(const std::string& controls, const std::string& screens = "",
                      const std::string& more = "") {
    return rules(check_wiring(flow_with(controls, screens, more)).findings);
}

TEST(Wiring, ATextThatNamesAScreenLeadsThere) {
    const std::string screens = "  options: { title: Options }\n  crew: { title: The crew }\n";
    EXPECT_EQ(wiring_of("- { button: a, text: Options, press: open options }", screens), "");
    EXPECT_EQ(wiring_of("- { button: a, text: the CREW, press: open options }", screens),
              "says-otherwise");
    EXPECT_EQ(wiring_of("- { button: a, text: Options, press: go crew }", screens),
              "says-otherwise");
    // One way that leads there is enough, and where nobody knows where it leads nothing is said.
    EXPECT_EQ(wiring_of("- { button: a, text: Options, press: [{ when: f, do: open crew }, { do: "
                        "open options }] }",
                        screens, "flags: { f: { set-by: game } }\n"),
              "");
    EXPECT_EQ(wiring_of("- { button: a, text: Options, press: home }", screens), "");
    EXPECT_EQ(wiring_of("- { button: a, text: Options, press: tell horn }", screens), "");
}

TEST(Wiring, NumbersInTextsAreThoseThatAreMeant) {
    const std::string sizes =
        "settings: { size: { one-of: [640x360, 1280x720], default: 640x360 } }\n";
    EXPECT_EQ(wiring_of("- { button: a, text: 640 by 360, press: set size 640x360 }", "", sizes),
              "");
    EXPECT_EQ(wiring_of("- { button: a, text: 640 by 360, press: set size 1280x720 }", "", sizes),
              "value-differs");
    EXPECT_EQ(wiring_of("- { button: a, text: Large, press: set size 1280x720 }", "", sizes), "");
    EXPECT_EQ(wiring_of("- { button: a, text: Level 07, press: tell level-7 }"), "");
    EXPECT_EQ(wiring_of("- { button: a, text: Level 8, press: tell level-7 }"), "value-differs");
    const std::string choice = "- { choice: sharp, setting: sharp }";
    const std::string sharp = "settings: { sharp: { one-of: [2k, 8k], default: 2k, labels: ";
    EXPECT_EQ(wiring_of(choice, "", sharp + "[2 K, 8 K] } }\n"), "");
    EXPECT_EQ(wiring_of(choice, "", sharp + "[2 K, 6 K] } }\n"), "value-differs");
}

TEST(Wiring, TwoButtonsThatDoTheSame) {
    EXPECT_EQ(wiring_of("- { button: a, press: tell a }\n- { button: b, press: tell a }"),
              "same-press");
    EXPECT_EQ(wiring_of("- { button: a, press: tell a, when: f }\n"
                        "- { button: b, press: tell a, when: not f }",
                        "", "flags: { f: { set-by: game } }\n"),
              "");
    EXPECT_EQ(wiring_of("- { button: a, press: todo this }\n- { button: b, press: todo this }"),
              "");
}

TEST(Wiring, ScreensThatAreLikeEachOtherAreNoCopies) {
    const std::string one = "    controls:\n      - { button: a, press: open third }\n"
                            "      - { button: b, press: back }\n";
    const std::string third = "  third: { title: Third }\n";
    const std::string open = "- { button: x, press: open one }\n- { button: y, press: open two }";
    EXPECT_EQ(wiring_of(open, "  one:\n    title: One\n" + one + "  two:\n    title: Two\n" + one +
                                  third),
              "copied-screen");
    EXPECT_EQ(wiring_of(open, "  one:\n    title: One\n" + one +
                                  "  two: { title: Two, extends: one }\n" + third),
              "");
}

TEST(Wiring, ConditionsThatAreAlwaysTheSame) {
    const std::string more = "flags: { f: { set-by: game }, g: { set-by: game } }\n"
                             "settings: { n: { from: 0, to: 10, default: 5 } }\n";
    const auto with = [&](const std::string& condition) {
        return wiring_of("- { button: a, press: tell a, when: " + condition + " }", "", more);
    };
    EXPECT_EQ(with("f and not g"), "");
    EXPECT_EQ(with("f or not f"), "fixed-condition");
    EXPECT_EQ(with("f and g and not f"), "fixed-condition");
    EXPECT_EQ(with("n above 3 and n below 7"), "");
    EXPECT_EQ(with("n above 6 and n below 4"), "fixed-condition");
    EXPECT_EQ(with("n above 3 or n below 7"), "fixed-condition");
    EXPECT_EQ(with("n is 3 or n is 4 or g"), "");
    EXPECT_EQ(wiring_of("- button: a\n  press: [{ when: f, do: tell a }, { when: g or f, do: tell "
                        "b }, { when: f and g, do: tell c }]",
                        "", more),
              "fixed-condition");
    EXPECT_EQ(
        wiring_of("- button: a\n  press: [{ do: tell a }, { when: g, do: tell b }]", "", more),
        "fixed-condition");
}

TEST(Wiring, AFlagAndAListMayHaveOneName) {
    // What holds of one says nothing of the other.
    const std::string more = "flags: { charts: { set-by: game } }\n";
    const auto with = [&](const std::string& condition) {
        return wiring_of("- { list: charts, press: open chart }\n"
                         "- { button: b, text: B, press: open chart, when: " +
                             condition + " }",
                         "  chart: { title: The chart }\n", more);
    };
    EXPECT_EQ(with("charts and charts has rows"), "");
    EXPECT_EQ(with("charts and not (charts has rows)"), "");
    EXPECT_EQ(with("charts or charts has rows"), "");
    EXPECT_EQ(with("charts and not charts"), "fixed-condition");
    EXPECT_EQ(with("charts has rows or not (charts has rows)"), "fixed-condition");
}

TEST(Wiring, NamesThatNobodyThoughtOf) {
    for (const char* name : {"button-17", "Button1", "label_copy", "untitled", "new-button"})
        EXPECT_EQ(wiring_of(std::string("- { button: ") + name + ", press: tell horn }"),
                  "machine-name")
            << name;
    for (const char* name : {"lock-17", "horn", "new-game", "copyright", "page-turner", "b2"})
        EXPECT_EQ(wiring_of(std::string("- { button: ") + name + ", press: tell horn }"), "")
            << name;
}

// --- what is fine

std::string left_of(const std::string& controls, std::size_t fine, bool looks = false) {
    const FlowFile file = flow_with(controls);
    CheckResult result = prove(file);
    add_findings(result, check_wiring(file).findings);
    take_out_allowed(file, result, looks);
    EXPECT_EQ(result.allowed.size(), fine);
    for (const AllowedFinding& one : result.allowed) EXPECT_EQ(one.reason, "it is so");
    return rules(result.findings);
}

TEST(Suppressions, TakeAWarningOutAtItsPlace) {
    const std::string twin = "- { button: a, press: tell a }\n";
    EXPECT_EQ(
        left_of(twin + "- { button: b, press: tell a } # allow: same-press, because it is so", 1),
        "");
    EXPECT_EQ(left_of(twin + "# allow: same-press, because it is so\n# and more\n\n"
                             "- { button: b, press: tell a }",
                      1),
              "");
    EXPECT_EQ(
        left_of("# allow: same-press, because it is so\n" + twin + "- { button: b, press: tell a }",
                0),
        "unused-allow same-press");
    EXPECT_EQ(left_of(twin + "- { button: b, press: tell a } # allow: same-press", 0),
              "same-press unreadable-allow");
    EXPECT_EQ(
        left_of(twin + "- { button: b, press: tell a } # allow: same-pres, because it is so", 0),
        "same-press unreadable-allow");
    EXPECT_EQ(left_of("- { button: b, press: tell b } # allow: no-way-out, because it is so", 0),
              "unreadable-allow");
}

TEST(Suppressions, OfLooksAreKeptWhereLooksAreNotChecked) {
    const std::string one = "- { button: b, press: tell b } # allow: overlap, because it is so";
    EXPECT_EQ(left_of(one, 0, false), "");
    EXPECT_EQ(left_of(one, 0, true), "unused-allow");
}

TEST(Suppressions, StandInCommentsAlone) {
    EXPECT_EQ(left_of("- { button: b, text: \"x # allow: overlap\", press: tell b }", 0, true), "");
    EXPECT_EQ(
        left_of("- { button: b, text: 'x # allow: overlap', press: tell b } # but this", 0, true),
        "");
}

} // namespace
} // namespace rondix::test
