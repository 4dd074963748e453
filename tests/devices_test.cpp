// Devices: fingers and pads beside each other, whose a menu is, names of keys in texts, and what
// those hear who do not see.
#include "deck.hpp"

namespace rondix::test {
namespace {

// --- fingers

TEST_F(Devices, TwoFingersPressTwoButtons) {
    effects();
    runner_.pointer_presses(at("horn"), Device::finger(0));
    runner_.pointer_presses(at("bell"), Device::finger(1));
    EXPECT_EQ(runner_.accessible_info(control("horn")).pressed, true);
    EXPECT_EQ(runner_.accessible_info(control("bell")).pressed, true);
    runner_.pointer_releases(at("horn"), Device::finger(0));
    runner_.pointer_releases(at("bell"), Device::finger(1));
    EXPECT_EQ(effects(), "focus:bell focus:horn horn focus:bell bell");
    // Changed over on the way, each slid off.
    runner_.pointer_presses(at("horn"), Device::finger(0));
    runner_.pointer_presses(at("bell"), Device::finger(1));
    runner_.pointer_releases(at("bell"), Device::finger(0));
    runner_.pointer_releases(at("horn"), Device::finger(1));
    EXPECT_EQ(effects().find("horn horn"), std::string::npos);
    EXPECT_FALSE(runner_.accessible_info(control("horn")).pressed);
}

TEST_F(Devices, AControlThatIsDownTakesNoSecondPress) {
    effects();
    runner_.pointer_presses(at("horn"), Device::finger(0));
    runner_.pointer_presses(at("horn"), Device::finger(1));
    tap(Device::pad(0), accept);
    runner_.pointer_releases(at("horn"), Device::finger(1));
    EXPECT_EQ(effects(), "");
    runner_.pointer_releases(at("horn"), Device::finger(0));
    EXPECT_EQ(effects(), "horn");
}

TEST_F(Devices, AFingerAndAKeyAtOnce) {
    runner_.pointer_presses(at("bell"), Device::finger(2));
    effects();
    runner_.press(Button::up, Device::keyboard); // the focus leaves, the finger stays where it is
    EXPECT_EQ(runner_.focus(), control("horn"));
    tap(Device::keyboard, accept);
    runner_.pointer_releases(at("bell"), Device::finger(2));
    EXPECT_EQ(effects(), "focus:horn horn focus:bell bell");
}

TEST_F(Devices, WhatBeganBeforeAChangeOfScreenPressesNothingAfterIt) {
    runner_.pointer_presses(at("horn"), Device::finger(0));
    runner_.press_code(Device::keyboard, accept);
    tap(Device::pad(0), chart);
    EXPECT_EQ(screen(), "chart");
    settle();
    tap(Device::pad(0), back);
    settle();
    EXPECT_EQ(screen(), "helm");
    effects();
    runner_.pointer_releases(at("horn"), Device::finger(0));
    runner_.press_code(Device::keyboard, accept); // held all along
    EXPECT_EQ(effects(), "");
}

TEST_F(Devices, AHeldPressIsThatOfOneDevice) {
    runner_.pointer_moves(at("sink"), Device::mouse);
    runner_.press_code(Device::pad(1), accept);
    runner_.advance(0.6);
    tap(Device::keyboard, accept);
    runner_.advance(0.5);
    EXPECT_NE(effects().find("sunk"), std::string::npos);
    runner_.press_code(Device::pad(0), accept);
    runner_.device_gone(Device::pad(0));
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
    tap(Device::pad(3), other);
    EXPECT_EQ(effects(), "any pad:3");
    tap(Device::keyboard, other);
    EXPECT_EQ(effects(), "any");
}

TEST_F(Devices, AMenuBelongsToThePadThatOpenedIt) {
    sail();
    tap(Device::pad(1), escape);
    ASSERT_EQ(screen(), "pause");
    settle();
    tap(Device::pad(0), accept);
    tap(Device::pad(0), escape);
    EXPECT_EQ(screen(), "pause");
    tap(Device::pad(1), accept);
    ASSERT_EQ(screen(), "options"); // with all that is opened from there
    settle();
    tap(Device::pad(0), back);
    EXPECT_EQ(screen(), "options");
    tap(Device::keyboard, back); // a keyboard is always heard
    EXPECT_EQ(screen(), "pause");
    settle();
    runner_.device_gone(Device::pad(1)); // and with the pad its menu is everyone's
    tap(Device::pad(0), escape);
    EXPECT_EQ(screen(), "bridge");
    settle();
    tap(Device::keyboard, escape); // opened by a key it is so from the first
    settle();
    tap(Device::pad(0), escape);
    EXPECT_EQ(screen(), "bridge");
}

TEST_F(Devices, AScreenMaySayWhetherThePointerIsShown) {
    EXPECT_TRUE(runner_.pointer_shown());
    sail();
    runner_.pointer_moves({5, 5});
    EXPECT_TRUE(runner_.pointer_shown()); // a play screen that wants it
    tap(Device::keyboard, escape);
    runner_.pointer_moves({5, 5});
    EXPECT_FALSE(runner_.pointer_shown()); // a menu that does not
}

TEST_F(Devices, FingersHideThePointer) {
    runner_.pointer_moves({5, 5}, Device::finger(0));
    EXPECT_FALSE(runner_.pointer_shown());
    runner_.pointer_moves({5, 5});
    EXPECT_TRUE(runner_.pointer_shown());
}

// --- names of keys

TEST_F(Devices, TextsNameTheKeysOfTheDeviceInUse) {
    EXPECT_EQ(title(), "The helm, Backspace to leave");
    EXPECT_EQ(text_of("horn", ItemKind::button), "Sound it (Return)");
    EXPECT_EQ(text_of("hint", ItemKind::label), "Press Return");
    runner_.press(Button::left, Device::pad(0));
    EXPECT_EQ(text_of("horn", ItemKind::button), "Sound it (Cross)");
    EXPECT_EQ(runner_.accessible_info(control("horn")).hint, "Press Cross");
    runner_.pointer_moves({3, 3});
    EXPECT_EQ(title(), "The helm, Backspace to leave");
    runner_.rebind(DeviceKind::keyboard, other, target_of(Button::back));
    EXPECT_EQ(title(), "The helm, X to leave");
}

TEST_F(Devices, ATranslationMayMoveTheNames) {
    runner_.set_translator({nullptr, [](void*, std::string_view text) -> std::string_view {
                                return text == "Press {accept}" ? "{accept} druecken, {what}"
                                                                : text;
                            }});
    EXPECT_EQ(text_of("hint", ItemKind::label), "Return druecken, {what}");
}

TEST_F(Devices, ALongTranslationHasRoomAndIsCutAfterALetter) {
    // "Press {accept}", in a language of long words: twice as long and more.
    runner_.set_translator(
        {nullptr, [](void*, std::string_view text) -> std::string_view {
             return text == "Press {accept}"
                        ? "Zum Fortfahren bitte einmal kurz die Taste {accept} betaetigen "
                          "und dann wieder loslassen, sobald der Anker gelichtet ist und "
                          "die Leinen los sind; wer sie haelt, wartet"
                        : text;
         }});
    EXPECT_EQ(
        text_of("hint", ItemKind::label),
        "Zum Fortfahren bitte einmal kurz die Taste Return betaetigen und dann wieder loslassen, "
        "sobald der Anker gelichtet ist und die Leinen los sind; wer sie haelt, wartet");
    EXPECT_EQ(runner_.cut_texts(), 0u);
    // What has no room at all is cut where a letter ends, and that is told.
    static const std::string long_one = [] {
        std::string text = "{accept}: ";
        for (int i = 0; i < 1000; ++i) text += "\u00e4";
        return text;
    }();
    runner_.set_translator({nullptr, [](void*, std::string_view text) -> std::string_view {
                                return text == "Press {accept}" ? std::string_view(long_one) : text;
                            }});
    const std::string shown(text_of("hint", ItemKind::label));
    ASSERT_GT(shown.size(), 200u);
    EXPECT_EQ((shown.size() - std::string("Return: ").size()) % 2,
              0u); // whole letters, of two bytes
    EXPECT_GE(runner_.cut_texts(), 1u);
}

TEST_F(Devices, TheKeyboardsOneKeyToLeaveIsBackWhereNothingAnswersMenu) {
    tap(Device::keyboard, chart);
    ASSERT_EQ(screen(), "chart");
    settle();
    tap(Device::keyboard, escape);
    EXPECT_EQ(screen(), "helm");
}

// --- texts of the game, time to read

TEST_F(Devices, ALabelShowsWhatTheGameSays) {
    EXPECT_EQ(text_of("news", ItemKind::label), "No news");
    EXPECT_TRUE(runner_.set_shown_text(control("news"), "Fog!"));
    EXPECT_EQ(text_of("news", ItemKind::label), "Fog!");
    EXPECT_FALSE(runner_.set_shown_text(control("hint"), "x"));
    runner_.set_shown_text(control("news"), std::string(1000, 'x'));
    EXPECT_EQ(text_of("news", ItemKind::label).size(), Runner::longest_shown);
    for (const Item& item : runner_.view())
        if (item.control == control("news")) {
            EXPECT_LT(item.text_scale, 1); // it has to fit
        }
}

TEST_F(Devices, OneSettingStretchesEveryTimeLimit) {
    runner_.set_setting(flow().setting("pace"), 2); // three times
    tap(Device::keyboard, chart);
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
    runner_.press(Button::down, Device::pad(0));
    EXPECT_EQ(effects(), "focus:music");
    runner_.press(Button::right);
    EXPECT_EQ(effects(), "setting:15");
    const AccessibleInfo words = runner_.accessible_info(control("music"));
    EXPECT_EQ(name_of(words.role), "slider");
    EXPECT_EQ(words.name, "Music");
    EXPECT_EQ(words.value, "75");
    EXPECT_TRUE(words.focused);
    tap(Device::keyboard, chart);
    EXPECT_EQ(effects(), "front:chart");
}

TEST_F(Devices, EveryControlInTheViewHasItsWords) {
    std::size_t bodies = 0;
    for (const Item& item : runner_.view()) {
        if (item.control == no_control || item.kind == ItemKind::piece) continue;
        if (item.kind == ItemKind::value || item.kind == ItemKind::track ||
            item.kind == ItemKind::knob)
            continue;
        const AccessibleInfo words = runner_.accessible_info(item.control);
        EXPECT_FALSE(item.name.empty());
        EXPECT_EQ(item.name, words.name);
        EXPECT_EQ(item.value, words.value);
        ++bodies;
    }
    EXPECT_EQ(bodies, 10u);
    EXPECT_TRUE(runner_.accessible_info(control("sail")).disabled);
}

} // namespace
} // namespace rondix::test
