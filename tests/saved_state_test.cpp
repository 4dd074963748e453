// Menu states that outlive their flow: taken over by another version of it, or kept as text.
#include "reference/part.hpp"
#include "reference/random_flow.hpp"
#include "rondix/saved_state.hpp"
#include "rondix/tools/state_text.hpp"
#include "rondix/verify_from_state.hpp"
#include "support.hpp"

#include <random>

namespace rondix::test {
namespace {

class Menus {
  public:
    explicit Menus(const std::string& text)
        : file(good_flow(text))
        , runner(*file.compiled) {
        runner.start();
        runner.take_effects();
    }

    /// Moves by name.
    void move(std::initializer_list<const char*> moves) {
        for (const char* text : moves) {
            std::string fault;
            const auto move = read_move(runner.flow(), runner.menu_state(), text, fault);
            ASSERT_TRUE(move) << fault;
            ASSERT_TRUE(runner.replay(*move)) << text;
        }
        runner.take_effects();
    }

    std::string stack() const { return stack_text(runner.flow(), runner.menu_state()); }

    std::string focus() const {
        return std::string(runner.flow().text(runner.flow()[runner.focus()].id));
    }

    FlowFile file;
    Runner runner;
};

const std::string voyage = R"(
rondix: 1
game: Voyage
start: pier
loading: { timeout: 20s }
scenes:
  pier: { file: pier.json, root: title }
  sea: { file: sea.json, root: helm }
flags:
  fog:
  storm: { set-by: game }
settings:
  music: { from: 0, to: 10, default: 5 }
  window: { one-of: [small, large], keep-within: 10s }
  captain: { max-length: 12, default: Ines }
events:
  aground: { after: 2s, do: open aground }
requests:
  log: { screen: writing, done: [], timeout: 5s }
screens:
  title:
    controls:
      - { button: sail, press: load sea }
      - { button: leave, press: quit }
  helm: { play: yes, menu: open pause }
  pause:
    controls:
      - { button: resume, press: resume }
      - { button: options, press: open options }
      - { button: write, press: request log }
      - { button: mist, press: raise fog }
      - { button: away, press: load pier }
  writing: { controls: [{ label: wait, text: Writing }] }
  options:
    groups: { sound: { as: column }, view: { as: column } }
    controls:
      - { pages: parts, show: [sound, view] }
      - { slider: music, setting: music, in: sound }
      - { choice: window, setting: window, in: view }
  aground:
    back: none
    controls:
      - { button: again, press: retry }
)";

std::string replaced(std::string text, const std::string& old, const std::string& with) {
    const std::size_t at = text.find(old);
    EXPECT_NE(at, std::string::npos) << old;
    return at == std::string::npos ? text : text.replace(at, old.size(), with);
}

TEST(TakeOver, KeepsStackFocusPagesFlagsAndSettings) {
    Menus old(voyage);
    old.move({"loaded", "press sail", "loaded", "event aground"});
    old.runner.advance(0.5);
    old.move({"menu", "press mist", "press options", "change music to 7", "turn parts next"});
    old.runner.set_text(old.file.compiled->setting("captain"), "Tove");
    // Other numbers for everything, and another text.
    Menus fresh(replaced(replaced(voyage, "screens:\n", "screens:\n  first: { title: New }\n"),
                         "      - { button: sail, press: load sea }",
                         "      - { button: first, press: open first }\n"
                         "      - { button: sail, text: Set sail, press: load sea }"));
    const Restored how = take_over(fresh.runner, old.runner);
    EXPECT_FALSE(how.at_home);
    EXPECT_TRUE(how.dropped.empty()) << how.dropped[0];
    const CompiledFlow& flow = *fresh.file.compiled;
    EXPECT_EQ(fresh.stack(), "helm > pause > options");
    EXPECT_EQ(fresh.focus(), "window"); // of the second page
    EXPECT_TRUE(fresh.runner.menu_state().flag(flow.flag("fog")));
    EXPECT_EQ(fresh.runner.value_of(flow.setting("music")), 7);
    EXPECT_EQ(fresh.runner.text_of(flow.setting("captain")), "Tove");
    EXPECT_EQ(fresh.runner.time_until_due(flow.event("aground")), 1.5);
    for (const Effect& effect : fresh.runner.take_effects()) {
        EXPECT_NE(effect.kind, EffectKind::pause); // it is already
        EXPECT_NE(effect.kind, EffectKind::load);
        EXPECT_NE(effect.kind, EffectKind::unload);
    }
    fresh.move({"back"});
    EXPECT_EQ(fresh.focus(), "options"); // where it was left
    fresh.move({"press resume"});
    fresh.runner.advance(1.4);
    EXPECT_EQ(fresh.stack(), "helm");
    fresh.runner.advance(0.2);
    EXPECT_EQ(fresh.stack(), "helm > aground");
}

TEST(TakeOver, AnswersToOldTicketsAreStillWelcome) {
    Menus old(voyage);
    const LoadTicket load = old.runner.load_ticket();
    Menus fresh(voyage);
    take_over(fresh.runner, old.runner);
    fresh.runner.take_effects();
    EXPECT_EQ(fresh.runner.load_ticket(), load);
    EXPECT_TRUE(fresh.runner.finish(load, Answer::done));
    fresh.move({"press sail", "loaded", "menu", "press write"});
    const auto ticket = fresh.runner.request_ticket(RequestId{0});
    ASSERT_NE(ticket, RequestTicket{});
    Menus third(voyage);
    take_over(third.runner, fresh.runner);
    EXPECT_EQ(third.stack(), "helm > pause > writing");
    for (const Effect& effect : third.runner.take_effects())
        EXPECT_NE(effect.kind, EffectKind::request); // the game is at it already
    EXPECT_TRUE(third.runner.finish(ticket, Answer::done));
    EXPECT_EQ(third.stack(), "helm > pause");
}

TEST(TakeOver, KeepsTheKeysThatThePlayerChose) {
    // A key of the flow comes first in the new version, so that all have other numbers.
    const auto with_keys = [](const std::string& keys) {
        return "rondix: 1\nstart: a\nscreens:\n  a: { title: A, keys: { " + keys +
               " }, controls: [{ button: leave, press: quit }] }\n  b: { extends: a, title: B }\n";
    };
    const auto plain = [](Runner& runner) {
        Bindings bindings(runner.flow());
        for (std::size_t i = 0; i < bindings.targets(); ++i)
            bindings.add(DeviceKind::keyboard, Code(100 + i), Target(i));
        runner.set_bindings(bindings, {});
    };
    Menus old(with_keys("chart: open b, cargo: open b"));
    plain(old.runner);
    const Target chart = target_named(old.runner.flow(), "chart");
    ASSERT_TRUE(old.runner.rebind(DeviceKind::keyboard, Code{7}, chart));
    ASSERT_TRUE(old.runner.rebind(DeviceKind::keyboard, Code{8}, target_of(Button::accept)));
    Menus fresh(with_keys("bell: open b, chart: open b, cargo: open b"));
    plain(fresh.runner);
    take_over(fresh.runner, old.runner);
    const Bindings& now = fresh.runner.bindings();
    const auto meaning = [&](std::uint32_t code) {
        return name_of(fresh.runner.flow(), now.meaning(DeviceKind::keyboard, Code{code}));
    };
    EXPECT_EQ(meaning(7), "chart");
    EXPECT_EQ(meaning(8), "accept");
    // What nobody chose is as the new platform has it.
    EXPECT_EQ(now.codes(DeviceKind::keyboard, target_named(fresh.runner.flow(), "bell")).size(),
              1u);
    EXPECT_EQ(meaning(100 + static_cast<std::uint32_t>(Button::up)), "up");
    EXPECT_FALSE(now.codes(DeviceKind::keyboard, target_of(Button::back)).empty());
}

TEST(TakeOver, SaysWhatItDrops) {
    Menus old(voyage);
    old.move({"loaded", "press sail", "loaded", "menu", "press options", "change music to 7"});
    std::string less = replaced(voyage, "  options:\n", "  choices:\n");
    less = replaced(less, "press: open options", "press: open choices");
    less = replaced(less, "button: options", "button: choices");
    less = replaced(less, "  fog:\n", "  mist:\n");
    less = replaced(less, "raise fog", "raise mist");
    less = replaced(less, "from: 0, to: 10, default: 5", "from: 0, to: 6, default: 5");
    Menus fresh(less);
    const Restored how = take_over(fresh.runner, old.runner);
    EXPECT_FALSE(how.at_home);
    EXPECT_EQ(fresh.stack(), "helm > pause");
    EXPECT_EQ(fresh.focus(), "resume");
    const std::vector<std::string> expected = {
        "the setting 'music' cannot be '7' any more", "there is no flag 'fog' any more",
        "there is no control 'pause.options' any more", "there is no screen 'options' any more"};
    EXPECT_EQ(how.dropped, expected);
}

TEST(TakeOver, StartsAnewWhereThePlayerWouldBeStuck) {
    Menus old(voyage);
    old.move({"loaded", "press sail", "loaded", "menu", "press options"});
    // Nobody comes to 'options' any more, so that it is no trap of this flow; but it has no way
    // out.
    Menus fresh(replaced(replaced(voyage, "      - { button: options, press: open options }\n", ""),
                         "  options:\n", "  options:\n    back: none\n"));
    const Restored how = take_over(fresh.runner, old.runner);
    EXPECT_TRUE(how.at_home);
    EXPECT_NE(how.dropped.back().find("could get stuck"), std::string::npos);
    // What the game has is taken back, in order.
    std::vector<EffectKind> kinds;
    for (const Effect& effect : fresh.runner.take_effects()) kinds.push_back(effect.kind);
    ASSERT_GE(kinds.size(), 3u);
    EXPECT_EQ(kinds[0], EffectKind::unload);
    EXPECT_EQ(kinds[1], EffectKind::unpause);
    EXPECT_NE(std::find(kinds.begin(), kinds.end(), EffectKind::load), kinds.end());
}

TEST(TakeOver, WithoutItsSceneNothingIsLeft) {
    Menus old(voyage);
    old.move({"loaded", "press sail", "loaded"});
    Menus fresh(replaced(replaced(voyage, "  sea: {", "  ocean: {"), "load sea", "load ocean"));
    const Restored how = take_over(fresh.runner, old.runner);
    EXPECT_TRUE(how.at_home);
    EXPECT_EQ(how.dropped, (std::vector<std::string>{"there is no scene 'sea' any more"}));
}

TEST(TakeOver, AQuestionIsTakenBack) {
    Menus old(voyage);
    old.move({"loaded", "press sail", "loaded", "menu", "press options", "turn parts next",
              "change window to large"});
    ASSERT_NE(old.runner.menu_state().question(), no_screen);
    Menus fresh(voyage);
    const Restored how = take_over(fresh.runner, old.runner);
    EXPECT_EQ(fresh.runner.menu_state().question(), no_screen);
    EXPECT_EQ(fresh.runner.value_of(fresh.file.compiled->setting("window")), 0); // was never kept
    EXPECT_EQ(how.dropped, (std::vector<std::string>{"the open question has been cancelled"}));
}

TEST(Saved, IsTextThatCanBeReadAgain) {
    Menus old(voyage);
    old.move({"loaded", "press sail", "loaded", "game raises storm", "menu", "press write"});
    const std::string text = saved_text(saved(old.runner));
    SavedState read;
    ASSERT_TRUE(read_saved(text, read));
    EXPECT_EQ(saved_text(read), text);
    EXPECT_EQ(read.scene, "sea");
    Menus fresh(voyage);
    const Restored how = restore(fresh.runner, read);
    EXPECT_FALSE(how.at_home);
    EXPECT_EQ(fresh.stack(), "helm > pause > writing");
    bool paused = false, asked = false;
    for (const Effect& effect : fresh.runner.take_effects()) {
        paused =
            paused || effect.kind == EffectKind::pause; // another run of the game does not know
        asked = asked || effect.kind == EffectKind::request; // and nobody writes the log there
    }
    EXPECT_TRUE(paused && asked);
}

TEST(Saved, WhatCannotBeReadIsSaid) {
    const auto fault_of = [](const std::string& text) {
        SavedState read;
        const Status status = read_saved(text, read);
        EXPECT_FALSE(status) << text;
        return std::pair(status.code(), std::string(status.words()));
    };
    const auto expect = [&](const std::string& text, StatusCode code, const char* words) {
        EXPECT_EQ(fault_of(text), std::pair(code, std::string(words)));
    };
    expect("{\n  \"game\": ,\n", StatusCode::other_format, "2:11: this is not JSON");
    expect("", StatusCode::other_format, "1:1: this is not JSON");
    expect("[]", StatusCode::other_format, "this is not a saved state");
    expect("{\"game\": \"x\"}", StatusCode::other_format, "this is not a saved state");
    expect("{\"rondix-state\": 2}", StatusCode::other_version,
           "this state was saved by another version of Rondix");
    expect(R"({"rondix-state": 1, "game": "x", "stack": [{"screen": 5}]})", StatusCode::damaged,
           "'screen' of screen 1 of the stack must be a text");
    expect(R"({"rondix-state": 1, "game": "x", "stack": [], "flags": {"a": 1}})",
           StatusCode::damaged, "'a' in 'flags' of the saved state has the wrong type");
    expect(std::string(2u << 20, ' '), StatusCode::other_format, "the file is too large");
}

TEST(Saved, ADamagedTextDoesNoHarm) {
    Menus old(voyage);
    old.move({"loaded", "press sail", "loaded", "event aground", "menu", "press options"});
    const std::string text = saved_text(saved(old.runner));
    std::mt19937 random(11);
    std::size_t read = 0;
    for (int i = 0; i < 3000; ++i) {
        std::string damaged = text;
        const std::size_t at = random() % damaged.size();
        if (i % 3 == 0)
            damaged.resize(at);
        else if (i % 3 == 1)
            damaged[at] = static_cast<char>(random());
        else
            damaged.erase(at, 1 + random() % 8);
        SavedState saved;
        const Status status = read_saved(damaged, saved);
        EXPECT_EQ(static_cast<bool>(status), status.words().empty());
        if (!status) continue;
        ++read;
        Menus fresh(voyage);
        restore(fresh.runner, saved);
        EXPECT_EQ(verify_from_state(*fresh.file.compiled, fresh.runner.menu_state()),
                  Verdict::proved);
    }
    EXPECT_GT(read, 100u);
}

/// Rows belong to the Runner that they were given to.
MenuState without_rows(const Runner& menus) {
    MenuState state = menus.menu_state();
    for (std::size_t i = 0; i < menus.flow().flags.size(); ++i)
        if (menus.flow().flags[i].kind == FlagKind::rows) state.set_flag(FlagId(i), false);
    return state;
}

/// Whatever was reached in one flow and put into any other gives a menu state that lets nobody get
/// stuck who is not lost from the start; put into the same flow again, it is what it was.
TEST(Saved, AnyFlowTakesAnyState) {
    std::mt19937 random(3);
    std::size_t same = 0, kept = 0, anew = 0, proved = 0;
    std::string last;
    for (std::uint32_t number = 70'000; number < 70'000 + part_of(how_many(500)); ++number) {
        const std::string text = random_flow(number, Shape::rich);
        SCOPED_TRACE(text);
        Menus menus(text);
        std::vector<Move> room(max_moves(menus.runner.flow()));
        for (int i = 0; i < 30; ++i) {
            const std::size_t count =
                list_moves(menus.runner.flow(), menus.runner.menu_state(), room);
            if (count > 0) menus.runner.replay(room[random() % count]);
            menus.runner.take_effects();
        }
        SavedState read;
        ASSERT_TRUE(read_saved(saved_text(saved(menus.runner)), read));
        Menus again(text);
        const Restored how = take_over(again.runner, menus.runner);
        if (!how.at_home && how.dropped.empty()) {
            EXPECT_TRUE(again.runner.menu_state() == without_rows(menus.runner));
            ++same;
        }
        if (!last.empty()) {
            Menus other(last);
            const Restored there = restore(other.runner, read);
            (there.at_home ? anew : kept) += 1;
            MenuState home(*other.file.compiled);
            start_flow(*other.file.compiled, home);
            const bool good = verify_from_state(*other.file.compiled, home) == Verdict::proved;
            if (good && !there.at_home) {
                EXPECT_EQ(verify_from_state(*other.file.compiled, other.runner.menu_state()),
                          Verdict::proved);
                ++proved;
            }
        }
        last = text;
    }
    std::printf("the same again %zu, kept in another flow %zu, started anew %zu; %zu proved\n",
                same, kept, anew, proved);
    EXPECT_GE(same, at_least(50));
    EXPECT_GE(kept, at_least(50));
    EXPECT_GE(anew, at_least(10));
    EXPECT_GE(proved, at_least(30));
}

} // namespace
} // namespace rondix::test
