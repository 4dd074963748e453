// What a real player is counted on to do, rule by rule: nothing that happens at once is chosen, no
// answer is either, time passes, and a device can do what it can.
#include "rondix/runtime/runner.hpp"
#include "rondix/tools/check.hpp"
#include "rondix/tools/move_text.hpp"
#include "support.hpp"

namespace rondix::test {
namespace {

const Finding* finding_of(const CheckResult& result, RuleId rule) {
    for (const Finding& finding : result.findings)
        if (finding.rule == rule) return &finding;
    return nullptr;
}

CheckResult checked(const std::string& text) {
    return prove(good_flow("rondix: 1\n" + text));
}

// --- what happens at once

const std::string shut = R"(
start: title
flags: { f: { set-by: game, default: yes } }
screens:
  title: { back: none, controls: [{ button: b, press: open shut }] }
  shut: { closes-when: f, controls: [{ button: leave, press: quit }] }
)";

TEST(RealPlayer, PressesNothingOnAScreenThatHasClosed) {
    Play play("rondix: 1" + shut);
    play.move("press b");
    EXPECT_EQ(play.stack(), "title");
    const CheckResult result = checked(shut);
    const Finding* trap = finding_of(result, RuleId::no_way_out);
    ASSERT_TRUE(trap);
    EXPECT_TRUE(trap->how.empty()); // from the start on
    EXPECT_EQ(trap->here, std::vector<std::string>{"press b (changes nothing)"});
}

TEST(RealPlayer, GoesNoWayThroughAScreenThatHasClosed) {
    // The pit can only be come to by way of a screen that nobody ever sees.
    const CheckResult result = checked(R"(
start: title
flags: { f: { default: yes } }
screens:
  title: { controls: [{ button: b, press: open shut }, { button: leave, press: quit }] }
  shut: { closes-when: f, controls: [{ button: down, press: open pit }] }
  pit: { back: none }
)");
    EXPECT_FALSE(finding_of(result, RuleId::no_way_out));
    const Finding* unseen = finding_of(result, RuleId::never_shown);
    ASSERT_TRUE(unseen);
    EXPECT_EQ(unseen->text, "'shut' is never shown");
}

TEST(RealPlayer, StartsWhereTheFlagsSay) {
    const CheckResult result = checked(R"(
start: [{ when: f, with: hello }, { with: title }]
flags: { f: {} }
screens:
  hello: { controls: [{ button: on, press: quit }] }
  title: { controls: [{ button: leave, press: quit }, { button: again, press: [lower f, home] }] }
)");
    const Finding* unseen = finding_of(result, RuleId::never_shown);
    ASSERT_TRUE(unseen);
    EXPECT_EQ(unseen->text, "'hello' is never shown");
}

TEST(RealPlayer, StartsWithWhatTheGameHasKept) {
    const std::string text = R"(
start: [{ when: not met, with: hello }, { with: title }]
settings: { met: { default: no } }
screens:
  hello: { controls: [{ button: leave, press: quit }] }
  title: { back: none }
)";
    const CheckResult result = checked(text);
    const Finding* trap = finding_of(result, RuleId::no_way_out);
    ASSERT_TRUE(trap);
    EXPECT_EQ(trap->how, (std::vector<std::string>{"game sets met to yes", "start"}));
    Play play("rondix: 1" + text); // and so it can be walked
    play.move("game sets met to yes", "start");
    EXPECT_EQ(play.stack(), "title");
}

TEST(RealPlayer, AnswersForOneRowOnly) {
    const FlowFile file = good_flow(R"(rondix: 1
start: title
scenes: { a: { file: a, root: title }, b: { file: b, root: title } }
screens:
  title: { controls: [{ list: ls, press: { ask: Sure?, do: "load one-of [a, b]" } }] }
)");
    Runner menus(*file.compiled);
    menus.start();
    const auto replay = [&](const char* text) {
        std::string fault;
        const auto move = read_move(*file.compiled, menus.menu_state(), text, fault);
        return move && menus.replay(*move);
    };
    ASSERT_TRUE(replay("game raises ls has rows"));
    ASSERT_TRUE(replay("press ls row 1"));
    EXPECT_FALSE(replay("press yes row 2")); // the question is about row 1
    ASSERT_TRUE(replay("press yes"));
    EXPECT_EQ(menus.menu_state().scene(), file.compiled->scene("a"));
}

TEST(RealPlayer, KeepsWhatWasKeptAlone) {
    // Nobody has the time to say yes, so that the gate never opens: what was not kept is undone.
    const std::string gate = R"(
start: title
settings: { s: { from: 0, to: 4, by: 2, keep-within: 600ms } }
screens:
  title:
    back: none
    controls:
      - { slider: set, setting: s }
      - { button: leave, press: quit, when: s above 3 }
)";
    EXPECT_TRUE(finding_of(checked(gate), RuleId::no_way_out));
    std::string longer = gate;
    longer.replace(longer.find("600ms"), 5, "5s");
    EXPECT_EQ(checked(longer).verdict, Verdict::proved);

    Play play("rondix: 1" + gate);
    const ControlId leave = play.flow().control(play.flow().screen("title"), "leave");
    play.move("change set to 4", "press no");
    EXPECT_FALSE(usable(play.flow(), play.now(), leave));
    play.move("change set to 4", "moves on");
    EXPECT_FALSE(usable(play.flow(), play.now(), leave));
    play.move("change set to 4", "press yes");
    EXPECT_TRUE(usable(play.flow(), play.now(), leave));
}

TEST(RealPlayer, IsAskedAboutOneChangeAtATime) {
    const FlowFile file = good_flow(R"(rondix: 1
start: title
settings:
  s: { from: 0, to: 4, by: 2, keep-within: 5s }
  t: { from: 0, to: 4, by: 2, keep-within: 5s }
events: { storm: { during: any, do: set t 4 } }
screens:
  title: { controls: [{ slider: set, setting: s }, { button: leave, press: quit, when: s above 3 }] }
)");
    const CompiledFlow& flow = *file.compiled;
    const SettingId s = flow.setting("s"), t = flow.setting("t");
    Runner menus(flow);
    menus.start();
    menus.advance(1);
    menus.replay(Move::change(flow.control(flow.screen("title"), "set"), 2));
    EXPECT_EQ(menus.value_of(s), 2);
    EXPECT_EQ(menus.kept_value_of(s), 0);
    menus.post(flow.event("storm")); // its question takes the place of the other
    EXPECT_EQ(menus.value_of(s), 0);
    EXPECT_EQ(menus.value_of(t), 2);
    menus.press(Button::up); // from the safe answer to the other, round the end
    menus.advance(1);
    menus.replay(Move::press(flow.control(menus.menu_state().question(), "yes")));
    EXPECT_EQ(menus.kept_value_of(t), 2);
    // The game settles what is being asked: this is what it goes back to.
    menus.replay(Move::change(flow.control(flow.screen("title"), "set"), 2));
    menus.set_setting(s, 1);
    EXPECT_EQ(menus.value_of(s), 2);
    menus.replay(Move::press(flow.control(menus.menu_state().question(), "no")));
    EXPECT_EQ(menus.value_of(s), 1);
}

/// A question that is asked over another waits for its answer beneath; each keeps its own change.
TEST(RealPlayer, IsAskedAboutTheSameSettingTwice) {
    const FlowFile file = good_flow(R"(rondix: 1
start: title
settings: { s: { from: 0, to: 9, by: 1, keep-within: 5s } }
events: { call: { during: any, do: open over } }
screens:
  title:
    controls:
      - { slider: set, setting: s }
      - { button: leave, press: quit, when: s above 5 }
  over: { controls: [{ slider: set, setting: s }, { button: leave, press: quit, when: s above 5 }] }
)");
    const CompiledFlow& flow = *file.compiled;
    const SettingId s = flow.setting("s");
    const auto answer = [&](Runner& menus, const char* word) {
        EXPECT_TRUE(menus.replay(Move::press(flow.control(menus.menu_state().question(), word))));
    };
    const auto change = [&](Runner& menus, const char* screen, std::uint16_t to) {
        EXPECT_TRUE(menus.replay(Move::change(flow.control(flow.screen(screen), "set"), to)));
    };
    for (const char* first : {"no", "yes"})
        for (const char* second : {"no", "yes"}) {
            SCOPED_TRACE(std::string(first) + ", " + second);
            Runner menus(flow);
            menus.start();
            menus.advance(1);
            change(menus, "title", 7);
            menus.replay(Move::event(flow.event("call")));
            EXPECT_EQ(menus.value_of(s), 7);
            change(menus, "over", 4);
            EXPECT_EQ(menus.value_of(s), 4);
            EXPECT_EQ(menus.kept_value_of(s), 0);
            answer(menus, first);
            const std::uint16_t kept = std::string(first) == "yes" ? 4 : 0;
            EXPECT_EQ(menus.kept_value_of(s), kept);
            EXPECT_EQ(menus.value_of(s), 7); // that is still asked
            menus.replay(Move::back());
            answer(menus, second);
            const std::uint16_t last = std::string(second) == "yes" ? 7 : kept;
            EXPECT_EQ(menus.kept_value_of(s), last);
            EXPECT_EQ(menus.value_of(s), last);
            EXPECT_EQ(usable(flow, menus.menu_state(), flow.control(flow.screen("title"), "leave")),
                      last > 5);
        }
}

// --- answers

const std::string lobby = R"(
start: lobby
loading: { timeout: 20s }
scenes: { room: { file: r, root: lobby } }
requests: { note: { timeout: 5s, done: quit, failed: back } }
screens:
  lobby:
    back: none
    controls: [{ button: again, press: load room }, { button: note, press: request note }]
)";

TEST(RealPlayer, CountsOnNoAnswer) {
    const CheckResult result = checked(lobby);
    const Finding* trap = finding_of(result, RuleId::no_way_out);
    ASSERT_TRUE(trap);
    EXPECT_EQ(trap->answers,
              (std::vector<std::string>{"loads of 'room' are done", "requests 'note' fail"}));
    EXPECT_EQ(trap->among,
              (std::vector<std::string>{"lobby", "built-in/loading", "built-in/request/note"}));
}

/// A screen that loads once more each time it moves on shows nothing else to whoever has a slow
/// disk.
TEST(RealPlayer, MayWaitForALoadThatStartsAgain) {
    for (const char* then : {"load port", "retry", "tell horn"}) {
        const std::string text = R"(
start: port
loading: { screen: wait, timeout: 20s }
scenes: { port: { file: r, root: room } }
screens:
  room: { controls: [{ button: leave, press: quit }] }
  wait: { back: none, moves-on: { after: 5s, do: )" +
                                 std::string(then) + " } }\n";
        const CheckResult result = checked(text);
        const Finding* trap = finding_of(result, RuleId::no_way_out);
        const bool again = std::string(then) != "tell horn";
        ASSERT_EQ(trap != nullptr, again) << then;
        if (!again) continue;
        EXPECT_EQ(trap->among, std::vector<std::string>{"wait"});
    }
    const FlowFile file = good_flow(R"(rondix: 1
start: port
loading: { screen: wait, timeout: 20s }
scenes: { port: { file: r, root: room } }
screens:
  room: { controls: [{ button: leave, press: quit }] }
  wait: { back: none, moves-on: { after: 5s, do: retry } }
)");
    Runner menus(*file.compiled);
    menus.start();
    const LoadTicket first = menus.load_ticket();
    for (int seconds = 0; seconds < 60; ++seconds) menus.advance(1);
    EXPECT_EQ(menus.menu_state().phase(), Phase::loading); // its time limit starts again as well
    EXPECT_FALSE(menus.finish(first, Answer::done));
}

/// Silence ends by itself only where the screen moves on whatever the flags are.
TEST(RealPlayer, WaitsForEverWhereTheScreenMovesOnNowAndThen) {
    for (const char* when :
         {"when: patient, do: back", "when: not patient, do: back", "do: back"}) {
        const CheckResult result = checked(R"(
start: title
flags: { patient: { set-by: flow } }
requests: { note: { screen: wait } }
screens:
  title:
    controls:
      - { button: patient, press: raise patient }
      - { button: note, press: request note }
      - { button: leave, press: quit }
  wait: { back: none, moves-on: { after: 5s, do: [{ )" +
                                           std::string(when) + " }] } }\n");
        const bool always = std::string(when) == "do: back";
        EXPECT_EQ(finding_of(result, RuleId::endless_wait) != nullptr, !always) << when;
        EXPECT_EQ(result.stop, Stop::nothing);
    }
}

/// Of more answers than can be tried in all combinations, those that are alike are tried.
TEST(RealPlayer, IsKeptInByManyAnswersAlike) {
    for (const bool can_quit : {true, false}) {
        std::string text = "\nstart: lobby\nloading: { timeout: 20s }\nscenes:\n  room: { "
                           "file: r, root: lobby }\n"
                           "  sea: { file: s, root: sea }\nrequests:\n";
        std::string buttons;
        for (int i = 0; i < 9; ++i) {
            const std::string n = std::to_string(i);
            text += "  r" + n + ": { timeout: 5s, done: " + (can_quit ? "quit" : "load sea") +
                    ", failed: back }\n";
            buttons += "{ button: b" + n + ", text: Ask " + n + ", press: request r" + n + " }, ";
        }
        text += std::string(can_quit ? "" : "quit: no\n") +
                "screens:\n  sea: { play: yes }\n  lobby:\n    back: none\n    controls: [" +
                buttons + "{ button: again, press: load room }]\n";
        const CheckResult result = checked(text);
        const Finding* trap = finding_of(result, RuleId::no_way_out);
        if (!can_quit) trap = trap ? trap : finding_of(result, RuleId::no_goal);
        ASSERT_TRUE(trap) << can_quit;
        EXPECT_EQ(trap->answers,
                  (std::vector<std::string>{"loads of 'room' are done", "all requests fail"}));
    }
}

/// The strategy that is shown keeps the player in: whoever follows it comes to nothing else.
TEST(RealPlayer, GoesRoundAsItIsShown) {
    const CheckResult result = checked(lobby);
    const Finding* trap = finding_of(result, RuleId::no_way_out);
    ASSERT_TRUE(trap);
    Play play("rondix: 1" + lobby);
    for (int round = 0; round < 3; ++round) {
        play.move("press again", "loaded");
        EXPECT_EQ(play.stack(), "lobby");
        play.move("press note", "fails note");
        EXPECT_EQ(play.stack(), "lobby");
    }
    ASSERT_FALSE(trap->around.empty());
    for (const std::string& move : trap->around) play.move(move.c_str());
}

TEST(RealPlayer, MayHaveToWaitForEver) {
    const std::string silent = R"(
start: title
requests: { note: { done: quit, failed: quit } }
screens: { title: { back: none, controls: [{ button: note, press: request note }] } }
)";
    const CheckResult result = checked(silent);
    EXPECT_EQ(result.verdict, Verdict::failed);
    ASSERT_EQ(result.findings.size(), 1u);
    EXPECT_EQ(result.findings[0].rule, RuleId::endless_wait);
    EXPECT_EQ(result.findings[0].answers,
              std::vector<std::string>{"requests 'note' are never answered"});
    std::string limited = silent;
    limited.replace(limited.find("done:"), 5, "timeout: 5s, done:");
    EXPECT_EQ(checked(limited).verdict, Verdict::proved);
}

TEST(RealPlayer, LeavesWhereNothingFailsForEverOnAPlatformWithoutQuit) {
    const std::string kiosk = R"(
start: pier
quit: no
loading: { timeout: 20s }
scenes: { pier: { file: p, root: title }, sea: { file: s, root: helm } }
screens:
  title: { controls: [{ button: sail, press: load sea }] }
  helm: { play: yes, menu: load pier }
)";
    EXPECT_EQ(checked(kiosk).verdict, Verdict::proved); // a broken disk is not held against it
    std::string round = kiosk;
    round.replace(round.find("load sea"), 8, "load pier"); // but going round for ever is
    EXPECT_NE(checked(round).verdict, Verdict::proved);
}

TEST(RealPlayer, IsLostBeforeTheScreenThatShowsIt) {
    // `note` shuts the title for good, and all that is left leads back to it.
    const CheckResult result = checked(R"(
start: title
flags: { shut: {} }
screens:
  title:
    back: none
    controls:
      - { button: note, press: [raise shut, open note] }
      - { button: leave, press: quit, when: not shut }
  note: {}
)");
    const Finding* trap = finding_of(result, RuleId::no_way_out);
    ASSERT_TRUE(trap);
    EXPECT_EQ(trap->how, (std::vector<std::string>{"press note", "back"}));
    EXPECT_EQ(trap->lost_after, 1u);
}

// --- time

std::string tide(const char* hold, const char* stands) {
    return std::string("start: tide\nscreens:\n  tide:\n    back: none\n    moves-on: { "
                       "after: ") +
           stands + ", do: open ebb }\n    controls: [{ button: leave, press: quit, hold: " + hold +
           " }]\n  ebb: { back: none, moves-on: { after: 1s, do: back } }\n";
}

TEST(RealPlayer, HoldsNoLongerThanTheScreenStands) {
    EXPECT_TRUE(finding_of(checked(tide("5s", "2s")), RuleId::no_way_out));
    EXPECT_TRUE(finding_of(checked(tide("1350ms", "2s")), RuleId::no_way_out)); // 0.15 + 0.5 + 1.35
    EXPECT_EQ(checked(tide("1340ms", "2s")).verdict, Verdict::proved);
    EXPECT_TRUE(
        finding_of(checked(tide("1340ms", "2s") + "reaction-time: 1s\n"), RuleId::no_way_out));
    EXPECT_TRUE(finding_of(checked(tide("0s", "100ms")), RuleId::no_way_out));
}

TEST(RealPlayer, MayHaveChosenTheShortestTimeLimits) {
    const std::string pace =
        "settings: { pace: { from: 0.5, to: 3, by: 0.5, default: 1, scales: time-limits } }\n";
    EXPECT_EQ(checked(tide("1s", "2s")).verdict, Verdict::proved);
    EXPECT_TRUE(finding_of(checked(pace + tide("1s", "2s")), RuleId::no_way_out));
    EXPECT_EQ(checked(pace + tide("300ms", "2s")).verdict, Verdict::proved);
}

TEST(RealPlayer, IsNotIdleWhileAControlIsHeld) {
    const std::string text = R"(
start: title
screens:
  title:
    idle: { after: 1s, do: open sleep }
    controls: [{ button: leave, press: quit, hold: 5s }]
  sleep: { keys: { any: back } }
)";
    EXPECT_EQ(checked(text).verdict, Verdict::proved);
    for (const Device by : {Device::keyboard, Device::mouse}) {
        const FlowFile file = good_flow("rondix: 1" + text);
        Runner menus(*file.compiled);
        menus.start();
        menus.advance(0.6);
        const Point at = menus.bounds_of(menus.focus()).middle();
        if (by == Device::mouse)
            menus.pointer_presses(at, by);
        else
            menus.press(Button::accept, by);
        for (int i = 0; i < 49; ++i) menus.advance(0.1);
        EXPECT_EQ(menus.menu_state().current(), file.compiled->screen("title"));
        menus.take_effects();
        menus.advance(0.2);
        bool quits = false;
        for (const Effect& effect : menus.take_effects()) quits |= effect.kind == EffectKind::quit;
        EXPECT_TRUE(quits);
        menus.release(Button::accept, by);
        menus.pointer_releases(at, by);
        menus.advance(1.1); // and then the time runs again
        EXPECT_EQ(menus.menu_state().current(), file.compiled->screen("sleep"));
    }
}

TEST(RealPlayer, ReadsAtTheSpeedThatTheFlowSays) {
    const std::string text = R"(
start: title
screens:
  title: { title: A, controls: [{ button: warn, text: Warn, press: open warning }, { button: leave, press: quit }] }
  warning: { title: Thirty letters to be read here, moves-on: { after: 1s, do: back } }
)";
    const CheckResult result = checked(text);
    const Finding* quick = finding_of(result, RuleId::too_quick);
    ASSERT_TRUE(quick);
    EXPECT_EQ(quick->text, "'warning' closes after 1s; its 30 characters take 2s to read");
    EXPECT_FALSE(finding_of(checked(text + "reading-speed: 30\n"), RuleId::too_quick));
}

// --- devices

const std::string phone = R"(
start: title
screens:
  title:
    title: A
    controls: [{ button: options, press: open options }, { button: leave, press: quit }]
  options: { title: Options, controls: [{ button: horn, press: tell horn }] }
)";

TEST(RealPlayer, HasNoBackOnATelephone) {
    EXPECT_EQ(checked(phone).verdict, Verdict::proved); // with keyboard and pad
    const CheckResult result = checked("devices: [keyboard, touch]" + phone);
    ASSERT_EQ(result.findings.size(), 1u);
    EXPECT_EQ(result.findings[0].rule, RuleId::no_way_out);
    EXPECT_EQ(result.findings[0].text, "the player can get stuck on 'options' with touch alone");
    EXPECT_EQ(result.findings[0].with, "touch");
    const CheckResult touch = checked("devices: [touch]" + phone); // it has all that the flow lists
    ASSERT_TRUE(finding_of(touch, RuleId::no_way_out));
    EXPECT_EQ(finding_of(touch, RuleId::no_way_out)->text, "the player can get stuck on 'options'");
}

TEST(RealPlayer, PressesWhatIsInPlayByPointingOnly) {
    const std::string text = R"(
start: sea
loading: { timeout: 5s }
scenes: { sea: { file: s, root: helm } }
screens:
  helm: { play: yes, MENUcontrols: [{ button: halt, press: open pause }] }
  pause: { title: Pause, controls: [{ button: on, press: back }, { button: leave, press: quit }] }
)";
    const auto with = [&](const std::string& menu) {
        std::string flow = text;
        flow.replace(flow.find("MENU"), 4, menu);
        return flow;
    };
    const CheckResult keys = checked("devices: [keyboard]" + with(""));
    const Finding* unpressed = finding_of(keys, RuleId::never_pressable);
    ASSERT_TRUE(unpressed);
    EXPECT_EQ(unpressed->text, "'halt' on 'helm' can never be pressed: during play that takes a "
                               "mouse or touch");
    EXPECT_TRUE(finding_of(keys, RuleId::no_quit));
    EXPECT_EQ(checked("devices: [touch]" + with("")).verdict, Verdict::proved);
    // The menu button does the same as the button: nothing is out of anybody's reach.
    const CheckResult both = checked("devices: [keyboard, touch]" + with("menu: open pause, "));
    EXPECT_TRUE(both.findings.empty()) << both.findings[0].text;
}

TEST(RealPlayer, HasKeysOnThePadThatTheFlowSays) {
    const std::string text = R"(
start: title
screens:
  title: { title: A, keys: { chart: open chart }, controls: [{ button: leave, press: quit }] }
  chart: { title: Chart }
)";
    const CheckResult result = checked(text);
    ASSERT_EQ(result.findings.size(), 1u);
    EXPECT_EQ(result.findings[0].rule, RuleId::out_of_reach);
    EXPECT_EQ(result.findings[0].text, "'chart' is never shown with pad alone");
    EXPECT_TRUE(checked(text + "pad-keys: [chart]\n").findings.empty());
}

TEST(RealPlayer, PressesAnyKeyBesideAllControls) {
    const FlowFile file = good_flow(R"(rondix: 1
start: title
devices: [touch]
screens:
  title: { controls: [{ button: on, press: open splash }, { button: leave, press: quit }] }
  splash: { keys: { any: back }, controls: [{ button: horn, press: tell horn }, { button: dark, press: tell dark, when: f }] }
flags: { f: { set-by: game } }
)");
    const CompiledFlow& flow = *file.compiled;
    EXPECT_EQ(prove(file).verdict, Verdict::proved);
    Runner menus(flow);
    menus.start();
    const auto open_splash = [&] {
        menus.replay(Move::press(flow.control(flow.screen("title"), "on")));
        menus.advance(0.2);
    };
    const auto is_splash = [&] { return menus.menu_state().current() == flow.screen("splash"); };
    const Point corner{3, 3};
    open_splash();
    const Point horn = menus.bounds_of(flow.control(flow.screen("splash"), "horn")).middle();
    const Point dark = menus.bounds_of(flow.control(flow.screen("splash"), "dark")).middle();
    EXPECT_TRUE(menus.pointer_presses(corner, Device::finger(0)));
    EXPECT_TRUE(is_splash()); // fingers act on coming up
    EXPECT_TRUE(menus.pointer_releases(corner, Device::finger(0)));
    EXPECT_FALSE(is_splash());
    for (const auto& [down, up] :
         {std::pair{corner, horn}, {horn, corner}, {dark, dark}, {corner, dark}, {dark, corner}}) {
        open_splash();
        menus.pointer_presses(down, Device::finger(0));
        menus.pointer_releases(up, Device::finger(0));
        EXPECT_TRUE(is_splash()); // begun or ended on a control it is none
        menus.replay(Move::back());
    }
}

} // namespace
} // namespace rondix::test
