// The rules of questions, requests, urgent screens, screens that move on, pages, settings and
// lists: through apply() first, then what the Runner makes of them.
#include "rondix/runtime/runner.hpp"
#include "rondix/tools/check.hpp"
#include "support.hpp"

namespace rondix::test {
namespace {

const std::string voyage = R"(
rondix: 1
start: pier
scenes:
  pier: { file: pier.json, root: title }
  strait: { file: strait.json, root: bridge }
  fog: { file: fog.json, root: bridge }
loading: { screen: under-way, timeout: 20s, failed: storm }
flags: { unsaved: { set-by: game, ask-before: leaving }, pad: { set-by: game, default: yes } }
settings:
  music: { from: 0, to: 100, by: 5, default: 70 }
  window: { one-of: [small, large], keep-within: 10s }
  gulls: { default: yes }
  captain: { max-length: 8, default: Odwin }
requests:
  save: { screen: saving, timeout: 10s, done: open saved, failed: [tell no-luck, open not-saved] }
  sign-in: { timeout: 30s, done: { ask: Take the helm?, do: load fog }, failed: tell nobody }
events:
  pad-lost: { during: any, do: open lost-pad }
  gong: { during: play, else: wait, do: open breakfast }
screens:
  title:
    controls:
      - { button: sail, press: load strait }
      - { list: charts, press: "load one-of [strait, fog]" }
      - { button: options, press: open options }
      - { button: sign-in, press: request sign-in }
      - { button: leave, press: { ask: { text: Go ashore?, yes: Leave, no: Stay }, do: quit } }
      - { button: loud, press: tell loud, when: music above 70 }
      - { button: rooms, press: open rooms, when: charts has rows, else: hidden }
  options:
    groups: { sound: { as: column }, picture: { as: column } }
    controls:
      - { button: next, press: turn sections next }
      - { pages: sections, show: [sound, picture] }
      - { slider: volume, setting: music, in: sound }
      - { toggle: gulls, setting: gulls, in: sound }
      - { choice: size, setting: window, in: picture }
      - { text-field: name, setting: captain, in: picture }
      - { button: plain, press: [reset music, set gulls no] }
  rooms: { moves-on: { after: 4s, do: go options }, idle: { after: 2s, do: back } }
  bridge: { play: yes, menu: open pause }
  pause:
    controls:
      - { button: save, press: request save }
      - { button: home, press: { ask: Leave the voyage?, do: home }, when: unsaved }
      - { button: calm, press: home, when: not unsaved }
  saving: { back: none, controls: [{ button: wait, press: tell wait }] }
  saved: { title: Saved }
  not-saved: { title: Not saved }
  lost-pad: { urgent: yes, closes-when: pad, controls: [{ button: go-on, press: back }] }
  breakfast: { pauses: no }
  under-way: { back: none }
  storm: { controls: [{ button: retry, press: retry }, { button: quit, press: quit }] }
)";

TEST(MoreRules, TheFlowIsProved) {
    const FlowFile file = good_flow(voyage);
    const CheckResult result = prove(file);
    EXPECT_EQ(result.verdict, Verdict::proved) << check_text(file, result);
    EXPECT_TRUE(result.findings.empty()) << check_text(file, result);
}

TEST(MoreRules, AQuestionStandsOverTheScreenThatAsks) {
    Play play(voyage);
    play.move("loaded", "press leave");
    EXPECT_EQ(play.stack(), "title");
    const ScreenId question = play.now().foremost();
    EXPECT_EQ(play.flow().text(play.flow()[question].title), "Go ashore?");
    EXPECT_FALSE(play.move("menu").answered);
    EXPECT_FALSE(
        usable(play.flow(), play.now(), play.flow().control(play.flow().screen("title"), "sail")));
    EXPECT_FALSE(play.move("press no").quits);
    EXPECT_EQ(play.now().question(), no_screen);
    EXPECT_FALSE(play.move("press leave", "back").quits);
    const Outcome outcome = play.move("press leave", "press yes");
    EXPECT_TRUE(outcome.quits && outcome.agreed);
    EXPECT_EQ(play.now().question(), no_screen);
}

TEST(MoreRules, AQuestionPausesAndWaitsBeneathWhatComesOverIt) {
    Play play(voyage);
    play.move("loaded", "press sail", "loaded", "menu", "game raises unsaved", "press home");
    EXPECT_FALSE(runs(play.flow(), play.now()));
    play.move("game lowers pad", "event pad-lost");
    EXPECT_EQ(play.stack(), "bridge > pause > lost-pad");
    EXPECT_EQ(play.now().question(), no_screen);
    play.move("press go-on");
    EXPECT_NE(play.now().question(), no_screen);
    play.move("press yes");
    EXPECT_EQ(play.stack(), "under-way");
}

TEST(MoreRules, ARequestIsAnsweredWhileItsScreenIsCurrent) {
    Play play(voyage);
    play.move("loaded", "press sail", "loaded", "menu");
    EXPECT_FALSE(play.move("done save").answered);
    EXPECT_EQ(play.move("press save").asks, play.flow().request("save"));
    EXPECT_EQ(play.stack(), "bridge > pause > saving");
    play.move("game lowers pad", "event pad-lost");
    EXPECT_FALSE(play.move("done save").answered);
    play.move("press go-on", "done save");
    EXPECT_EQ(play.stack(), "bridge > pause > saved"); // in the place of the screen that waited
    play.move("back", "press save", "fails save");
    EXPECT_EQ(play.stack(), "bridge > pause > not-saved");
    play.move("back", "press save", "times out save");
    EXPECT_EQ(play.stack(), "bridge > pause > not-saved");
}

TEST(MoreRules, AnAnswerMayAskFirst) {
    Play play(voyage);
    play.move("loaded", "press sign-in", "done sign-in");
    EXPECT_EQ(play.stack(), "title > built-in/request/sign-in");
    EXPECT_FALSE(play.move("done sign-in").answered); // it was answered
    play.move("press no");
    EXPECT_EQ(play.stack(), "title"); // the screen that waited goes with the question
    play.move("press sign-in", "fails sign-in");
    EXPECT_EQ(play.stack(), "title");
    EXPECT_TRUE(play.move("press sign-in", "done sign-in", "press yes").loads);
}

TEST(MoreRules, AnUrgentScreenMakesTheAnswerToALoadWait) {
    Play play(voyage);
    play.move("loaded", "press sail", "event pad-lost");
    EXPECT_EQ(play.stack(), "under-way"); // it closes at once, for the pad is there
    play.move("game lowers pad", "event pad-lost");
    EXPECT_EQ(play.stack(), "under-way > lost-pad");
    EXPECT_FALSE(play.move("loaded").answered);
    EXPECT_FALSE(play.move("load fails").answered);
    play.move("game raises pad");
    EXPECT_EQ(play.stack(), "under-way"); // closing is part of the move
    play.move("loaded");
    EXPECT_EQ(play.stack(), "bridge");
}

TEST(MoreRules, EventsWaitUntilTheyAreAllowed) {
    Play play(voyage);
    play.move("loaded", "event gong");
    EXPECT_FALSE(play.move("due gong").answered);
    EXPECT_FALSE(play.move("event gong").answered);
    play.move("press sail");
    EXPECT_FALSE(play.now().waits(play.flow().event("gong"))); // dropped with the scene
    play.move("loaded", "menu", "event gong", "back", "due gong");
    EXPECT_EQ(play.stack(), "bridge > breakfast");
}

TEST(MoreRules, PagesTurnRoundAndAreKeptWhileTheScreenIsOpen) {
    Play play(voyage);
    const auto can_use = [&](const char* control) {
        return usable(play.flow(), play.now(),
                      play.flow().control(play.flow().screen("options"), control));
    };
    play.move("loaded", "press options");
    EXPECT_TRUE(can_use("volume"));
    EXPECT_FALSE(can_use("size"));
    play.move("press next");
    EXPECT_FALSE(can_use("volume"));
    EXPECT_TRUE(can_use("size"));
    play.move("game lowers pad", "event pad-lost", "press go-on");
    EXPECT_TRUE(can_use("size"));
    play.move("turn sections next");
    EXPECT_TRUE(can_use("volume"));
    play.move("turn sections previous");
    EXPECT_TRUE(can_use("size"));
    play.move("back", "press options");
    EXPECT_TRUE(can_use("volume"));
}

TEST(MoreRules, ConditionsAskAboutSettingsAndRows) {
    Play play(voyage);
    const auto can_use = [&](const char* control) {
        return usable(play.flow(), play.now(),
                      play.flow().control(play.flow().screen("title"), control));
    };
    play.move("loaded");
    EXPECT_FALSE(can_use("loud"));
    play.move("game sets music to 75");
    EXPECT_TRUE(can_use("loud"));
    play.move("press options", "change volume to 70", "back");
    EXPECT_FALSE(can_use("loud"));
    EXPECT_FALSE(can_use("charts"));
    EXPECT_FALSE(
        shown(play.flow(), play.now(), play.flow().control(play.flow().screen("title"), "rooms")));
    play.move("game raises charts has rows");
    EXPECT_TRUE(can_use("charts") && can_use("rooms"));
    play.move("press charts row 2");
    EXPECT_EQ(play.now().scene(), play.flow().scene("fog"));
}

TEST(MoreRules, AChangeThatIsToBeKeptIsAskedAbout) {
    Play play(voyage);
    play.move("loaded", "press options", "press next", "change size to large");
    EXPECT_NE(play.now().question(), no_screen);
    play.move("moves on");
    EXPECT_EQ(play.now().question(), no_screen);
}

TEST(MoreRules, LeavingWithoutAQuestionIsTold) {
    std::string text = voyage;
    const std::string calm = "press: home, when: not unsaved";
    text.replace(text.find(calm), calm.size(), "press: home");
    const FlowFile file = good_flow(text);
    const CheckResult result = prove(file);
    ASSERT_EQ(result.findings.size(), 1u) << check_text(file, result);
    EXPECT_EQ(result.findings[0].rule, RuleId::leaves_unasked);
    EXPECT_EQ(result.findings[0].how.back(), "press calm");
    EXPECT_EQ(result.findings[0].how.size(), 6u); // raised, loaded, sail, loaded, menu, calm
}

TEST(MoreRules, LeavingIsNotAskedAboutWhereNothingIsLost) {
    const auto told = [](const std::string& flag, const std::string& again) {
        const FlowFile file =
            good_flow("rondix: 1\nstart: pier\nscenes:\n"
                      "  pier: { file: p.json, root: title }\n"
                      "  sea: { file: s.json, root: helm }\n"
                      "loading: { timeout: 20s }\nflags: { unsaved: { " +
                      flag +
                      " } }\nevents: { run-aground: { do: open lost } }\nscreens:\n"
                      "  title:\n    controls:\n"
                      "      - { button: sail, press: load sea }\n"
                      "      - { button: leave, press: quit }\n"
                      "  helm: { play: yes, menu: open pause }\n"
                      "  pause:\n    menu: resume\n    controls:\n"
                      "      - { button: work, press: raise unsaved }\n"
                      "      - { button: go-on, press: resume }\n"
                      "      - { button: leave, press: { ask: Leave?, do: home } }\n"
                      "  lost:\n    back: none\n    controls:\n"
                      "      - { button: again, press: " +
                      again + " }\n");
        return std::ranges::count(prove(file).findings, RuleId::leaves_unasked, &Finding::rule);
    };
    const std::string warns = "ask-before: leaving";
    EXPECT_EQ(told(warns, "retry"), 1);
    EXPECT_EQ(told(warns, "[lower unsaved, retry]"), 0);
    EXPECT_EQ(told(warns, "[lower unsaved, raise unsaved, retry]"), 1);
    EXPECT_EQ(told(warns + ", except-on: [lost]", "retry"), 0);
    EXPECT_EQ(told(warns + ", except-on: [pause]", "retry"), 1);
    EXPECT_EQ(told("set-by: game, " + warns, "[lower unsaved, retry]"), 0);
    EXPECT_EQ(told("set-by: game, " + warns + ", except-on: [lost, pause]", "retry"), 0);
    const FlowFile slips =
        load_flow_text("test.flow.yaml", "rondix: 1\nstart: title\nflags:\n"
                                         "  unsaved: { ask-before: leaving, except-on: [titel] }\n"
                                         "  other: { set-by: game, except-on: [title] }\n"
                                         "screens:\n  title: { controls: [{ button: leave, press: "
                                         "[raise unsaved, quit], when: other }] }\n");
    EXPECT_NE(all_text(slips).find("4:47: error: there is no screen 'titel'"), std::string::npos)
        << all_text(slips);
    EXPECT_NE(all_text(slips).find("'except-on' has no effect without 'ask-before'"),
              std::string::npos);
}

TEST(MoreRules, AFlowMayStartByCondition) {
    Play play("rondix: 1\n"
              "start: [{ when: not met, with: hello }, { with: title }]\n"
              "settings: { met: { default: no } }\n"
              "screens:\n"
              "  hello: { controls: [{ button: on, press: [set met yes, home] }] }\n"
              "  title: { controls: [{ button: leave, press: quit }] }\n");
    EXPECT_EQ(play.stack(), "hello"); // chosen at once
    play.move("press on");
    EXPECT_EQ(play.stack(), "title");
    play.move("game sets met to no", "start");
    EXPECT_EQ(play.stack(), "hello");
    play.move("game sets met to yes");
    EXPECT_EQ(play.stack(), "hello"); // what is chosen is chosen
    play.move("start");
    EXPECT_EQ(play.stack(), "title");
    Runner runner(play.flow());
    runner.set_setting(play.flow().setting("met"), 1);
    runner.start(); // with what was put in before
    EXPECT_EQ(runner.menu_state().current(), play.flow().screen("title"));
}

// --- in the Runner

class MoreRunner : public testing::Test {
  protected:
    MoreRunner()
        : file_(good_flow(voyage))
        , runner_(*file_.compiled) {
        runner_.start();
        runner_.finish(runner_.load_ticket(), Answer::done);
        runner_.advance(1);
    }
    const CompiledFlow& flow() const { return *file_.compiled; }
    bool move(const char* text) {
        std::string fault;
        const auto move = read_move(flow(), runner_.menu_state(), text, fault);
        EXPECT_TRUE(move) << fault;
        return move && runner_.replay(*move);
    }
    std::string screen() const {
        return std::string(flow().text(flow()[runner_.menu_state().current()].id));
    }
    /// The first effect of a kind since the last call.
    std::optional<Effect> effect(EffectKind kind) {
        for (const Effect& effect : runner_.take_effects())
            if (effect.kind == kind) return effect;
        return std::nullopt;
    }

    FlowFile file_;
    Runner runner_;
};

TEST_F(MoreRunner, AnswersToRequestsWaitUntilTheyCanTakeEffect) {
    move("press sail");
    runner_.finish(runner_.load_ticket(), Answer::done);
    move("menu");
    move("press save");
    const auto asked = effect(EffectKind::request);
    ASSERT_TRUE(asked);
    runner_.set_flag(flow().flag("pad"), false);
    runner_.post(flow().event("pad-lost"));
    EXPECT_TRUE(runner_.finish(asked->request_ticket(), Answer::done));
    EXPECT_FALSE(
        runner_.finish(asked->request_ticket(), Answer::failed)); // the first answer counts
    EXPECT_EQ(screen(), "lost-pad");
    runner_.set_flag(flow().flag("pad"), true); // closes it, and the answer comes in
    EXPECT_EQ(screen(), "saved");
    EXPECT_FALSE(runner_.finish(asked->request_ticket(), Answer::done));
    EXPECT_FALSE(effect(EffectKind::off));
}

TEST_F(MoreRunner, ARequestIsGivenUpInTimeAndOffWhenItsScreenGoes) {
    move("press sail");
    runner_.finish(runner_.load_ticket(), Answer::done);
    move("menu");
    move("press save");
    const auto first = effect(EffectKind::request);
    runner_.advance(9.9);
    EXPECT_EQ(screen(), "saving");
    runner_.advance(0.2);
    EXPECT_EQ(screen(), "not-saved");
    const auto off = effect(EffectKind::off);
    ASSERT_TRUE(off);
    EXPECT_EQ(off->request_ticket(), first->request_ticket());
    EXPECT_FALSE(runner_.finish(first->request_ticket(), Answer::done));
}

TEST_F(MoreRunner, AnAnswerToALoadWaitsForAnUrgentScreen) {
    runner_.set_flag(flow().flag("pad"), false);
    move("press sail");
    runner_.post(flow().event("pad-lost"));
    EXPECT_TRUE(runner_.finish(runner_.load_ticket(), Answer::done));
    runner_.advance(30); // what was answered is not given up
    EXPECT_EQ(screen(), "lost-pad");
    move("press go-on");
    EXPECT_EQ(screen(), "bridge");
}

TEST_F(MoreRunner, ScreensMoveOnAndNoticeIdlePlayers) {
    runner_.set_flag(flow().flag("pad"), true);
    move("game raises charts has rows");
    move("press rooms");
    runner_.advance(1.9);
    runner_.press_other_key();
    runner_.advance(1.9);
    runner_.press_other_key();
    EXPECT_EQ(screen(), "rooms");
    runner_.advance(0.3);
    EXPECT_EQ(screen(), "options"); // four seconds in all
    move("back");
    move("press rooms");
    runner_.advance(2.1);
    EXPECT_EQ(screen(), "title"); // two without input
}

TEST_F(MoreRunner, AnUnkeptChangeIsUndone) {
    const SettingId window = flow().setting("window");
    move("press options");
    move("press next");
    move("change size to large");
    auto changed = effect(EffectKind::setting);
    ASSERT_TRUE(changed);
    EXPECT_EQ(changed->value, 1);
    runner_.advance(10.1);
    EXPECT_EQ(runner_.value_of(window), 0);
    changed = effect(EffectKind::setting);
    ASSERT_TRUE(changed);
    EXPECT_EQ(changed->value, 0);
    move("change size to large");
    move("press yes");
    runner_.advance(20);
    EXPECT_EQ(runner_.value_of(window), 1);
    move("change size to small");
    move("back");
    EXPECT_EQ(runner_.value_of(window), 1);
}

TEST_F(MoreRunner, TheSafeAnswerHasTheFocus) {
    move("press leave");
    const ScreenId question = runner_.menu_state().foremost();
    EXPECT_EQ(runner_.focus(), flow().control(question, "no"));
    runner_.press(Button::accept); // in the settling time: dropped
    runner_.release(Button::accept);
    EXPECT_EQ(runner_.menu_state().foremost(), question);
    runner_.advance(0.2);
    runner_.press(Button::down);
    runner_.press(Button::accept);
    EXPECT_TRUE(effect(EffectKind::quit));
}

TEST_F(MoreRunner, SettingsKeepTheirTexts) {
    const SettingId captain = flow().setting("captain");
    EXPECT_EQ(runner_.text_of(captain), "Odwin");
    EXPECT_TRUE(runner_.set_text(captain, "Bärbel Tarry"));
    EXPECT_EQ(runner_.text_of(captain), "Bärbel T");
    EXPECT_FALSE(runner_.set_setting(flow().setting("music"), 21));
    move("press options");
    move("press plain");
    EXPECT_EQ(runner_.value_of(flow().setting("music")), 14);
    EXPECT_EQ(runner_.value_of(flow().setting("gulls")), 0);
}

} // namespace
} // namespace rondix::test
