// Scenes that stay: loaded once, then set aside and brought back.
#include "rondix/runtime/runner.hpp"
#include "support.hpp"

#include "rondix/tools/check.hpp"
#include "rondix/tools/walkthrough.hpp"

namespace rondix::test {
namespace {

TEST(StayingScenes, AreLoadedOnce) {
    const FlowFile file = good_flow(R"(
rondix: 1
start: pier
scenes:
  pier: { file: pier.json, root: title, keep-loaded: yes }
  sea: { file: sea.json, root: helm }
loading: { timeout: 20s }
screens:
  title:
    controls:
      - { button: sail, press: load sea }
      - { button: leave, press: quit }
  helm: { play: yes, menu: load pier }
)");
    const CompiledFlow& flow = *file.compiled;
    Runner menus(flow);
    menus.start();
    const auto told = [&] {
        std::string text;
        for (const Effect& effect : menus.take_effects()) {
            const std::string_view scene =
                effect.kind <= EffectKind::bring_back ? flow.text(flow[effect.scene()].id) : "";
            if (effect.kind == EffectKind::load) text += "load ";
            if (effect.kind == EffectKind::unload) text += "unload ";
            if (effect.kind == EffectKind::set_aside) text += "set aside ";
            if (effect.kind == EffectKind::bring_back) text += "bring back ";
            if (!scene.empty()) text += std::string(scene) + ", ";
        }
        return text;
    };
    EXPECT_EQ(told(), "load pier, ");
    menus.finish(menus.load_ticket(), Answer::done);
    menus.replay(Move::press(flow.control(flow.screen("title"), "sail")));
    EXPECT_EQ(told(), "set aside pier, load sea, ");
    menus.finish(menus.load_ticket(), Answer::done);
    menus.replay(Move::menu());
    EXPECT_EQ(told(), "unload sea, bring back pier, ");
    EXPECT_EQ(menus.menu_state().current(), flow.screen("title")); // there was nothing to wait for
    EXPECT_TRUE(menus.replay(Move::loaded())); // it followed by itself, and counts as made
    EXPECT_FALSE(menus.replay(Move::loaded()));
    menus.start();
    EXPECT_EQ(told(), "set aside pier, bring back pier, ");
    Runner knowing(flow); // a game that has it from elsewhere says so
    knowing.set_loaded(flow.scene("pier"));
    knowing.set_loaded(flow.scene("sea")); // which does not stay
    knowing.start();
    EXPECT_EQ(knowing.menu_state().current(), flow.screen("title"));
    EXPECT_FALSE(knowing.is_loaded(flow.scene("sea")));
    knowing.set_loaded(flow.scene("pier"), false); // it was let go
    knowing.start();
    EXPECT_EQ(knowing.menu_state().phase(), Phase::loading);
}

/// A trap that opens while a scene is loaded a second time: only where the game has let it go.
TEST(StayingScenes, AWayThatAwaitsOneAgainSaysThatItWasLetGo) {
    const FlowFile file = good_flow(R"(
rondix: 1
start: title
scenes: { sea: { file: sea.json, root: helm, keep-loaded: yes } }
loading: { timeout: 20s, screen: under-way }
flags: { worn: {} }
screens:
  title:
    controls:
      - { button: sail, press: load sea }
      - { button: leave, press: quit }
  helm: { play: yes, menu: [raise worn, load sea] }
  under-way: { controls: [{ button: peek, press: open pit, when: worn }] }
  pit: { back: none, urgent: yes }
)");
    const CheckResult result = prove(file);
    const auto trap =
        std::find_if(result.findings.begin(), result.findings.end(),
                     [](const Finding& one) { return one.rule == RuleId::no_way_out; });
    ASSERT_NE(trap, result.findings.end());
    const std::vector<std::string> how = {"press sail", "loaded", "game lets go sea", "menu",
                                          "press peek"};
    EXPECT_EQ(trap->how, how);
    std::vector<std::string> steps = how;
    steps.push_back("expect: { stack: [under-way, pit] }");
    EXPECT_TRUE(
        replay(*file.compiled, load_walkthrough_text("walk", write_walkthrough("how", steps)))
            .passed);
    // While it is there still, nothing is waited for: the same moves lead elsewhere.
    steps.erase(steps.begin() + 2);
    EXPECT_FALSE(
        replay(*file.compiled, load_walkthrough_text("walk", write_walkthrough("how", steps)))
            .passed);
    const Walkthrough wrong =
        load_walkthrough_text("walk", write_walkthrough("how", {"game lets go see"}));
    const WalkReport report = replay(*file.compiled, wrong);
    ASSERT_EQ(report.failures.size(), 1u);
    EXPECT_NE(report.failures[0].text.find("did you mean 'sea'?"), std::string::npos);
}

} // namespace
} // namespace rondix::test
