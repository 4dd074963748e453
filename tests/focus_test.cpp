// Focus at work: declared routes, what is worked out, going back, what declared routes strand.
#include "rondix/tools/focus_map.hpp"
#include "rondix/tools/look_check.hpp"
#include "support.hpp"

namespace rondix::test {
namespace {

/// Three above, one wide one below them, and two beside each other at the foot.
std::string board(const std::string& first_routes = "", const std::string& keys = "") {
    return "rondix: 1\nstart: board\nflags: { fog: { set-by: game } }\nscreens:\n  board:\n" +
           keys +
           "    groups: { top: { as: row, at: top, gap: 10, item-size: 150x50 },\n"
           "      foot: { as: row, at: bottom, gap: 10, item-size: 150x50 } }\n    controls:\n"
           "      - { button: a, press: quit, in: top" +
           first_routes +
           " }\n"
           "      - { button: b, press: quit, in: top }\n"
           "      - { button: c, press: quit, in: top, when: not fog }\n"
           "      - { button: wide, press: quit, place: { at: middle, size: 470x50 } }\n"
           "      - { button: d, press: quit, in: foot }\n"
           "      - { button: e, press: quit, in: foot }\n";
}

class FocusTest : public testing::Test {
  protected:
    void load(const std::string& text) {
        file_ = good_flow(text);
        runner_ = std::make_unique<Runner>(*file_.compiled);
        runner_->start();
        runner_->advance(1);
    }
    std::string press(Button button) {
        runner_->press(button);
        runner_->release(button);
        const ControlId focus = runner_->focus();
        return focus == no_control ? "none"
                                   : std::string(file_.compiled->text((*file_.compiled)[focus].id));
    }
    std::size_t stranded() const {
        const Findings findings = check_looks(file_).findings;
        return static_cast<std::size_t>(
            std::count_if(findings.begin(), findings.end(),
                          [](const Finding& finding) { return finding.rule == RuleId::stranded; }));
    }

    FlowFile file_;
    std::unique_ptr<Runner> runner_;
};

TEST_F(FocusTest, DirectionsLeadWhereTheEyeDoesAndBack) {
    load(board());
    EXPECT_EQ(press(Button::right), "b");
    EXPECT_EQ(press(Button::right), "c");
    EXPECT_EQ(press(Button::down), "wide");
    EXPECT_EQ(press(Button::up), "c"); // where it came from
    EXPECT_EQ(press(Button::down), "wide");
    EXPECT_EQ(press(Button::down), "d");
    EXPECT_EQ(press(Button::right), "e");
    EXPECT_EQ(press(Button::right), "d"); // goes round
    EXPECT_EQ(press(Button::left), "e");
}

TEST_F(FocusTest, DeclaredRoutesWinAndMayLeadBack) {
    load(board(", routes: { right: c, down: { to: e, both: yes } }"));
    EXPECT_EQ(press(Button::right), "c");
    EXPECT_EQ(press(Button::left), "a"); // it came from there
    EXPECT_EQ(press(Button::down), "e");
    EXPECT_EQ(press(Button::up), "a");
    EXPECT_EQ(stranded(), 0u);
}

TEST_F(FocusTest, AScreenMayBeginElsewhereAndNotGoRound) {
    load(board("", "    focus: d\n    wrap: no\n"));
    EXPECT_EQ(press(Button::left), "d");
    EXPECT_EQ(press(Button::down), "d");
    EXPECT_EQ(press(Button::up), "wide");
}

TEST_F(FocusTest, WhatHasChangedIsNotGoneBackTo) {
    load(board());
    EXPECT_EQ(press(Button::right), "b");
    EXPECT_EQ(press(Button::right), "c");
    runner_->set_flag(file_.compiled->flag("fog"), true); // c is disabled: its focus is handed on
    EXPECT_EQ(press(Button::right), "a");                 // b was nearest, and goes round
    runner_->set_flag(file_.compiled->flag("fog"), false);
    EXPECT_EQ(press(Button::right), "b");
}

TEST_F(FocusTest, TheMapTellsWhatIsDeclaredAndWhatReturns) {
    load(board(", routes: { down: e }"));
    const FocusMap map = focus_map(*runner_);
    EXPECT_EQ(map.controls.size(), 6u);
    EXPECT_TRUE(map.stranded.empty());
    const auto route = [&](const char* from, Button direction) {
        for (const FocusRoute& one : map.routes)
            if (file_.compiled->text((*file_.compiled)[one.from].id) == from &&
                one.direction == direction)
                return one;
        ADD_FAILURE() << "no route";
        return FocusRoute{};
    };
    EXPECT_TRUE(route("a", Button::down).declared);
    EXPECT_FALSE(route("a", Button::down).returns);
    EXPECT_FALSE(route("a", Button::right).declared);
    EXPECT_TRUE(route("a", Button::right).returns);
    EXPECT_TRUE(route("c", Button::right).round);
}

TEST_F(FocusTest, WhatDeclaredRoutesStrandIsTold) {
    // All four directions of both lead to each other: nothing else is reached from them.
    load("rondix: 1\nstart: s\nscreens:\n  s:\n    controls:\n"
         "      - { button: a, press: quit, routes: { up: b, down: b, left: b, right: b } }\n"
         "      - { button: b, press: quit, routes: { up: a, down: a, left: a, right: a } }\n"
         "      - { button: lonely, press: quit }\n");
    EXPECT_EQ(stranded(), 1u);
    const FocusMap map = focus_map(*runner_);
    ASSERT_EQ(map.stranded.size(), 1u);
    EXPECT_EQ(file_.compiled->text((*file_.compiled)[map.stranded[0]].id), "lonely");
}

TEST_F(FocusTest, StrandedOnlyWhileSomethingIsDisabled) {
    // b is reached by way of the third alone, which is not always there.
    const std::string text =
        "rondix: 1\nstart: s\nflags: { fog: { set-by: game } }\nscreens:\n  s:\n    "
        "controls:\n"
        "      - { button: a, press: quit, routes: { up: third, down: third, left: third, right: "
        "third } }\n"
        "      - { button: third, press: quit, when: not fog }\n"
        "      - { button: b, press: quit }\n";
    load(text);
    EXPECT_EQ(stranded(), 0u); // a route to what is disabled is none
    std::string held = text;
    const std::string plain = "- { button: b, press: quit }";
    held.replace(held.find(plain), plain.size(),
                 "- { button: b, press: quit, routes: { up: b, down: b, left: b, right: b } }");
    load(held);
    EXPECT_EQ(stranded(), 1u);
}

} // namespace
} // namespace rondix::test
