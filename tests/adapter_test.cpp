// rondix::sdl2 as a game meets it: events of SDL in, with a virtual pad, and no display.
#include "support.hpp"

#include "reading/grammar.hpp"
#include "rondix/sdl2.hpp"
#include "virtual_pad.hpp"

#include <fmt/format.h>

namespace rondix::test {
namespace {

const std::string sea = R"(
rondix: 1
start: sea
scenes: { sea: { file: sea.json, root: helm } }
loading: { timeout: 5s }
events: { pad-lost: { during: any, do: tell pad-lost }, window-left: { do: open pause } }
screens:
  helm: { play: yes, menu: open pause, keys: { tab: { do: open chart, pad: right-trigger } } }
  chart: { controls: [{ button: back, press: back }] }
  pause:
    menu: resume
    controls:
      - { button: a, press: tell a }
      - { button: b, press: tell b }
      - { button: c, press: open deep }
  deep: { controls: [{ button: leave, press: quit }] }
)";

class AdapterTest : public testing::Test {
  protected:
    AdapterTest()
        : file_(good_flow(sea))
        , runner_(*file_.compiled) {
        SDL_SetHint(SDL_HINT_VIDEODRIVER, "dummy");
        SDL_SetHint(SDL_HINT_AUDIODRIVER, "dummy");
        SDL_SetHint(SDL_HINT_JOYSTICK_ALLOW_BACKGROUND_EVENTS, "1");
        EXPECT_EQ(SDL_Init(SDL_INIT_VIDEO | SDL_INIT_GAMECONTROLLER), 0) << SDL_GetError();
        window_ = SDL_CreateWindow("t", 0, 0, 640, 360, 0);
        runner_.start();
        runner_.finish(runner_.load_ticket(), Answer::done);
        input_.emplace(runner_, window_);
        settle();
    }
    ~AdapterTest() override {
        input_.reset();
        SDL_DestroyWindow(window_);
        SDL_Quit();
    }

    void settle() { runner_.advance(Runner::settling_time); }

    void pump() {
        for (SDL_Event event; SDL_PollEvent(&event);) input_->feed(event);
        settle();
    }

    void key(SDL_Keycode code, bool down = true, bool repeat = false) {
        SDL_Event event{};
        event.type = down ? SDL_KEYDOWN : SDL_KEYUP;
        event.key.keysym.sym = code;
        event.key.repeat = repeat ? 1 : 0;
        SDL_PushEvent(&event);
        pump();
    }
    void tap(SDL_Keycode code) {
        key(code);
        key(code, false);
    }

    void mouse(Uint32 type, Point at) {
        SDL_Event event{};
        event.type = type;
        if (type == SDL_MOUSEMOTION) {
            event.motion.x = static_cast<int>(at.x);
            event.motion.y = static_cast<int>(at.y);
        } else {
            event.button.button = SDL_BUTTON_LEFT;
            event.button.x = static_cast<int>(at.x);
            event.button.y = static_cast<int>(at.y);
        }
        SDL_PushEvent(&event);
        pump();
    }
    Point pixel_of(const char* control) {
        const ControlId id = flow().control(runner_.menu_state().current(), control);
        return runner_.canvas().to_pixel(runner_.bounds_of(id).middle());
    }

    const CompiledFlow& flow() const { return *file_.compiled; }
    std::string screen() const {
        return std::string(flow().text(flow()[runner_.menu_state().current()].id));
    }
    std::string focus() const {
        return runner_.focus() == no_control ? ""
                                             : std::string(flow().text(flow()[runner_.focus()].id));
    }
    std::string told() {
        std::string text;
        for (const Effect& effect : runner_.take_effects())
            if (effect.kind == EffectKind::told)
                text += std::string(flow().text(effect.word())) + " ";
        return text;
    }

    FlowFile file_;
    Runner runner_;
    SDL_Window* window_ = nullptr;
    std::optional<sdl2::Input> input_;
};

TEST_F(AdapterTest, KeysOfTheKeyboard) {
    tap(SDLK_DOWN); // in play it belongs to the game
    EXPECT_EQ(screen(), "helm");
    tap(SDLK_ESCAPE);
    EXPECT_EQ(screen(), "pause");
    tap(SDLK_DOWN);
    EXPECT_EQ(focus(), "b");
    told();
    tap(SDLK_RETURN);
    tap(SDLK_SPACE);
    EXPECT_EQ(told(), "b b ");
    key(SDLK_RETURN);
    key(SDLK_RETURN, true, true);
    key(SDLK_RETURN, false);
    EXPECT_EQ(told(), "b ");
    tap(SDLK_DOWN);
    tap(SDLK_RETURN);
    EXPECT_EQ(screen(), "deep");
    tap(SDLK_ESCAPE); // which answers no menu: back
    EXPECT_EQ(screen(), "pause");
    tap(SDLK_ESCAPE); // which does: resume
    EXPECT_EQ(screen(), "helm");
    tap(SDLK_TAB); // a key that the flow names
    EXPECT_EQ(screen(), "chart");
    EXPECT_EQ(input_->key_for(KeyId{0}), "tab");
    tap(SDLK_BACKSPACE);
    EXPECT_EQ(screen(), "helm");
    input_->bind(SDLK_m, KeyId{0});
    tap(SDLK_m);
    EXPECT_EQ(screen(), "chart");
}

/// A screen with a named key for each word of the grammar: each stands for its own key, and the
/// player can still accept, go back and reach the menu.
TEST_F(AdapterTest, KnowsEveryWordThatAFlowHasForAKey) {
    const auto words = [](const char* key) {
        return grammar::words_of(*grammar::find(grammar::Owner::named_key, key));
    };
    for (const char* which : {"key", "pad"}) {
        std::string text = "rondix: 1\nstart: t\nscreens:\n  t:\n    controls: [{ button: leave, "
                           "press: quit }]\n    keys:\n";
        for (std::size_t i = 0; i < words(which).size(); ++i)
            text +=
                fmt::format("      named{}: {{ do: quit, {}: {} }}\n", i, which, words(which)[i]);
        const FlowFile file = good_flow(text);
        Runner menus(*file.compiled);
        const sdl2::Input input(menus, window_);
        const bool by_pad = std::string_view(which) == "pad";
        const auto kind = by_pad ? DeviceKind::pad : DeviceKind::keyboard;
        for (std::size_t i = 0; i < words(which).size(); ++i) {
            const auto key = target_of(file.compiled->key(fmt::format("named{}", i)));
            EXPECT_EQ(menus.bindings().codes(kind, key).size(), 1u) << words(which)[i];
        }
        for (const Button button : {Button::accept, Button::back, Button::menu})
            EXPECT_FALSE(menus.bindings().codes(kind, target_of(button)).empty());
    }
}

TEST_F(AdapterTest, WhatTheFlowSaysStandsForAKey) {
    const FlowFile file = good_flow("rondix: 1\nstart: t\nscreens:\n  t:\n    keys: { bag: { do: "
                                    "tell bag, key: B, pad: y }, m: tell m }\n    controls: [{ "
                                    "button: leave, text: \"Bag {bag}\", press: quit }]\n");
    Runner menus(*file.compiled);
    sdl2::Input input(menus, window_);
    menus.start();
    menus.advance(Runner::settling_time);
    EXPECT_EQ(menus.accessible_info(ControlId{0}).name, "Bag B");
    const auto told_by = [&](SDL_Keycode code) {
        SDL_Event event{};
        event.type = SDL_KEYDOWN;
        event.key.keysym.sym = code;
        menus.take_effects();
        input.feed(event);
        std::string words;
        for (const Effect& effect : menus.take_effects())
            if (effect.kind == EffectKind::told) words += file.compiled->text(effect.word());
        return words;
    };
    EXPECT_EQ(told_by(SDLK_b), "bag");
    EXPECT_EQ(told_by(SDLK_m), "m");
    EXPECT_EQ(told_by(SDLK_n), "");
    const auto pad = menus.bindings().codes(DeviceKind::pad, target_of(file.compiled->key("bag")));
    ASSERT_EQ(pad.size(), 1u);
    EXPECT_EQ(pad[0], static_cast<Code>(SDL_CONTROLLER_BUTTON_Y));
}

TEST_F(AdapterTest, EscapeGoesUpAsWhatItWentDownAs) {
    key(SDLK_ESCAPE); // menu: opens pause, and is held
    EXPECT_EQ(screen(), "pause");
    key(SDLK_ESCAPE, false);
    tap(SDLK_ESCAPE);
    EXPECT_EQ(screen(), "helm");
}

TEST_F(AdapterTest, ThePointerIsTheMouse) {
    tap(SDLK_ESCAPE);
    mouse(SDL_MOUSEMOTION, pixel_of("b"));
    EXPECT_EQ(focus(), "b");
    told();
    mouse(SDL_MOUSEBUTTONDOWN, pixel_of("b"));
    EXPECT_EQ(told(), "");
    mouse(SDL_MOUSEBUTTONUP, pixel_of("b"));
    EXPECT_EQ(told(), "b ");
    mouse(SDL_MOUSEBUTTONDOWN, pixel_of("a"));
    mouse(SDL_MOUSEBUTTONUP, pixel_of("b"));
    EXPECT_EQ(told(), ""); // slid off
    input_->set_area({100, 50, 320, 180});
    const Point b = pixel_of("b");
    mouse(SDL_MOUSEBUTTONDOWN, {b.x + 100, b.y + 50});
    mouse(SDL_MOUSEBUTTONUP, {b.x + 100, b.y + 50});
    EXPECT_EQ(told(), "b ");
}

TEST_F(AdapterTest, APadComesAndGoes) {
    const int device = SDL_JoystickAttachVirtual(SDL_JOYSTICK_TYPE_GAMECONTROLLER, 6, 21, 0);
    ASSERT_GE(device, 0) << SDL_GetError();
    pump();
    SDL_Joystick* pad = SDL_JoystickOpen(device);
    const auto button = [&](int which) {
        for (const Uint8 down : {1, 0}) {
            SDL_JoystickSetVirtualButton(pad, which, down);
            SDL_JoystickUpdate();
            pump();
        }
    };
    const auto stick = [&](Sint16 value) {
        SDL_JoystickSetVirtualAxis(pad, SDL_CONTROLLER_AXIS_LEFTY, value);
        SDL_JoystickUpdate();
        for (SDL_Event event; SDL_PollEvent(&event);) input_->feed(event); // no time to repeat
    };
    button(SDL_CONTROLLER_BUTTON_START);
    EXPECT_EQ(screen(), "pause");
    button(SDL_CONTROLLER_BUTTON_DPAD_DOWN);
    EXPECT_EQ(focus(), "b");
    told();
    button(SDL_CONTROLLER_BUTTON_A);
    EXPECT_EQ(told(), "b ");
    stick(32000);
    EXPECT_EQ(focus(), "c");
    stick(12000); // still pushed: no flutter
    stick(32000);
    EXPECT_EQ(focus(), "c");
    stick(0);
    stick(-32000);
    EXPECT_EQ(focus(), "b");
    button(SDL_CONTROLLER_BUTTON_B);
    EXPECT_EQ(screen(), "helm");
    told();
    SDL_JoystickClose(pad);
    SDL_JoystickDetachVirtual(device);
    SDL_JoystickUpdate();
    pump();
    EXPECT_EQ(told(), "pad-lost ");
}

TEST_F(AdapterTest, PadsAreToldApart) {
    VirtualPad first, second;
    pump();
    const auto tap_pad = [&](VirtualPad& pad, int button) {
        for (const bool down : {true, false}) pad.set(button, down), pump();
    };
    tap_pad(first, SDL_CONTROLLER_BUTTON_START);
    EXPECT_EQ(runner_.device(), rondix::Device::pad(0));
    tap_pad(second, SDL_CONTROLLER_BUTTON_DPAD_DOWN);
    EXPECT_EQ(runner_.device(), rondix::Device::pad(1));
    EXPECT_EQ(focus(), "b");
    told();
    first.set(SDL_CONTROLLER_BUTTON_A, true); // held by one, the other may press
    pump();
    tap_pad(second, SDL_CONTROLLER_BUTTON_A);
    EXPECT_EQ(told(), "b b ");
    first.unplug();
    pump();
    EXPECT_EQ(told(), "pad-lost ");
    VirtualPad third; // which takes the number that is free, and holds nothing
    pump();
    tap_pad(third, SDL_CONTROLLER_BUTTON_A);
    EXPECT_EQ(runner_.device(), rondix::Device::pad(0));
    EXPECT_EQ(told(), "b ");
}

TEST_F(AdapterTest, TriggersAreButtons) {
    VirtualPad pad;
    pump();
    const auto pull = [&](Sint16 value) {
        pad.pull(SDL_CONTROLLER_AXIS_TRIGGERRIGHT, value);
        pump();
    };
    pull(5000); // hardly touched
    EXPECT_EQ(screen(), "helm");
    pull(30000);
    EXPECT_EQ(screen(), "chart");
    for (const bool down : {true, false}) pad.set(SDL_CONTROLLER_BUTTON_B, down), pump();
    EXPECT_EQ(screen(), "helm");
    pull(12000); // still pulled: no flutter
    pull(30000);
    EXPECT_EQ(screen(), "helm");
    pull(0);
    pull(30000);
    EXPECT_EQ(screen(), "chart");
    const CodeWords words = input_->code_words();
    Code code{};
    EXPECT_TRUE(words.code(words.context, DeviceKind::pad, "Right trigger", code));
    EXPECT_EQ(words.word(words.context, DeviceKind::pad, code), "Right trigger");
}

TEST_F(AdapterTest, SeveralPlayersHaveDevicesOfTheirOwn) {
    VirtualPad first, second;
    Runner other(runner_.flow());
    other.start();
    sdl2::Input others(other, window_);
    const auto pass = [&] {
        for (SDL_Event event; SDL_PollEvent(&event);) input_->feed(event), others.feed(event);
        for (Runner* menus : {&runner_, &other}) {
            for (const Effect& effect : menus->take_effects())
                if (effect.kind == EffectKind::load)
                    menus->finish(effect.load_ticket(), Answer::done);
            menus->advance(0.3);
        }
    };
    const auto tap_pad = [&](VirtualPad& pad, int button) {
        for (const bool down : {true, false}) pad.set(button, down), pass();
    };
    const auto screens = [&] {
        const auto name = [](const Runner& menus) {
            return std::string(menus.flow().text(menus.flow()[menus.menu_state().current()].id));
        };
        return name(runner_) + " " + name(other);
    };
    pass();
    ASSERT_EQ(screens(), "helm helm");
    input_->take_only({.keyboard = true, .mouse = true, .pads = {first.id()}});
    others.take_only({.pads = {second.id()}});
    tap_pad(first, SDL_CONTROLLER_BUTTON_START);
    EXPECT_EQ(screens(), "pause helm");
    tap_pad(second, SDL_CONTROLLER_BUTTON_START);
    EXPECT_EQ(screens(), "pause pause");
    SDL_Event escape{};
    escape.type = SDL_KEYDOWN;
    escape.key.keysym.sym = SDLK_ESCAPE;
    SDL_PushEvent(&escape);
    pass();
    EXPECT_EQ(screens(), "helm pause");
    // The pad that the second player's menus know by a number is theirs.
    EXPECT_EQ(others.pad_of(other.device()), second.id());
    EXPECT_EQ(others.pad_of(Device::keyboard), -1);
    // A pad that changes hands while its button is down presses nothing, and repeats nothing.
    second.set(SDL_CONTROLLER_BUTTON_DPAD_DOWN, true);
    pass();
    const ControlId focus = other.focus();
    others.take_only({});
    for (int i = 0; i < 5; ++i) pass();
    EXPECT_EQ(other.focus(), focus);
    input_->take_only({.pads = {first.id(), second.id()}});
    tap_pad(second, SDL_CONTROLLER_BUTTON_START);
    EXPECT_EQ(screens(), "pause pause");
    // Who lost a pad is told, and nobody else.
    second.unplug();
    pass();
    EXPECT_EQ(runner_.menu_state().current(), runner_.flow().screen("pause"));
}

TEST_F(AdapterTest, FingersAreToldApart) {
    tap(SDLK_ESCAPE);
    const auto touch = [&](Uint32 type, SDL_FingerID id, const char* control) {
        const Point at = pixel_of(control);
        SDL_Event event{};
        event.type = type;
        event.tfinger.touchId = 7;
        event.tfinger.fingerId = id;
        event.tfinger.x = at.x / 640;
        event.tfinger.y = at.y / 360;
        SDL_PushEvent(&event);
        pump();
    };
    told();
    touch(SDL_FINGERDOWN, 500, "a");
    touch(SDL_FINGERDOWN, 900, "b");
    EXPECT_EQ(runner_.device(), Device::finger(1));
    EXPECT_FALSE(runner_.pointer_shown());
    touch(SDL_FINGERUP, 900, "b");
    touch(SDL_FINGERMOTION, 500, "a");
    touch(SDL_FINGERUP, 500, "a");
    EXPECT_EQ(told(), "b a ");
    touch(SDL_FINGERMOTION, 500, "a"); // which is up
    touch(SDL_FINGERDOWN, 501, "a");
    EXPECT_EQ(runner_.device(), Device::finger(0));
    SDL_Event made_up{}; // by SDL, from the finger: it would press a second time
    made_up.type = SDL_MOUSEBUTTONUP;
    made_up.button.which = SDL_TOUCH_MOUSEID;
    made_up.button.button = SDL_BUTTON_LEFT;
    SDL_PushEvent(&made_up);
    pump();
    EXPECT_EQ(told(), "");
}

TEST_F(AdapterTest, KeysHaveNamesAndCanBeKept) {
    const auto name = [&](DeviceKind kind, Target target) {
        const CodeWords words = input_->code_words();
        return std::string(
            words.word(words.context, kind, runner_.bindings().codes(kind, target)[0]));
    };
    const CodeWords words = input_->code_words();
    const Bindings& bindings = runner_.bindings();
    for (const DeviceKind kind : {DeviceKind::keyboard, DeviceKind::pad})
        for (std::size_t i = 0; i < bindings.targets(); ++i)
            for (const Code code : bindings.codes(kind, Target(i))) {
                Code back{};
                EXPECT_TRUE(
                    words.code(words.context, kind, words.word(words.context, kind, code), back));
                EXPECT_EQ(back, code);
            }
    Code code{};
    EXPECT_FALSE(words.code(words.context, DeviceKind::keyboard, "Nokey", code));
    EXPECT_EQ(name(DeviceKind::keyboard, target_of(Button::accept)), "Return");
    EXPECT_EQ(name(DeviceKind::pad, target_of(Button::accept)), "A");
    ASSERT_TRUE(
        runner_.rebind(DeviceKind::keyboard, static_cast<Code>(SDLK_j), target_of(Button::accept)));
    tap(SDLK_ESCAPE);
    told();
    tap(SDLK_RETURN);
    EXPECT_EQ(told(), "");
    tap(SDLK_j);
    EXPECT_EQ(told(), "a ");
    tap(SDLK_SPACE); // its second key stays
    EXPECT_EQ(told(), "a ");
}

TEST_F(AdapterTest, AWindowThatIsLeftIsTold) {
    SDL_Event event{};
    event.type = SDL_WINDOWEVENT;
    event.window.event = SDL_WINDOWEVENT_FOCUS_LOST;
    SDL_PushEvent(&event);
    pump();
    EXPECT_EQ(screen(), "pause");
}

TEST_F(AdapterTest, SoundsWithoutFilesAreSilent) {
    const FlowFile file =
        good_flow("rondix: 1\nstart: t\nstyles: { button: { focused: { cue: "
                  "knock } } }\nscreens: { t: { controls: [{ button: b, press: quit "
                  "}] } }\n");
    sdl2::Sounds sounds(*file.compiled, "");
    EXPECT_TRUE(sounds.obey(Effect(EffectKind::cue, 0)));
    EXPECT_TRUE(sounds.obey(Effect(EffectKind::cue, 99)));
    EXPECT_FALSE(sounds.obey(Effect(EffectKind::load, 0)));
}

TEST_F(AdapterTest, WordsForTheWindow) {
    const FlowFile file =
        good_flow("rondix: 1\nstart: t\nscreens: { t: { controls: [{ button: a, press: tell "
                  "window-800x450 }, { "
                  "button: b, press: tell horn }, { button: c, press: quit }] } }\n");
    const CompiledFlow& words = *file.compiled;
    sdl2::Display display(words, window_);
    const auto told = [&](std::string_view word) {
        for (std::uint32_t i = 0; i < words.words.size(); ++i)
            if (words.text(words.words[i]) == word)
                return display.obey(Effect(EffectKind::told, i));
        return false;
    };
    EXPECT_TRUE(told("window-800x450"));
    int width = 0;
    int height = 0;
    SDL_GetWindowSize(window_, &width, &height);
    EXPECT_EQ(width, 800);
    EXPECT_EQ(height, 450);
    EXPECT_FALSE(told("horn"));
    EXPECT_FALSE(display.obey(Effect(EffectKind::quit, 0)));
    display.set_full_screen(true);
    EXPECT_TRUE(display.full_screen());
    display.set_size(640, 360);
    EXPECT_FALSE(display.full_screen());
}

TEST_F(AdapterTest, SettingsForTheWindow) {
    const FlowFile file = demo_flow();
    const CompiledFlow& demo = *file.compiled;
    sdl2::Display display(demo, window_);
    const auto set = [&](const char* setting, std::uint16_t value) {
        const auto about = static_cast<std::uint32_t>(demo.setting(setting));
        return display.obey(Effect(EffectKind::setting, about, 0, value));
    };
    EXPECT_TRUE(set("window", 0));
    int width = 0;
    int height = 0;
    SDL_GetWindowSize(window_, &width, &height);
    EXPECT_EQ(width, 960);
    EXPECT_EQ(height, 540);
    EXPECT_TRUE(set("full-screen", 1));
    EXPECT_TRUE(display.full_screen());
    EXPECT_TRUE(set("full-screen", 0));
    EXPECT_FALSE(display.full_screen());
    EXPECT_FALSE(set("music", 3));
}

/// The demo from the title to the way out, with a pad alone.
TEST_F(AdapterTest, AVoyageByPad) {
    const FlowFile file = demo_flow();
    const CompiledFlow& demo = *file.compiled;
    Runner menus(demo);
    const ControlId charts = demo.control(demo.screen("voyages"), "charts");
    menus.set_rows(charts, {1, nullptr, [](void*, std::uint32_t) { return ListRow{"Home"}; }});
    menus.start();
    sdl2::Input input(menus, window_);
    const int device = SDL_JoystickAttachVirtual(SDL_JOYSTICK_TYPE_GAMECONTROLLER, 6, 21, 0);
    ASSERT_GE(device, 0) << SDL_GetError();
    SDL_Joystick* pad = SDL_JoystickOpen(device);
    bool quits = false;
    const auto pass = [&] { // the game's part: every load succeeds
        for (SDL_Event event; SDL_PollEvent(&event);) input.feed(event);
        for (const Effect& effect : menus.take_effects()) {
            if (effect.kind == EffectKind::load) menus.finish(effect.load_ticket(), Answer::done);
            quits = quits || effect.kind == EffectKind::quit;
        }
        menus.advance(0.3);
    };
    const auto tap = [&](int which) {
        for (const Uint8 down : {1, 0}) {
            SDL_JoystickSetVirtualButton(pad, which, down);
            SDL_JoystickUpdate();
            pass();
        }
    };
    const auto at = [&] { return demo.text(demo[menus.menu_state().current()].id); };
    pass();
    EXPECT_EQ(at(), "title");
    tap(SDL_CONTROLLER_BUTTON_A); // cast off
    tap(SDL_CONTROLLER_BUTTON_A); // round the harbour
    EXPECT_EQ(at(), "bridge");
    tap(SDL_CONTROLLER_BUTTON_START);
    EXPECT_EQ(at(), "pause");
    for (int i = 0; i < 3; ++i) tap(SDL_CONTROLLER_BUTTON_DPAD_DOWN);
    tap(SDL_CONTROLLER_BUTTON_A);
    EXPECT_EQ(at(), "options");
    tap(SDL_CONTROLLER_BUTTON_RIGHTSHOULDER); // the second page
    EXPECT_EQ(menus.menu_state().pages_at(2), 1);
    tap(SDL_CONTROLLER_BUTTON_B);
    tap(SDL_CONTROLLER_BUTTON_START); // resume
    menus.post(demo.event("run-aground"));
    menus.advance(1.3);
    EXPECT_EQ(at(), "aground");
    menus.advance(0.2);
    tap(SDL_CONTROLLER_BUTTON_A); // start again
    EXPECT_EQ(at(), "bridge");
    tap(SDL_CONTROLLER_BUTTON_START);
    tap(SDL_CONTROLLER_BUTTON_DPAD_UP); // round to the last: quit to pier
    tap(SDL_CONTROLLER_BUTTON_A);
    EXPECT_EQ(at(), "title");
    tap(SDL_CONTROLLER_BUTTON_B); // back, on the title: ashore
    EXPECT_EQ(at(), "ashore");
    tap(SDL_CONTROLLER_BUTTON_DPAD_DOWN);
    tap(SDL_CONTROLLER_BUTTON_A);
    EXPECT_TRUE(quits);
    SDL_JoystickClose(pad);
    SDL_JoystickDetachVirtual(device);
}

TEST_F(AdapterTest, WaitsWhileNothingMoves) {
    tap(SDLK_ESCAPE);
    runner_.advance(5);
    runner_.view();
    input_->seconds();
    const Uint64 before = SDL_GetTicks64();
    pump();
    input_->wait(0.15);
    EXPECT_GE(SDL_GetTicks64() - before, 120u);
    EXPECT_GT(input_->seconds(), 0.1);
    EXPECT_LT(input_->seconds(), 0.1);
}

} // namespace
} // namespace rondix::test
