// Several players at one screen, each with a Runner and an Input of his own. What stands here
// follows from the rules: menus follow their own devices and the game alone, so side by side they
// go exactly as each would go by itself.
#include "support.hpp"
#include "virtual_pad.hpp"

#include "rondix/runtime/runner.hpp"
#include "rondix/sdl2.hpp"
#include "rondix/tools/state_text.hpp"

#include <array>
#include <memory>
#include <random>

namespace rondix::test {
namespace {

FlowFile tugs() {
    return load_flow((root() / "examples/two-tugs/two-tugs.flow.yaml").string());
}

/// A player's menus, and what the game did for them.
class Player {
  public:
    Player(const CompiledFlow& flow, SDL_Window* window)
        : menus_(flow)
        , input_(menus_, window) {
        input_.take_only({});
        menus_.start();
    }
    void take_only(const sdl2::OwnDevices& devices) { input_.take_only(devices); }
    bool takes(const SDL_Event& event) const { return input_.takes(event); }
    void feed(const SDL_Event& event) { input_.feed(event); }
    void set_area(const SDL_Rect& area) { input_.set_area(area); }
    void advance(double seconds) {
        menus_.advance(seconds);
        for (const Effect& effect : menus_.take_effects()) {
            ++effects_;
            if (effect.kind == EffectKind::load) menus_.finish(effect.load_ticket(), Answer::done);
        }
    }
    Runner& menus() { return menus_; }
    /// All that a player sees and the game hears, as text.
    std::string state() {
        const CompiledFlow& flow = menus_.flow();
        std::string text = stack_text(flow, menus_.menu_state()) + " " + std::to_string(effects_) +
                           " " + std::to_string(menus_.moves_made()) + " ";
        if (menus_.focus() != no_control) text += flow.text(flow[menus_.focus()].id);
        for (std::uint16_t i = 0; i < flow.settings.size(); ++i)
            text += " " + std::to_string(menus_.value_of(SettingId{i}));
        return text;
    }

  private:
    Runner menus_;
    sdl2::Input input_;
    std::size_t effects_ = 0;
};

class Players : public ::testing::Test {
  protected:
    Players()
        : file_(tugs()) {
        SDL_SetHint(SDL_HINT_VIDEODRIVER, "dummy");
        SDL_SetHint(SDL_HINT_JOYSTICK_ALLOW_BACKGROUND_EVENTS, "1");
        EXPECT_EQ(SDL_Init(SDL_INIT_VIDEO | SDL_INIT_GAMECONTROLLER), 0) << SDL_GetError();
        window_ = SDL_CreateWindow("t", 0, 0, 1280, 720, 0);
    }
    ~Players() override {
        SDL_DestroyWindow(window_);
        SDL_Quit();
    }
    const CompiledFlow& flow() const { return *file_.compiled; }
    unsigned number(unsigned below) {
        return std::uniform_int_distribution(0U, below - 1)(random_);
    }

    SDL_Event key_event(SDL_Keycode key, bool down) const {
        SDL_Event event{};
        event.type = down ? SDL_KEYDOWN : SDL_KEYUP;
        event.key.keysym.sym = key;
        return event;
    }

    /// Something on some device: keys and pads that may be anybody's.
    void do_something(std::array<VirtualPad, 2>& pads) {
        constexpr std::array keys = {SDLK_UP,     SDLK_DOWN,   SDLK_LEFT,      SDLK_RIGHT,
                                     SDLK_RETURN, SDLK_ESCAPE, SDLK_BACKSPACE, SDLK_x};
        constexpr std::array buttons = {
            SDL_CONTROLLER_BUTTON_A,         SDL_CONTROLLER_BUTTON_B,
            SDL_CONTROLLER_BUTTON_START,     SDL_CONTROLLER_BUTTON_DPAD_UP,
            SDL_CONTROLLER_BUTTON_DPAD_DOWN, SDL_CONTROLLER_BUTTON_DPAD_RIGHT};
        const bool down = number(2) == 0;
        switch (number(4)) {
        case 0: {
            SDL_Event event = key_event(keys.at(number(keys.size())), down);
            SDL_PushEvent(&event);
            break;
        }
        case 1:
            pads.at(number(2)).pull(
                SDL_CONTROLLER_AXIS_LEFTY,
                static_cast<Sint16>(static_cast<int>(number(3)) * 30000 - 30000));
            break;
        default: pads.at(number(2)).set(buttons.at(number(buttons.size())), down);
        }
    }

    FlowFile file_;
    SDL_Window* window_ = nullptr;
    std::mt19937 random_{11};
};

TEST_F(Players, GoSideBySideAsEachWouldAlone) {
    std::array<VirtualPad, 2> pads;
    const auto player = [&] { return std::make_unique<Player>(flow(), window_); };
    const std::array together = {player(), player()};
    const std::array alone = {player(), player()};
    std::size_t joined = 0, sailing = 0, paused = 0, fed = 0;
    const std::size_t frames = how_many(20'000);
    for (std::size_t frame = 0; frame < frames; ++frame) {
        for (unsigned i = number(3); i > 0; --i) do_something(pads);
        if (number(40) == 0) { // somebody sits down, gets another pad, or gets up
            const unsigned who = number(2);
            sdl2::OwnDevices devices;
            if (number(4) > 0) devices.pads = {pads.at(who).id()};
            devices.keyboard = who == 0 && number(3) == 0;
            together.at(who)->take_only(devices), alone.at(who)->take_only(devices);
        }
        for (SDL_Event event; SDL_PollEvent(&event);)
            for (std::size_t i = 0; i < 2; ++i) {
                together.at(i)->feed(event);
                if (!alone.at(i)->takes(event)) continue; // nobody else is there
                alone.at(i)->feed(event);
                ++fed;
            }
        if (number(200) == 0) { // what the game says to one of them
            const unsigned who = number(2);
            const EventId event{static_cast<std::uint16_t>(number(3))};
            together.at(who)->menus().post(event), alone.at(who)->menus().post(event);
        }
        const double seconds = number(10) == 0 ? 0.2 : 1.0 / 60;
        for (std::size_t i = 0; i < 2; ++i) {
            together.at(i)->advance(seconds), alone.at(i)->advance(seconds);
            ASSERT_EQ(together.at(i)->state(), alone.at(i)->state()) << "frame " << frame;
            const MenuState& now = together.at(i)->menus().menu_state();
            joined += now.is_open(flow().screen("tug")) ? 1 : 0;
            sailing += runs(flow(), now) ? 1 : 0;
            paused += now.is_open(flow().screen("pause")) ? 1 : 0;
        }
    }
    // They were everywhere: else nothing was compared.
    EXPECT_GT(fed, frames / 4);
    EXPECT_GT(joined, frames / 100);
    EXPECT_GT(sailing, frames / 100);
    EXPECT_GT(paused, frames / 1000);
}

TEST_F(Players, SeeTheirMenusInTheirPartOfTheWindow) {
    Player left(flow(), window_), right(flow(), window_);
    left.set_area({0, 0, 640, 720});
    right.set_area({640, 0, 640, 720});
    for (Player* player : {&left, &right}) {
        player->take_only({.keyboard = true, .mouse = true});
        player->advance(0.5), player->advance(0.5); // loaded, and settled
        player->feed(key_event(SDLK_x, true));
        player->advance(0.5);
        ASSERT_EQ(stack_text(flow(), player->menus().menu_state()), "join > tug");
    }
    // A click on a button of the right one, as the window counts.
    const ControlId ready = flow().control(flow().screen("tug"), "ready");
    const Point at = right.menus().canvas().to_pixel(right.menus().bounds_of(ready).middle());
    for (const Uint32 type : {SDL_MOUSEBUTTONDOWN, SDL_MOUSEBUTTONUP}) {
        SDL_Event event{};
        event.type = type;
        event.button.button = SDL_BUTTON_LEFT;
        event.button.x = 640 + static_cast<int>(at.x);
        event.button.y = static_cast<int>(at.y);
        left.feed(event), right.feed(event);
    }
    EXPECT_EQ(stack_text(flow(), left.menus().menu_state()), "join > tug");
    EXPECT_EQ(stack_text(flow(), right.menus().menu_state()), "join > tug > ready");
}

} // namespace
} // namespace rondix::test
