// Devices: fingers and pads beside each other, whose a menu is, names of keys in texts, keys that
// the player chooses, and what those hear who do not see.
#include "rondix/runner.hpp"
#include "support.hpp"

namespace rondix::test {
namespace {

const std::string deck = R"flow(
rondix: 1
starts-with: helm
cues: { thud: thud.wav }
styles: { button: { denied: thud } }
settings:
  music: { from: 0, to: 100, by: 5, first: 70 }
  size: { one-of: [one, two, three, four, five, six, seven, eight, nine, ten], first: two }
  accept-key: { binds: accept }
  chart-key: { binds: chart }
  pace: { from: 1, to: 3, first: 1, stretches: time-limits }
scenes: { sea: { file: sea, root: bridge } }
flags: { wind: { set-by: game } }
screens:
  helm:
    title: "The helm, {back} to leave"
    layout: { at: top, width: 600 }
    keys: { any: tell any, chart: open chart }
    controls:
      - { button: horn, text: "Sound it ({accept})", press: tell horn, hint: "Press {accept}" }
      - { button: bell, text: Bell, press: tell bell }
      - { slider: music, text: Music, setting: music }
      - { choice: size, text: Size, setting: size, unfolds: yes }
      - { binding: accept, text: Agree, setting: accept-key }
      - { button: sail, text: Sail, press: load sea, when: wind }
      - { label: news, shows: game, text: No news }
      - { label: hint, shows: hint }
      - { button: sink, text: Sink, press: tell sunk, hold: 1s }
      - { button: cargo, text: Cargo, press: open cargo }
  cargo:
    controls:
      - { list: hold, columns: 2, rows: 4, press: tell crate }
      - { button: back, press: back }
  chart: { back: back, moves-on: { after: 2s, do: back } }
  bridge: { play: yes, menu: open pause, pointer: yes }
  pause:
    pads: opener
    pointer: no
    menu: resume
    controls:
      - { button: options, press: open options }
      - { button: leave, press: quit }
  options: { controls: [{ button: back, press: back }] }
)flow";

std::string_view key_name(void*, DeviceKind kind, Code code) {
    static const char* const keys[] = {"Up",        "Down",   "Left", "Right", "Return",
                                       "Backspace", "Escape", "F1",   "F2",    "C",
                                       "Space",     "X",      "Y"};
    static const char* const pads[] = {"North",    "South", "West", "East", "Cross",
                                       "Circle",   "Start", "L",    "R",    "Square",
                                       "Triangle", "Z1",    "Z2"};
    const std::size_t number = static_cast<std::size_t>(code) % 13;
    return kind == DeviceKind::pad ? pads[number] : keys[number];
}

class Devices : public testing::Test {
  protected:
    Devices()
        : file_(good_flow(deck))
        , runner_(*file_.compiled) {
        Bindings bindings(flow());
        for (const DeviceKind kind : {DeviceKind::keyboard, DeviceKind::pad}) {
            for (std::uint32_t i = 0; i < bindings.targets(); ++i)
                bindings.add(kind, Code{i}, Target(i));
            bindings.add(kind, space, target_of(Button::accept));
        }
        runner_.set_bindings(bindings, {nullptr, key_name});
        runner_.start();
        settle();
    }

    static constexpr Code accept{4}, back{5}, escape{6}, chart{9}, space{10}, other{11};

    const CompiledFlow& flow() const { return *file_.compiled; }
    void settle() { runner_.advance(0.2); }
    ControlId control(const char* name) const {
        const ControlId id = flow().control(runner_.situation().current(), name);
        EXPECT_NE(id, no_control) << name;
        return id;
    }
    Point at(const char* name) const { return runner_.place_of(control(name)).middle(); }
    void tap(Device by, Code code) {
        runner_.press_code(by, code);
        runner_.release_code(by, code);
    }
    std::string screen() const {
        return std::string(flow().text(flow()[runner_.situation().current()].id));
    }
    void sail() {
        runner_.set_flag(flow().flag("wind"), true);
        runner_.pointer_presses(at("sail"));
        runner_.pointer_releases(at("sail"));
        ASSERT_TRUE(runner_.loaded(runner_.ticket()));
        settle();
        effects();
    }
    /// What was told, in a line.
    std::string effects() {
        std::string text;
        const auto word = [&](const std::string& one) { text += (text.empty() ? "" : " ") + one; };
        for (const Effect& effect : runner_.take_effects()) {
            const auto id = [&](ControlId control) {
                return std::string(flow().text(flow()[control].id));
            };
            switch (effect.kind) {
            case EffectKind::told:
                word(std::string(flow().text(flow().words[effect.subject])));
                break;
            case EffectKind::denied: word("denied:" + id(ControlId(effect.subject))); break;
            case EffectKind::cue: word("cue"); break;
            case EffectKind::pad: word("pad:" + std::to_string(effect.value)); break;
            case EffectKind::front:
                word("front:" + std::string(flow().text(flow()[ScreenId(effect.subject)].id)));
                break;
            case EffectKind::focus: word("focus:" + id(ControlId(effect.subject))); break;
            case EffectKind::setting: word("setting:" + std::to_string(effect.value)); break;
            default: break;
            }
        }
        return text;
    }
    std::string text_of(const char* name, ItemKind kind) {
        for (const Item& item : runner_.view())
            if (item.control == control(name) && item.kind == kind) return std::string(item.text);
        ADD_FAILURE() << name << " is not to be seen";
        return {};
    }
    std::string title() {
        for (const Item& item : runner_.view())
            if (item.kind == ItemKind::title && !item.leaving) return std::string(item.text);
        return {};
    }

    FlowFile file_;
    Runner runner_;
};

// --- fingers

TEST_F(Devices, TwoFingersPressTwoButtons) {
    effects();
    runner_.pointer_presses(at("horn"), finger(0));
    runner_.pointer_presses(at("bell"), finger(1));
    EXPECT_EQ(runner_.words_of(control("horn")).pressed, true);
    EXPECT_EQ(runner_.words_of(control("bell")).pressed, true);
    runner_.pointer_releases(at("horn"), finger(0));
    runner_.pointer_releases(at("bell"), finger(1));
    EXPECT_EQ(effects(), "focus:bell focus:horn horn focus:bell bell");
    // Changed over on the way, each slid off.
    runner_.pointer_presses(at("horn"), finger(0));
    runner_.pointer_presses(at("bell"), finger(1));
    runner_.pointer_releases(at("bell"), finger(0));
    runner_.pointer_releases(at("horn"), finger(1));
    EXPECT_EQ(effects().find("horn horn"), std::string::npos);
    EXPECT_FALSE(runner_.words_of(control("horn")).pressed);
}

TEST_F(Devices, AControlThatIsDownTakesNoSecondPress) {
    effects();
    runner_.pointer_presses(at("horn"), finger(0));
    runner_.pointer_presses(at("horn"), finger(1));
    tap(pad(0), accept);
    runner_.pointer_releases(at("horn"), finger(1));
    EXPECT_EQ(effects(), "");
    runner_.pointer_releases(at("horn"), finger(0));
    EXPECT_EQ(effects(), "horn");
}

TEST_F(Devices, AFingerAndAKeyAtOnce) {
    runner_.pointer_presses(at("bell"), finger(2));
    effects();
    runner_.press(Button::up, keyboard); // the focus leaves, the finger stays where it is
    EXPECT_EQ(runner_.focus(), control("horn"));
    tap(keyboard, accept);
    runner_.pointer_releases(at("bell"), finger(2));
    EXPECT_EQ(effects(), "focus:horn horn focus:bell bell");
}

TEST_F(Devices, WhatBeganBeforeAChangeOfScreenPressesNothingAfterIt) {
    runner_.pointer_presses(at("horn"), finger(0));
    runner_.press_code(keyboard, accept);
    tap(pad(0), chart);
    EXPECT_EQ(screen(), "chart");
    settle();
    tap(pad(0), back);
    settle();
    EXPECT_EQ(screen(), "helm");
    effects();
    runner_.pointer_releases(at("horn"), finger(0));
    runner_.press_code(keyboard, accept); // held all along
    EXPECT_EQ(effects(), "");
}

TEST_F(Devices, AHeldPressIsThatOfOneDevice) {
    runner_.pointer_moves(at("sink"), mouse);
    runner_.press_code(pad(1), accept);
    runner_.advance(0.6);
    tap(keyboard, accept);
    runner_.advance(0.5);
    EXPECT_NE(effects().find("sunk"), std::string::npos);
    runner_.press_code(pad(0), accept);
    runner_.device_gone(pad(0));
    runner_.advance(2);
    EXPECT_EQ(effects().find("sunk"), std::string::npos);
}

// --- what cannot be used

TEST_F(Devices, ADeniedPressIsToldAndHasItsCue) {
    effects();
    runner_.pointer_presses(at("sail"));
    EXPECT_EQ(effects(), "");
    runner_.pointer_releases(at("sail"));
    EXPECT_EQ(effects(), "denied:sail cue");
    runner_.pointer_presses(at("sail"));
    runner_.pointer_releases(at("horn")); // slid off
    EXPECT_EQ(effects().find("denied"), std::string::npos);
}

// --- pads

TEST_F(Devices, PressAnyKeyTellsThePad) {
    effects();
    tap(pad(3), other);
    EXPECT_EQ(effects(), "any pad:3");
    tap(keyboard, other);
    EXPECT_EQ(effects(), "any");
}

TEST_F(Devices, AMenuBelongsToThePadThatOpenedIt) {
    sail();
    tap(pad(1), escape);
    ASSERT_EQ(screen(), "pause");
    settle();
    tap(pad(0), accept);
    tap(pad(0), escape);
    EXPECT_EQ(screen(), "pause");
    tap(pad(1), accept);
    ASSERT_EQ(screen(), "options"); // with all that is opened from there
    settle();
    tap(pad(0), back);
    EXPECT_EQ(screen(), "options");
    tap(keyboard, back); // a keyboard is always heard
    EXPECT_EQ(screen(), "pause");
    settle();
    runner_.device_gone(pad(1)); // and with the pad its menu is everyone's
    tap(pad(0), escape);
    EXPECT_EQ(screen(), "bridge");
    settle();
    tap(keyboard, escape); // opened by a key it is so from the first
    settle();
    tap(pad(0), escape);
    EXPECT_EQ(screen(), "bridge");
}

TEST_F(Devices, AScreenMaySayWhetherThePointerIsShown) {
    EXPECT_TRUE(runner_.pointer_shown());
    sail();
    runner_.pointer_moves({5, 5});
    EXPECT_TRUE(runner_.pointer_shown()); // a play screen that wants it
    tap(keyboard, escape);
    runner_.pointer_moves({5, 5});
    EXPECT_FALSE(runner_.pointer_shown()); // a menu that does not
}

TEST_F(Devices, FingersHideThePointer) {
    runner_.pointer_moves({5, 5}, finger(0));
    EXPECT_FALSE(runner_.pointer_shown());
    runner_.pointer_moves({5, 5});
    EXPECT_TRUE(runner_.pointer_shown());
}

// --- names of keys

TEST_F(Devices, TextsNameTheKeysOfTheDeviceInUse) {
    EXPECT_EQ(title(), "The helm, Backspace to leave");
    EXPECT_EQ(text_of("horn", ItemKind::button), "Sound it (Return)");
    EXPECT_EQ(text_of("hint", ItemKind::label), "Press Return");
    runner_.press(Button::left, pad(0));
    EXPECT_EQ(text_of("horn", ItemKind::button), "Sound it (Cross)");
    EXPECT_EQ(runner_.words_of(control("horn")).hint, "Press Cross");
    runner_.pointer_moves({3, 3});
    EXPECT_EQ(title(), "The helm, Backspace to leave");
    runner_.rebind(DeviceKind::keyboard, other, target_of(Button::back));
    EXPECT_EQ(title(), "The helm, X to leave");
}

TEST_F(Devices, AWordingMayMoveTheNames) {
    runner_.set_wording({nullptr, [](void*, std::string_view text) -> std::string_view {
                             return text == "Press {accept}" ? "{accept} druecken, {what}" : text;
                         }});
    EXPECT_EQ(text_of("hint", ItemKind::label), "Return druecken, {what}");
}

TEST_F(Devices, TheKeyboardsOneKeyToLeaveIsBackWhereNothingAnswersMenu) {
    tap(keyboard, chart);
    ASSERT_EQ(screen(), "chart");
    settle();
    tap(keyboard, escape);
    EXPECT_EQ(screen(), "helm");
}

// --- keys that the player chooses

TEST_F(Devices, AControlTakesTheNextKey) {
    runner_.pointer_moves(at("accept"));
    EXPECT_EQ(text_of("accept", ItemKind::value), "Return");
    effects();
    runner_.press_code(keyboard, accept);
    EXPECT_EQ(runner_.listening(), control("accept"));
    EXPECT_EQ(text_of("accept", ItemKind::value), "Press a key");
    runner_.press_code(keyboard, accept); // which the system repeats while it is held
    EXPECT_EQ(runner_.listening(), control("accept"));
    runner_.release_code(keyboard, accept);
    tap(keyboard, escape); // any key at all
    EXPECT_EQ(runner_.listening(), no_control);
    EXPECT_EQ(text_of("accept", ItemKind::value), "Escape");
    EXPECT_EQ(effects(), "setting:0");
    EXPECT_EQ(runner_.bindings().meaning(DeviceKind::keyboard, accept), target_of(Button::menu));
    EXPECT_EQ(runner_.bindings().meaning(DeviceKind::pad, accept), target_of(Button::accept));
    runner_.pointer_moves(at("horn"));
    effects();
    tap(keyboard, escape);
    EXPECT_EQ(effects(), "horn");
}

TEST_F(Devices, ListeningEndsByItselfByThePointerAndByLeaving) {
    const auto listen = [&] {
        runner_.pointer_presses(at("accept"));
        runner_.pointer_releases(at("accept"));
        EXPECT_EQ(runner_.listening(), control("accept"));
    };
    listen();
    runner_.advance(Runner::listening_time - 0.1);
    EXPECT_NE(runner_.listening(), no_control);
    runner_.advance(0.2);
    EXPECT_EQ(runner_.listening(), no_control);
    listen();
    runner_.pointer_presses(at("horn"));
    EXPECT_EQ(runner_.listening(), no_control);
    runner_.pointer_releases(at("horn"));
    listen();
    runner_.press(Button::accept); // a game without codes
    EXPECT_EQ(runner_.listening(), no_control);
}

TEST_F(Devices, ResetBringsTheFirstKeysBack) {
    const FlowFile file = good_flow(R"(
rondix: 1
starts-with: a
settings: { k: { binds: accept } }
screens:
  a: { controls: [{ button: r, press: reset k }, { binding: k, setting: k }, { button: q, press: quit }] }
)");
    Runner runner(*file.compiled);
    Bindings bindings(*file.compiled);
    bindings.add(DeviceKind::keyboard, accept, target_of(Button::accept));
    bindings.add(DeviceKind::keyboard, back, target_of(Button::back));
    runner.set_bindings(bindings, {});
    runner.start();
    runner.rebind(DeviceKind::keyboard, back, target_of(Button::accept));
    EXPECT_EQ(runner.bindings().meaning(DeviceKind::keyboard, accept), target_of(Button::back));
    ASSERT_TRUE(runner.replay(Move::press(ControlId{0})));
    EXPECT_EQ(runner.bindings().meaning(DeviceKind::keyboard, accept), target_of(Button::accept));
    EXPECT_EQ(runner.bindings().meaning(DeviceKind::keyboard, back), target_of(Button::back));
}

// --- a choice that unfolds

TEST_F(Devices, AChoiceUnfoldsOverTheScreen) {
    runner_.pointer_moves(at("size"));
    effects();
    tap(keyboard, accept);
    ASSERT_EQ(runner_.unfolded(), control("size"));
    std::size_t rows = 0;
    for (const Item& item : runner_.view()) rows += item.kind == ItemKind::row ? 1 : 0;
    EXPECT_EQ(rows, Runner::most_unfolded);
    EXPECT_EQ(runner_.words_of(control("size")).value, "two");
    for (int i = 0; i < 12; ++i) {
        runner_.press(Button::down);
        runner_.release(Button::down);
    }
    EXPECT_EQ(runner_.words_of(control("size")).value, "ten"); // it stops there, and is seen
    EXPECT_EQ(runner_.view().back().text, "ten");
    EXPECT_EQ(runner_.take_moves().size(), 0u);
    tap(keyboard, back);
    EXPECT_EQ(runner_.unfolded(), no_control);
    EXPECT_EQ(screen(), "helm");
    EXPECT_EQ(runner_.value_of(flow().setting("size")), 1);
    tap(keyboard, accept);
    runner_.press(Button::up);
    tap(keyboard, accept);
    EXPECT_EQ(runner_.value_of(flow().setting("size")), 0);
    EXPECT_EQ(runner_.unfolded(), no_control);
}

TEST_F(Devices, TheUnfoldedListIsPickedByPointerWheelAndFinger) {
    const auto row = [&](std::uint32_t number) {
        return runner_.place_of_row(control("size"), number).middle();
    };
    const auto click = [&](Point point, Device by) {
        runner_.pointer_presses(point, by);
        runner_.pointer_releases(point, by);
    };
    click(at("size"), mouse);
    ASSERT_EQ(runner_.unfolded(), control("size"));
    click(row(3), mouse);
    EXPECT_EQ(runner_.value_of(flow().setting("size")), 3);
    click(at("size"), finger(0));
    runner_.scroll(row(4), 5);
    click(row(9), finger(0));
    EXPECT_EQ(runner_.value_of(flow().setting("size")), 9);
    click(at("size"), mouse);
    const Point outside{2, 2};
    click(outside, mouse);
    EXPECT_EQ(runner_.unfolded(), no_control);
    EXPECT_EQ(runner_.value_of(flow().setting("size")), 9);
    const Rect canvas{0, 0, 1280, 720};
    click(at("size"), mouse);
    for (const Item& item : runner_.view())
        if (item.kind == ItemKind::row) {
            EXPECT_TRUE(canvas.contains(item.place.middle()));
        }
}

// --- lists that are dragged

TEST_F(Devices, AListIsDraggedAndPressesNothingThen) {
    runner_.set_rows(flow().control(flow().screen("cargo"), "hold"),
                     {100, nullptr, [](void*, std::uint32_t) { return ListRow{"crate"}; }});
    runner_.pointer_presses(at("cargo"));
    runner_.pointer_releases(at("cargo"));
    ASSERT_EQ(screen(), "cargo");
    settle();
    effects();
    const Point from = runner_.place_of_row(control("hold"), 6).middle();
    const float line =
        runner_.place_of_row(control("hold"), 2).y - runner_.place_of_row(control("hold"), 0).y;
    runner_.pointer_presses(from, finger(0));
    runner_.pointer_moves({from.x, from.y - 3 * line}, finger(0));
    runner_.pointer_releases({from.x, from.y - 3 * line}, finger(0));
    EXPECT_EQ(effects().find("crate"), std::string::npos);
    const Rect seen = runner_.place_of(control("hold"));
    EXPECT_TRUE(seen.contains(
        runner_.place_of_row(control("hold"), runner_.row_in_focus(control("hold"))).middle()));
    EXPECT_GE(runner_.row_in_focus(control("hold")), 6u);
    EXPECT_LT(runner_.place_of_row(control("hold"), 0).y, seen.y); // it is scrolled
    runner_.pointer_presses(from, finger(0));
    runner_.pointer_moves({from.x + 4, from.y + 5}, finger(0)); // a finger is never quite still
    runner_.pointer_releases({from.x + 4, from.y + 5}, finger(0));
    EXPECT_NE(effects().find("crate"), std::string::npos);
}

// --- texts of the game, time to read

TEST_F(Devices, ALabelShowsWhatTheGameSays) {
    EXPECT_EQ(text_of("news", ItemKind::label), "No news");
    EXPECT_TRUE(runner_.set_label(control("news"), "Fog!"));
    EXPECT_EQ(text_of("news", ItemKind::label), "Fog!");
    EXPECT_FALSE(runner_.set_label(control("hint"), "x"));
    runner_.set_label(control("news"), std::string(1000, 'x'));
    EXPECT_EQ(text_of("news", ItemKind::label).size(), Runner::longest_label);
    for (const Item& item : runner_.view())
        if (item.control == control("news")) {
            EXPECT_LT(item.text_scale, 1); // it has to fit
        }
}

TEST_F(Devices, OneSettingStretchesEveryTimeLimit) {
    runner_.set_setting(flow().setting("pace"), 2); // three times
    tap(keyboard, chart);
    ASSERT_EQ(screen(), "chart");
    runner_.advance(5.9);
    EXPECT_EQ(screen(), "chart");
    runner_.advance(0.2);
    EXPECT_EQ(screen(), "helm");
}

// --- for those who hear

TEST_F(Devices, TheFrontAndTheFocusAreTold) {
    runner_.start();
    EXPECT_EQ(effects(), "front:helm focus:horn");
    settle();
    runner_.press(Button::down);
    EXPECT_EQ(effects(), "focus:bell");
    runner_.press(Button::down, pad(0));
    EXPECT_EQ(effects(), "focus:music");
    runner_.press(Button::right);
    EXPECT_EQ(effects(), "setting:15");
    const ControlWords words = runner_.words_of(control("music"));
    EXPECT_EQ(name_of(words.role), "slider");
    EXPECT_EQ(words.name, "Music");
    EXPECT_EQ(words.value, "75");
    EXPECT_TRUE(words.focused);
    tap(keyboard, chart);
    EXPECT_EQ(effects(), "front:chart");
}

TEST_F(Devices, EveryControlInTheViewHasItsWords) {
    std::size_t bodies = 0;
    for (const Item& item : runner_.view()) {
        if (item.control == no_control || item.kind == ItemKind::piece) continue;
        if (item.kind == ItemKind::value || item.kind == ItemKind::track ||
            item.kind == ItemKind::knob)
            continue;
        const ControlWords words = runner_.words_of(item.control);
        EXPECT_FALSE(item.name.empty());
        EXPECT_EQ(item.name, words.name);
        EXPECT_EQ(item.value, words.value);
        ++bodies;
    }
    EXPECT_EQ(bodies, 10u);
    EXPECT_TRUE(runner_.words_of(control("sail")).disabled);
}

} // namespace
} // namespace rondix::test
