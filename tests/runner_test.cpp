// The Runner as a game meets it: devices, focus, time, tickets and effects.
#include "support.hpp"

#include <map>

#include "rondix/runtime/runner.hpp"

namespace rondix::test {
namespace {

const std::string ferry = R"(
rondix: 1
start: title
scenes: { sea: { file: sea.json, root: helm } }
loading: { timeout: 5s }
flags: { saved: { set-by: game }, own: }
events: { lost: { after: 1s, do: open lost }, won: { do: open won } }
screens:
  title:
    title: Ferry
    controls:
      - { label: note, text: Hello }
      - { button: sail, text: Sail, press: load sea }
      - { button: saved, text: Saved, press: tell saved, when: saved }
      - { button: options, text: Options, press: open options }
      - { button: chart, text: Chart, press: todo draw the chart }
  options:
    dim: 50%
    controls:
      - { button: horn, text: Horn, press: [tell horn, back] }
      - { button: bell, text: Bell, press: tell bell }
  helm: { play: yes, menu: open pause, controls: [{ button: halt, press: open pause }] }
  pause: { menu: resume, controls: [{ button: home, press: home }] }
  lost: { controls: [{ button: retry, press: retry }] }
  won: { keys: { any: home } }
)";

class RunnerTest : public testing::Test {
  protected:
    RunnerTest()
        : file_(good_flow(ferry))
        , runner_(*file_.compiled) {
        runner_.start();
        settle();
    }

    const CompiledFlow& flow() const { return *file_.compiled; }
    void settle() { runner_.advance(Runner::settling_time); }

    bool tap(Button button) {
        const bool taken = runner_.press(button);
        runner_.release(button);
        return taken;
    }

    Item item_of(const std::string& control) {
        for (const Item& item : runner_.view())
            if (item.control == flow().control(runner_.menu_state().current(), control))
                return item;
        ADD_FAILURE() << control << " is not to be seen";
        return {};
    }
    std::string screen() const {
        return std::string(flow().text(flow()[runner_.menu_state().current()].id));
    }
    std::string focus() const {
        return runner_.focus() == no_control ? ""
                                             : std::string(flow().text(flow()[runner_.focus()].id));
    }
    Point middle_of(const char* name) const {
        return runner_.bounds_of(flow().control(runner_.menu_state().current(), name)).middle();
    }

    /// "load, told" ...
    std::string effects() {
        const char* names[] = {"load",    "unload", "set-aside",  "bring-back", "pause",
                               "unpause", "show",   "hide",       "cue",        "music",
                               "request", "off",    "begin text", "end text",   "setting",
                               "",        "",       "denied",     "pad",        "told",
                               "todo",    "quit"};
        std::string text;
        for (const Effect& effect : runner_.take_effects()) {
            const std::string name = names[static_cast<int>(effect.kind)];
            if (!name.empty()) text += (text.empty() ? "" : " ") + name; // not the front and focus
        }
        return text;
    }

    void sail() {
        tap(Button::accept);
        ASSERT_TRUE(runner_.finish(runner_.load_ticket(), Answer::done));
        settle();
        effects();
    }

    FlowFile file_;
    Runner runner_;
};

TEST_F(RunnerTest, OpensOnTheFirstUsableControl) {
    EXPECT_EQ(focus(), "sail");
}

TEST_F(RunnerTest, DirectionsGoRoundAndSkipWhatIsDisabled) {
    tap(Button::down);
    EXPECT_EQ(focus(), "options");
    tap(Button::down);
    tap(Button::down);
    EXPECT_EQ(focus(), "sail");
    tap(Button::up);
    EXPECT_EQ(focus(), "chart");
}

TEST_F(RunnerTest, AHeldDirectionRepeats) {
    runner_.press(Button::down);
    EXPECT_EQ(focus(), "options");
    runner_.advance(Runner::first_repeat - 0.01);
    EXPECT_EQ(focus(), "options");
    runner_.advance(0.02);
    EXPECT_EQ(focus(), "chart");
    runner_.advance(Runner::next_repeat + 0.01);
    EXPECT_EQ(focus(), "sail");
    runner_.release(Button::down);
    runner_.advance(5);
    EXPECT_EQ(focus(), "sail");
}

TEST_F(RunnerTest, HoldingAcceptDoesNotRepeat) {
    tap(Button::up); // chart
    effects();
    runner_.press(Button::accept);
    runner_.press(Button::accept); // as a keyboard repeats it
    runner_.advance(2);
    runner_.press(Button::accept);
    EXPECT_EQ(effects(), "todo");
    runner_.release(Button::accept);
    tap(Button::accept);
    EXPECT_EQ(effects(), "todo");
}

TEST_F(RunnerTest, APressInTheSettlingTimeIsDropped) {
    tap(Button::down);
    tap(Button::accept);
    EXPECT_EQ(screen(), "options");
    effects();
    runner_.press(Button::accept); // too early, and held past the settling time
    settle();
    EXPECT_EQ(effects(), "");
    runner_.release(Button::accept);
    tap(Button::accept);
    EXPECT_EQ(effects(), "told");
    EXPECT_EQ(screen(), "title");
    EXPECT_EQ(focus(), "options"); // as it was left
}

TEST_F(RunnerTest, ThePointerActsOnReleaseAndSlidingOffCancels) {
    EXPECT_TRUE(runner_.pointer_presses(middle_of("options")));
    EXPECT_EQ(screen(), "title");
    EXPECT_EQ(item_of("options").state, LookState::pressed);
    EXPECT_FALSE(runner_.pointer_releases(middle_of("chart")));
    EXPECT_EQ(screen(), "title");
    runner_.pointer_presses(middle_of("options"));
    EXPECT_TRUE(runner_.pointer_releases(middle_of("options")));
    EXPECT_EQ(screen(), "options");
}

TEST_F(RunnerTest, APressThatBeganOnAnEarlierScreenIsDropped) {
    runner_.pointer_presses(middle_of("options"));
    tap(Button::down);   // focus stays with the pointer's control and goes on from there
    tap(Button::accept); // chart: only a notice
    runner_.replay(Move::press(flow().control(flow().screen("title"), "options")));
    EXPECT_EQ(screen(), "options");
    settle();
    EXPECT_FALSE(runner_.pointer_releases(middle_of("horn")));
    EXPECT_EQ(screen(), "options");
}

TEST_F(RunnerTest, ThePointerGivesFocusAndKeysGoOnFromThere) {
    runner_.pointer_moves(middle_of("options"));
    EXPECT_EQ(focus(), "options");
    runner_.pointer_moves({1, 1});
    EXPECT_EQ(focus(), "options");
    tap(Button::down);
    EXPECT_EQ(focus(), "chart");
    runner_.pointer_moves(middle_of("saved")); // disabled
    EXPECT_EQ(focus(), "chart");
}

TEST_F(RunnerTest, KeysHideThePointerAndMovingItShowsIt) {
    effects();
    tap(Button::down);
    EXPECT_EQ(effects(), "hide");
    EXPECT_FALSE(runner_.pointer_shown());
    runner_.pointer_moves({1, 1});
    EXPECT_EQ(effects(), "show");
}

TEST_F(RunnerTest, AControlThatBecomesUnusableHandsItsFocusOn) {
    const FlagId saved = flow().flag("saved");
    EXPECT_TRUE(runner_.set_flag(saved, true));
    tap(Button::down);
    EXPECT_EQ(focus(), "saved");
    EXPECT_TRUE(runner_.set_flag(saved, false));
    EXPECT_EQ(focus(), "sail");
    EXPECT_FALSE(runner_.set_flag(saved, false));             // nothing to change
    EXPECT_FALSE(runner_.set_flag(flow().flag("own"), true)); // not the game's
    EXPECT_FALSE(runner_.set_flag(no_flag, true));
}

TEST_F(RunnerTest, InPlayTheInputIsTheGames) {
    sail();
    EXPECT_EQ(screen(), "helm");
    for (const Button button : {Button::up, Button::left, Button::accept, Button::back})
        EXPECT_FALSE(tap(button));
    EXPECT_EQ(focus(), "");
    EXPECT_TRUE(tap(Button::menu));
    EXPECT_EQ(effects(), "pause"); // the pointer stays hidden: the player is on keys
    settle();
    EXPECT_TRUE(tap(Button::menu));
    EXPECT_EQ(effects(), "unpause");
    settle();
    EXPECT_TRUE(runner_.pointer_presses(middle_of("halt"))); // the touch button on the play screen
    EXPECT_TRUE(runner_.pointer_releases(middle_of("halt")));
    EXPECT_EQ(screen(), "pause");
}

TEST_F(RunnerTest, EffectsComeInTheOrderInWhichAGameObeys) {
    sail();
    tap(Button::menu);
    settle();
    effects();
    runner_.replay(Move::press(flow().control(flow().screen("pause"), "home")));
    EXPECT_EQ(effects(), "unload unpause");
    EXPECT_EQ(screen(), "title");
    tap(Button::accept); // dropped: settling
    EXPECT_EQ(effects(), "");
    settle();
    tap(Button::accept);
    EXPECT_EQ(effects(), "load");
}

TEST_F(RunnerTest, OnlyTheNewestTicketCounts) {
    tap(Button::accept);
    const LoadTicket old = runner_.load_ticket();
    EXPECT_FALSE(runner_.report_progress(LoadTicket{99}, 0.5F));
    EXPECT_TRUE(runner_.report_progress(old, 0.5F));
    settle(); // the title is gone from sight
    EXPECT_EQ(runner_.view().back().kind, ItemKind::progress);
    EXPECT_FLOAT_EQ(runner_.view().back().amount, 0.5F);
    EXPECT_TRUE(runner_.finish(old, Answer::failed));
    settle();
    tap(Button::accept); // the built-in failure screen: try again
    EXPECT_NE(runner_.load_ticket(), old);
    EXPECT_FALSE(runner_.finish(old, Answer::done));
    EXPECT_FALSE(runner_.finish(old, Answer::failed));
    EXPECT_EQ(screen(), "built-in/loading");
    EXPECT_FLOAT_EQ(runner_.view().back().amount, 0);
    EXPECT_TRUE(runner_.finish(runner_.load_ticket(), Answer::done));
    EXPECT_FALSE(runner_.finish(runner_.load_ticket(), Answer::done)); // twice
    EXPECT_EQ(screen(), "helm");
}

TEST_F(RunnerTest, ALoadIsGivenUp) {
    tap(Button::accept);
    EXPECT_DOUBLE_EQ(*runner_.time_until_load_timeout(), 5);
    runner_.advance(4.999);
    EXPECT_EQ(screen(), "built-in/loading");
    runner_.advance(0.001);
    EXPECT_EQ(screen(), "built-in/load-failed");
    EXPECT_FALSE(runner_.finish(runner_.load_ticket(), Answer::done)); // late
}

TEST_F(RunnerTest, ADelayedAnswerWaitsWhileTheGameRuns) {
    sail();
    const EventId lost = flow().event("lost");
    EXPECT_TRUE(runner_.post(lost));
    EXPECT_FALSE(runner_.post(lost));
    runner_.advance(0.6);
    tap(Button::menu);
    runner_.advance(10);
    EXPECT_NEAR(*runner_.time_until_due(lost), 0.4, 1e-9);
    tap(Button::menu);
    EXPECT_EQ(screen(), "helm");
    runner_.advance(0.39);
    EXPECT_EQ(screen(), "helm");
    runner_.advance(0.02);
    EXPECT_EQ(screen(), "lost");
    EXPECT_FALSE(runner_.time_until_due(lost).has_value());
}

TEST_F(RunnerTest, TheSameTimeInOtherPiecesGivesTheSame) {
    const auto run = [&](int pieces) {
        Runner runner(flow());
        runner.start();
        runner.replay(Move::press(flow().control(flow().screen("title"), "sail")));
        runner.finish(runner.load_ticket(), Answer::done);
        runner.post(flow().event("lost"));
        for (int i = 0; i < pieces; ++i) runner.advance(1.0 / pieces);
        return std::vector<MenuState::Word>(runner.menu_state().packed().begin(),
                                            runner.menu_state().packed().end());
    };
    const auto once = run(1);
    for (const int pieces : {2, 4, 10, 1000}) EXPECT_EQ(run(pieces), once) << pieces;
}

TEST_F(RunnerTest, OddTimesDoNoHarm) {
    tap(Button::accept);
    for (const double seconds : {-1.0, 0.0, std::numeric_limits<double>::quiet_NaN()})
        runner_.advance(seconds);
    EXPECT_EQ(screen(), "built-in/loading");
    runner_.advance(std::numeric_limits<double>::infinity());
    EXPECT_EQ(screen(), "built-in/load-failed");
}

TEST_F(RunnerTest, NoEffectIsEverLost) {
    // A game that never takes its effects finds its input refused, and loses nothing.
    tap(Button::up); // chart: a todo
    std::size_t taken = 0;
    for (int i = 0; i < 1000; ++i) taken += tap(Button::accept);
    EXPECT_LT(taken, 1000u);
    std::size_t told = 0;
    for (const Effect& effect : runner_.take_effects()) told += effect.kind == EffectKind::todo;
    EXPECT_EQ(told, taken);
    EXPECT_TRUE(tap(Button::accept));
}

// The flow would be gone before the Runner is used.
static_assert(!std::is_constructible_v<Runner, CompiledFlow>);
static_assert(std::is_constructible_v<Runner, const CompiledFlow&>);

/// What effect.hpp says beside each kind: what it is about, and "none" of all else.
TEST(Effects, SayByTypeWhatTheyAreAbout) {
    const std::map<EffectKind, std::string> about = {{EffectKind::load, "scene load"},
                                                     {EffectKind::unload, "scene"},
                                                     {EffectKind::set_aside, "scene"},
                                                     {EffectKind::bring_back, "scene"},
                                                     {EffectKind::cue, "cue"},
                                                     {EffectKind::music, "tune"},
                                                     {EffectKind::request, "request ticket"},
                                                     {EffectKind::off, "request ticket"},
                                                     {EffectKind::begin_text, "control"},
                                                     {EffectKind::end_text, "control"},
                                                     {EffectKind::setting, "setting"},
                                                     {EffectKind::front, "screen"},
                                                     {EffectKind::focus, "control"},
                                                     {EffectKind::denied, "control"},
                                                     {EffectKind::told, "word"},
                                                     {EffectKind::todo, "word"}};
    for (int i = 0; i <= static_cast<int>(EffectKind::quit); ++i) {
        const Effect effect(EffectKind(i), 3, 7);
        std::string is;
        const auto note = [&](bool some, const char* what) {
            if (some) is += (is.empty() ? "" : " ") + std::string(what);
        };
        note(effect.scene() != no_scene, "scene");
        note(effect.cue() != no_cue, "cue");
        note(effect.tune() != silence, "tune");
        note(effect.request() != no_request, "request");
        note(effect.control() != no_control, "control");
        note(effect.setting() != no_setting, "setting");
        note(effect.screen() != no_screen, "screen");
        note(effect.word() != no_word, "word");
        note(effect.load_ticket() != LoadTicket{}, "load");
        note(effect.request_ticket() != RequestTicket{}, "ticket");
        const auto known = about.find(EffectKind(i));
        EXPECT_EQ(is, known == about.end() ? "" : known->second) << i;
    }
}

TEST_F(RunnerTest, AGameMayAnswerFromInsideTheEffect) {
    tap(Button::accept);
    for (const Effect& effect : runner_.take_effects()) {
        if (effect.kind != EffectKind::load) continue;
        EXPECT_TRUE(runner_.finish(effect.load_ticket(), Answer::done));
        EXPECT_FALSE(runner_.finish(effect.load_ticket(), Answer::failed));
    }
    EXPECT_EQ(screen(), "helm");
}

TEST_F(RunnerTest, AnyKeyAnswersAcceptWhereNothingHasFocus) {
    sail();
    runner_.post(flow().event("won"));
    EXPECT_EQ(screen(), "won");
    settle();
    EXPECT_TRUE(tap(Button::accept));
    EXPECT_EQ(screen(), "title");
}

TEST_F(RunnerTest, TheViewShowsWhatIsSeenFromTheBottomUp) {
    const auto view = runner_.view();
    ASSERT_EQ(view.size(), 7u);
    EXPECT_EQ(view[0].kind, ItemKind::ground);
    EXPECT_EQ(view[1].kind, ItemKind::title);
    EXPECT_EQ(view[1].text, "Ferry");
    EXPECT_EQ(view[2].kind, ItemKind::label);
    EXPECT_EQ(view[3].state, LookState::focused);
    EXPECT_EQ(view[4].state, LookState::disabled);
    EXPECT_EQ(view[5].state, LookState::rest);
    for (std::size_t i = 2; i < view.size(); ++i) EXPECT_LT(view[i - 1].bounds.y, view[i].bounds.y);
    tap(Button::up);
    tap(Button::accept);
    EXPECT_EQ(runner_.view().back().kind, ItemKind::notice);
    EXPECT_EQ(runner_.view().back().text, "draw the chart");
    runner_.advance(Runner::notice_time);
    EXPECT_EQ(runner_.view().size(), 7u);
    tap(Button::up);
    tap(Button::accept);                          // options, which lets the title show through
    EXPECT_EQ(runner_.view().size(), 7u + 2 + 2); // a dimming, and a sheet under two buttons
    EXPECT_EQ(runner_.view()[7].kind, ItemKind::dim);
    EXPECT_FLOAT_EQ(runner_.view()[7].amount, 0.5F);
    EXPECT_EQ(runner_.view()[8].kind, ItemKind::group);
}

TEST(Runner, MusicFollowsFromWhatIsOpen) {
    const FlowFile file = good_flow(R"(
rondix: 1
start: pier
scenes:
  pier: { file: pier.json, root: title, music: shanty }
  sea: { file: sea.json, root: helm, music: swell }
loading: { timeout: 5s }
screens:
  title: { controls: [{ button: sail, press: load sea }, { button: crew, press: open crew }] }
  crew: { music: none }
  helm: { play: yes, menu: open pause }
  pause: { music: hush, menu: open deep, controls: [{ button: home, press: load pier }] }
  deep: { dim: 50% }
)");
    ASSERT_TRUE(file.compiled);
    const CompiledFlow& flow = *file.compiled;
    Runner runner(flow);
    const auto music = [&] {
        runner.advance(1);
        std::string text;
        for (const Effect& effect : runner.take_effects())
            if (effect.kind == EffectKind::music)
                text +=
                    effect.tune() == silence
                        ? "none "
                        : std::string(flow.text(flow.looks.tunes[index(effect.tune())].id)) + " ";
        return text;
    };
    const auto tap = [&](Button button) {
        runner.press(button);
        runner.release(button);
    };
    runner.start();
    EXPECT_EQ(music(), ""); // nothing is loaded yet
    runner.finish(runner.load_ticket(), Answer::done);
    EXPECT_EQ(music(), "shanty ");
    tap(Button::down);
    tap(Button::accept);
    EXPECT_EQ(music(), "none ");
    tap(Button::back);
    EXPECT_EQ(music(), "shanty ");
    tap(Button::up);
    tap(Button::accept);
    EXPECT_EQ(music(), "none "); // while the sea is loaded
    runner.finish(runner.load_ticket(), Answer::done);
    EXPECT_EQ(music(), "swell ");
    tap(Button::menu);
    EXPECT_EQ(music(), "hush ");
    tap(Button::menu); // a screen that says nothing lets it play on
    EXPECT_EQ(music(), "");
    runner.start();
    EXPECT_EQ(music(), "none ");
}

TEST_F(RunnerTest, StartsAgain) {
    sail();
    tap(Button::menu);
    effects();
    runner_.start();
    EXPECT_EQ(screen(), "title");
    EXPECT_EQ(effects(), "unload unpause hide");
    EXPECT_EQ(focus(), "sail");
}

TEST(Runner, TakesNothingBeforeItIsStarted) {
    const FlowFile file = good_flow(ferry);
    Runner runner(*file.compiled);
    EXPECT_FALSE(runner.press(Button::accept));
    EXPECT_FALSE(runner.post(EventId{0}));
    EXPECT_FALSE(runner.pointer_presses({640, 360}));
    EXPECT_FALSE(runner.pointer_releases({640, 360}));
    EXPECT_FALSE(runner.finish(LoadTicket{0}, Answer::done));
    runner.advance(1);
    EXPECT_TRUE(runner.view().empty());
    EXPECT_TRUE(runner.take_effects().empty());
    EXPECT_EQ(runner.focus(), no_control);
}

} // namespace
} // namespace rondix::test
