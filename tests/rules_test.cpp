// The rules of the design, one test for each, through apply().
#include "support.hpp"

#include <vector>

namespace rondix::test {
namespace {

const std::string harbour = R"(
rondix: 1
start: pier
scenes:
  pier: { file: pier.json, root: title }
  strait: { file: strait.json, root: bridge }
loading: { screen: under-way, timeout: 20s, failed: storm }
flags: { saved: { set-by: game }, tide: { default: yes }, seen: }
events:
  aground: { after: 1s, do: open lost }
  moored: { do: open won }
  wind: { during: any, do: open pause }
  gull: { during: menu, do: tell gull }
screens:
  title:
    controls:
      - { button: sail, press: load strait }
      - { button: options, press: open options }
      - { button: swap, press: go options }
      - { button: chart, press: [{ when: seen and tide, do: open chart }, { when: seen, do: tell ebb },
                                 { do: [raise seen, tell first] }] }
      - { button: saved, press: load strait, when: saved and not seen }
      - { button: leave, press: quit }
  options:
    controls:
      - { button: chart, press: open chart }
      - { button: title, press: back to title }
      - { button: nowhere, press: back to storm }
      - { button: again, press: open options }
  chart: { keys: { any: back }, controls: [{ button: options, press: go options }] }
  bridge: { play: yes, menu: open pause, keys: { map: open map } }
  map: { pauses: no, menu: open pause }
  pause:
    back: resume
    controls:
      - { button: options, press: open options }
      - { button: retry, press: retry }
      - { button: home, press: home }
      - { button: quay, press: load pier }
  lost: { back: none }
  won: { title: Won }
  under-way: { back: none, keys: { hurry: go options } }
  storm: { controls: [{ button: retry, press: retry }, { button: home, press: home }] }
)";

TEST(Rules, StartsByLoadingTheFirstScene) {
    Play play(harbour);
    EXPECT_EQ(play.stack(), "under-way");
    EXPECT_EQ(play.now().phase(), Phase::loading);
    EXPECT_TRUE(play.now().flag(play.flow().flag("tide")));
    EXPECT_FALSE(play.now().flag(play.flow().flag("saved")));
}

TEST(Rules, OpenPutsOnTopAndBackClosesIt) {
    Play play(harbour);
    play.move("loaded", "press options", "press chart");
    EXPECT_EQ(play.stack(), "title > options > chart");
    play.move("back");
    EXPECT_EQ(play.stack(), "title > options");
    play.move("back");
    EXPECT_FALSE(play.move("back").answered); // the stack is never empty
    EXPECT_EQ(play.stack(), "title");
}

TEST(Rules, GoSwapsTheCurrentScreen) {
    Play play(harbour);
    play.move("loaded", "press swap");
    EXPECT_EQ(play.stack(), "options");
}

TEST(Rules, WhatIsOpenIsNotOpenedAgain) {
    Play play(harbour);
    play.move("loaded", "press options", "press chart");
    const Outcome outcome = play.move("press options"); // go to the screens beneath
    EXPECT_TRUE(outcome.reopens);
    EXPECT_EQ(play.stack(), "title > options");
    EXPECT_TRUE(play.move("press again").reopens);
    EXPECT_EQ(play.stack(), "title > options");
}

TEST(Rules, BackToStopsAtItsScreenOrAtTheRoot) {
    Play play(harbour);
    play.move("loaded", "press options", "press title");
    EXPECT_EQ(play.stack(), "title");
    play.move("press options", "press nowhere");
    EXPECT_EQ(play.stack(), "title");
}

TEST(Rules, PauseFollowsFromTheStack) {
    Play play(harbour);
    play.move("loaded", "press sail", "loaded");
    EXPECT_TRUE(runs(play.flow(), play.now()));
    play.move("key map"); // does not pause
    EXPECT_EQ(play.stack(), "bridge > map");
    EXPECT_TRUE(runs(play.flow(), play.now()));
    EXPECT_FALSE(in_play(play.flow(), play.now()));
    play.move("menu");
    EXPECT_TRUE(paused(play.flow(), play.now()));
    play.move("press options");
    EXPECT_TRUE(paused(play.flow(), play.now()));
    play.move("back", "back"); // pause says: back: resume
    EXPECT_EQ(play.stack(), "bridge");
    EXPECT_FALSE(paused(play.flow(), play.now()));
    EXPECT_FALSE(shows_pointer(play.flow(), play.now()));
}

TEST(Rules, LoadsFailAndAreTriedAgain) {
    Play play(harbour);
    play.move("load fails");
    EXPECT_EQ(play.stack(), "storm");
    EXPECT_FALSE(play.move("loaded").answered); // nobody waits for it
    EXPECT_TRUE(play.move("press retry").loads);
    EXPECT_EQ(play.now().scene(), play.flow().scene("pier"));
    play.move("load times out", "press home", "loaded", "press sail", "loaded", "menu");
    EXPECT_TRUE(play.move("press retry").loads);
    EXPECT_EQ(play.now().scene(), play.flow().scene("strait"));
    EXPECT_EQ(play.stack(), "under-way");
}

TEST(Rules, TheAnswerToALoadClosesWhatStandsOverTheLoadingScreen) {
    Play play(harbour);
    play.move("key hurry"); // go, but the loading screen is bound to the bottom
    EXPECT_EQ(play.stack(), "under-way > options");
    play.move("loaded");
    EXPECT_EQ(play.stack(), "title");
}

TEST(Rules, EventsAreAnsweredWhereTheyAreAllowed) {
    Play play(harbour);
    EXPECT_FALSE(play.move("event moored").answered); // while loading
    play.move("loaded");
    EXPECT_FALSE(play.move("event moored").answered);
    EXPECT_TRUE(play.move("event gull").answered);
    play.move("press sail", "loaded");
    EXPECT_FALSE(play.move("event gull").answered);
    play.move("key map"); // the game still runs
    EXPECT_TRUE(play.move("event moored").answered);
    EXPECT_EQ(play.stack(), "bridge > map > won");
    EXPECT_FALSE(play.move("event moored").answered); // paused by what it opened
    EXPECT_FALSE(play.move("event woken").answered);  // every flow has it; this one does not answer
}

TEST(Rules, DelayedAnswersWaitOnceAndGoWithTheirScene) {
    Play play(harbour);
    play.move("loaded", "press sail", "loaded", "event aground");
    EXPECT_FALSE(play.move("event aground").answered); // repeats are ignored
    play.move("menu");
    EXPECT_FALSE(play.move("due aground").answered); // not in pause
    play.move("back", "due aground");
    EXPECT_EQ(play.stack(), "bridge > lost");
    EXPECT_FALSE(play.move("due aground").answered); // once only
    EXPECT_FALSE(play.move("back").answered);        // back: none
    play.move("event wind", "press retry", "loaded", "event aground", "menu", "press home",
              "loaded");
    EXPECT_FALSE(play.now().waits(play.flow().event("aground")));
}

TEST(Rules, TheFirstAlternativeThatHoldsIsDone) {
    Play play(harbour);
    play.move("loaded", "press chart");
    EXPECT_TRUE(play.now().flag(play.flow().flag("seen")));
    play.move("press chart");
    EXPECT_EQ(play.stack(), "title > chart");
}

TEST(Rules, ADisabledButtonCannotBePressed) {
    Play play(harbour);
    play.move("loaded");
    EXPECT_FALSE(play.move("press saved").answered);
    EXPECT_FALSE(play.move("game lowers saved").answered); // it is not raised
    play.move("game raises saved", "press saved");
    EXPECT_EQ(play.now().scene(), play.flow().scene("strait"));
}

TEST(Rules, TheGameChangesOnlyItsOwnFlags) {
    Play play(harbour);
    EXPECT_FALSE(play.move("game raises seen").answered);
    EXPECT_FALSE(play.now().flag(play.flow().flag("seen")));
}

TEST(Rules, QuitChangesNothing) {
    Play play(harbour);
    play.move("loaded");
    const MenuState before = play.now();
    EXPECT_TRUE(play.move("press leave").quits);
    EXPECT_EQ(play.now(), before);
}

TEST(Rules, AnyKeyAnswersWhatTheScreenDoesNotName) {
    for (const char* key : {"any key", "key map", "menu", "back"}) {
        Play play(harbour);
        play.move("loaded", "press options", "press chart", key);
        EXPECT_EQ(play.stack(), "title > options") << key;
    }
}

TEST(Rules, TellIsHandedOnAndChangesNothing) {
    Play play(harbour);
    const Outcome outcome = play.move("loaded", "event gull");
    ASSERT_EQ(outcome.steps.count, 1u);
    const Step& step = play.flow().steps[outcome.steps.begin];
    EXPECT_EQ(step.kind, StepKind::tell);
    EXPECT_EQ(play.flow().text(play.flow().words[step.subject]), "gull");
}

TEST(Rules, AFlowMayStartWithAScreenAndHomeLeadsThere) {
    Play play("rondix: 1\nstart: m\nscenes: { s: { file: f, root: p } }\n"
              "screens: { m: { menu: load s }, p: { play: yes, menu: home } }\n");
    EXPECT_EQ(play.now().phase(), Phase::none);
    play.move("menu", "loaded", "menu");
    EXPECT_EQ(play.stack(), "m");
    EXPECT_EQ(play.now().phase(), Phase::none);
    EXPECT_EQ(play.now().scene(), no_scene);
}

TEST(MenuState, IsCanonical) {
    // Two ways to the same place give the same row, word by word, also above the top of the stack.
    Play one(harbour), other(harbour);
    one.move("loaded", "press options");
    other.move("loaded", "press options", "press chart", "back");
    EXPECT_EQ(one.now(), other.now());
    MenuState copy(one.flow());
    copy.unpack(other.now().packed());
    EXPECT_EQ(copy, one.now());
    other.move("press chart");
    EXPECT_FALSE(one.now() == other.now());
}

TEST(Moves, AreListedExactlyWhereTheyCanHappen) {
    // Whatever is not listed is refused, for every move that there is.
    Play play(harbour);
    const CompiledFlow& flow = play.flow();
    std::vector<Move> listed(max_moves(flow));
    for (const char* step : {"loaded", "press options", "back", "press sail", "loaded",
                             "event aground", "key map", "menu", "press home", "load fails"}) {
        const std::size_t count = list_moves(flow, play.now(), listed);
        ASSERT_LE(count, listed.size());
        const auto is_listed = [&](Move move) {
            return std::find(listed.begin(), listed.begin() + static_cast<long>(count), move) !=
                   listed.begin() + static_cast<long>(count);
        };
        const auto check = [&](Move move) {
            MenuState next = play.now();
            if (apply(flow, next, move).answered) {
                EXPECT_TRUE(is_listed(move)) << move_text(flow, move);
            } else {
                EXPECT_EQ(next, play.now()) << move_text(flow, move);
            }
        };
        for (std::uint32_t i = 0; i < flow.controls.size(); ++i) check(Move::press(ControlId{i}));
        for (std::size_t i = 0; i < flow.events.size(); ++i) {
            check(Move::event(EventId(i)));
            check(Move::due(EventId(i)));
        }
        for (std::size_t i = 0; i < flow.flags.size(); ++i) {
            check(Move::raise(FlagId(i)));
            check(Move::lower(FlagId(i)));
        }
        for (const Move move : {Move::back(), Move::menu(), Move::other_key(), Move::loaded(),
                                Move::load_failed(), Move::load_timeout()})
            check(move);
        play.move(step);
    }
}

} // namespace
} // namespace rondix::test
