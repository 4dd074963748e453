// Scenes in order: what the steps, conditions and buttons that go by it do in a running flow.
// (Their proof is compared with the reference and the listing: Shape::levels.)
#include "support.hpp"

#include "rondix/runtime/apply.hpp"
#include "rondix/runtime/runner.hpp"
#include "rondix/tools/check.hpp"
#include "rondix/tools/wiring.hpp"

#include <fmt/format.h>

namespace rondix::test {
namespace {

/// So many levels, a level select, and a screen that leads to the next one.
std::string levels(unsigned count, const std::string& more = "") {
    std::string text = "rondix: 1\nstart: title\nscenes:\n";
    for (unsigned i = count; i > 0; --i) // declared from the last on: the order is what counts
        text += fmt::format("  level-{}: {{ file: {}.json, root: play }}\n", i, i);
    text += "order: [";
    for (unsigned i = 1; i <= count; ++i) text += fmt::format("{}level-{}", i == 1 ? "" : ", ", i);
    text += fmt::format("]\nloading: {{ timeout: 9s }}\nevents: {{ won: {{ do: open won }} }}\n"
                        "settings: {{ reached: {{ from: 1, to: {} }} }}\n",
                        count);
    text += R"(screens:
  title:
    title: Levels
    layout: { as: grid, columns: 10, at: middle, width: all, margin: 10, gap: 4 }
    controls:
      - { button: go, for-each: scene, text: "{number}", hint: "{title}", unlocked: reached }
      - { button: leave, text: Leave, press: quit, place: { at: bottom, size: 200x50 } }
  play: { play: yes, menu: load title-less }
  won:
    title: Well done
    back: none
    controls:
      - { button: next, text: Next, press: load next, when: scene has next, else: hidden }
      - { button: before, text: Before, press: load previous, when: scene has previous }
      - { button: second, text: Second, press: retry, when: scene is level-2, else: hidden }
      - { button: home, text: Home, press: home }
)";
    text.replace(text.find("load title-less"), 15, "home");
    return text + more;
}

class Game {
  public:
    explicit Game(const std::string& text)
        : file(good_flow(text))
        , flow(*file.compiled)
        , runner(flow) {
        runner.start();
    }
    ControlId control(const char* screen, const std::string& name) const {
        return flow.control(flow.screen(screen), name);
    }
    bool press(const char* screen, const std::string& name) {
        if (!runner.replay(Move::press(control(screen, name)))) return false;
        runner.finish(runner.load_ticket(), Answer::done);
        runner.take_effects();
        return true;
    }
    bool can(const char* screen, const char* name) const {
        return usable(flow, runner.menu_state(), control(screen, name));
    }
    std::string scene() const {
        const SceneId id = runner.menu_state().scene();
        return id == no_scene ? "" : std::string(flow.text(flow[id].id));
    }
    void win() { runner.post(flow.event("won")); }

    FlowFile file;
    const CompiledFlow& flow;
    Runner runner;
};

TEST(Levels, NextAndPreviousFollowTheOrder) {
    Game game(levels(3));
    EXPECT_TRUE(game.press("title", "go-level-1"));
    EXPECT_EQ(game.scene(), "level-1");
    game.win();
    EXPECT_FALSE(game.can("won", "before"));
    EXPECT_FALSE(game.can("won", "second"));
    EXPECT_TRUE(game.press("won", "next"));
    EXPECT_EQ(game.scene(), "level-2");
    game.win();
    EXPECT_TRUE(game.can("won", "before"));
    EXPECT_TRUE(game.can("won", "second"));
    EXPECT_TRUE(game.press("won", "next"));
    EXPECT_EQ(game.scene(), "level-3");
    game.win();
    EXPECT_FALSE(shown(game.flow, game.runner.menu_state(), game.control("won", "next")));
    EXPECT_TRUE(game.press("won", "before"));
    EXPECT_EQ(game.scene(), "level-2");
    game.win();
    EXPECT_TRUE(game.press("won", "home"));
    EXPECT_EQ(game.scene(), "");
}

TEST(Levels, BeyondTheLastOneNothingHappens) {
    Game game(levels(2, "      - { button: on, text: On, press: load next }\n"));
    game.runner.set_setting(game.flow.setting("reached"), 1);
    EXPECT_TRUE(game.press("title", "go-level-2"));
    game.win();
    EXPECT_TRUE(game.press("won", "on"));
    EXPECT_EQ(game.scene(), "level-2");
    EXPECT_EQ(game.runner.menu_state().current(), game.flow.screen("won"));
}

TEST(Levels, AreUnlockedAsFarAsTheSettingSays) {
    Game game(levels(12));
    for (std::uint16_t reached = 0; reached < 12; ++reached) {
        game.runner.set_setting(game.flow.setting("reached"), reached); // from 1 on
        for (unsigned i = 1; i <= 12; ++i)
            EXPECT_EQ(game.can("title", fmt::format("go-level-{}", i).c_str()), i <= reached + 1u);
    }
    EXPECT_EQ(game.runner.accessible_info(game.control("title", "go-level-7")).name, "7");
    EXPECT_EQ(game.runner.accessible_info(game.control("title", "go-level-7")).hint, "Level 7");
}

/// Two hundred of them hang on one setting: eight bits, and a head for each.
TEST(Levels, TwoHundredAreProved) {
    const FlowFile file = good_flow(levels(200));
    const CheckResult result = check(file);
    EXPECT_EQ(result.verdict, Verdict::proved);
    EXPECT_LT(result.figures.heads, 200u * 40u);
}

TEST(Levels, WhatIsWrongWithTheOrderIsTold) {
    const struct {
        std::string right, wrong, told;
    } slips[] = {
        {"order: [level-1, level-2]", "order: [level-1, level-3]",
         "the scene 'level-3' is not listed; did you mean 'level-2'?"},
        {"order: [level-1, level-2]", "order: [level-1, level-1]",
         "'level-1' has a place in the order already"},
        {"{ from: 1, to: 2 }", "{ from: 0, to: 1 }",
         "'reached' cannot say how many of the 2 scenes are unlocked"},
        {"unlocked: reached", "unlocked: reach", "there is no setting 'reach'"},
        {"scene is level-2", "scene is level-22",
         "the scene 'level-22' is not listed; did you mean 'level-2'?"},
        {"scene has next", "scene has nxt",
         "'scene has' is followed by 'next' or 'previous', not 'nxt'; did you mean 'next'?"},
        {"for-each: scene", "for-each: scene, press: quit",
         "a button for each scene loads that scene, and has no press of its own"},
        {"settings: {", "settings: { scene: { default: yes },",
         "'scene is' asks for the scene that is loaded, so no setting has that name"},
    };
    for (const auto& slip : slips) {
        std::string text = levels(2);
        const std::size_t at = text.find(slip.right);
        ASSERT_NE(at, std::string::npos) << slip.right;
        text.replace(at, slip.right.size(), slip.wrong);
        const FlowFile file = load_flow_text("test", text);
        ASSERT_FALSE(file.findings.empty()) << slip.wrong;
        EXPECT_EQ(file.findings[0].text, slip.told);
    }
}

/// Only `is` and `has next` make it more than a name.
TEST(Levels, AFlagMayBeCalledScene) {
    good_flow("rondix: 1\nstart: t\nflags: { scene: { set-by: game } }\nscreens:\n  t:\n    title: "
              "T\n    controls: [{ button: a, press: quit, when: scene or not scene }]\n");
}

TEST(Levels, ConditionsThatAreFixedAreTold) {
    const FlowFile file = good_flow(levels(
        2, "      - { button: x, text: X, press: quit, when: scene is level-1 and scene is level-2 "
           "}\n"
           "      - { button: y, text: Y, press: quit, when: scene has next or scene has previous "
           "}\n"));
    const Findings findings = check_wiring(file).findings;
    ASSERT_EQ(findings.size(), 1u); // without a scene there is neither
    EXPECT_EQ(findings[0].rule, RuleId::fixed_condition);
    EXPECT_EQ(findings[0].text, "this condition is never true");
}

} // namespace
} // namespace rondix::test
