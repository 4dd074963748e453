// The example for two players, played by pads that SDL makes up: joining, leaving, a pause for
// both, pads that are lost, and a long time of anything. Without a display.
#include "support.hpp"
#include "virtual_pad.hpp"

#include "game.hpp"
#include "two-tugs.packed.hpp"

#include "rondix/runtime/packed_flow.hpp"

#include <cairo.h>

#include <array>
#include <cstring>
#include <memory>
#include <optional>
#include <random>

namespace rondix::test {
namespace {

constexpr float frame = 1.0F / 60;

class TwoTugs : public ::testing::Test {
  protected:
    TwoTugs() {
        SDL_SetHint(SDL_HINT_VIDEODRIVER, "dummy");
        SDL_SetHint(SDL_HINT_JOYSTICK_ALLOW_BACKGROUND_EVENTS, "1");
        EXPECT_EQ(SDL_Init(SDL_INIT_VIDEO | SDL_INIT_GAMECONTROLLER), 0) << SDL_GetError();
        window_ = SDL_CreateWindow("t", 0, 0, 1280, 720, 0);
        EXPECT_TRUE(open_packed(std::as_bytes(std::span(packed_flow)), flow_));
        game_.emplace(flow_, window_);
        pass(1);
    }
    ~TwoTugs() override {
        game_.reset();
        SDL_DestroyWindow(window_);
        SDL_Quit();
    }

    void pass(float seconds) {
        for (float passed = 0; passed < seconds; passed += frame) {
            for (SDL_Event event; SDL_PollEvent(&event);) game_->feed(event);
            game_->advance(frame);
        }
    }
    void tap(VirtualPad& pad, int button) {
        for (const bool down : {true, false}) pad.set(button, down), pass(0.25F);
    }
    std::string at(std::size_t seat) {
        return stack_text(flow_, game_->seat(seat).menus().menu_state());
    }
    std::string both() { return at(0) + " | " + at(1); }

    /// Both at the helm, each with his pad.
    void go_out(VirtualPad& first, VirtualPad& second) {
        for (VirtualPad* pad : {&first, &second}) tap(*pad, SDL_CONTROLLER_BUTTON_START);
        ASSERT_EQ(both(), "join > tug | join > tug");
        tap(first, SDL_CONTROLLER_BUTTON_DPAD_DOWN);
        tap(first, SDL_CONTROLLER_BUTTON_A);
        ASSERT_EQ(both(), "join > tug > ready | join > tug"); // he waits for the other one
        tap(second, SDL_CONTROLLER_BUTTON_DPAD_DOWN);
        tap(second, SDL_CONTROLLER_BUTTON_A);
        pass(1);
        ASSERT_EQ(both(), "helm | helm");
    }

    CompiledFlow flow_;
    SDL_Window* window_ = nullptr;
    std::optional<two_tugs::Game> game_;
};

TEST_F(TwoTugs, JoinAndCastOffTogether) {
    VirtualPad first, second;
    pass(0.1F);
    ASSERT_NO_FATAL_FAILURE(go_out(first, second));
    first.pull(SDL_CONTROLLER_AXIS_LEFTY, -32768); // full ahead
    pass(8);
    EXPECT_EQ(both(), "helm > arrival | helm");
}

TEST_F(TwoTugs, OneMayGoOutAlone) {
    VirtualPad pad;
    pass(0.1F);
    tap(pad, SDL_CONTROLLER_BUTTON_X);
    tap(pad, SDL_CONTROLLER_BUTTON_DPAD_DOWN);
    tap(pad, SDL_CONTROLLER_BUTTON_A);
    pass(1);
    EXPECT_EQ(both(), "helm | join");
}

TEST_F(TwoTugs, WhenOneStopsBothStop) {
    VirtualPad first, second;
    pass(0.1F);
    ASSERT_NO_FATAL_FAILURE(go_out(first, second));
    tap(second, SDL_CONTROLLER_BUTTON_START);
    EXPECT_EQ(both(), "helm > stopped | helm > pause");
    tap(first, SDL_CONTROLLER_BUTTON_B); // there is no way on for him,
    EXPECT_EQ(both(), "helm > stopped | helm > pause");
    tap(second, SDL_CONTROLLER_BUTTON_START);
    EXPECT_EQ(both(), "helm | helm"); // until the other one goes on
    // Both at once: whoever goes on first waits for the other one.
    first.set(SDL_CONTROLLER_BUTTON_START, true), second.set(SDL_CONTROLLER_BUTTON_START, true);
    pass(0.3F);
    first.set(SDL_CONTROLLER_BUTTON_START, false), second.set(SDL_CONTROLLER_BUTTON_START, false);
    pass(0.3F);
    EXPECT_EQ(both(), "helm > pause | helm > pause");
    tap(first, SDL_CONTROLLER_BUTTON_START);
    EXPECT_EQ(both(), "helm > stopped | helm > pause");
    tap(second, SDL_CONTROLLER_BUTTON_START);
    EXPECT_EQ(both(), "helm | helm");
}

TEST_F(TwoTugs, ALostPadIsReplaced) {
    VirtualPad first;
    auto second = std::make_unique<VirtualPad>();
    pass(0.1F);
    ASSERT_NO_FATAL_FAILURE(go_out(first, *second));
    second.reset();
    pass(0.5F);
    EXPECT_EQ(both(), "helm > stopped | helm > lost-pad");
    VirtualPad third;
    pass(0.1F);
    tap(third, SDL_CONTROLLER_BUTTON_DPAD_UP);
    EXPECT_EQ(both(), "helm | helm");
    tap(third, SDL_CONTROLLER_BUTTON_START);
    EXPECT_EQ(at(1), "helm > pause");
}

TEST_F(TwoTugs, ALeftSeatIsFreeAgain) {
    VirtualPad first, second;
    pass(0.1F);
    tap(first, SDL_CONTROLLER_BUTTON_A);
    tap(first, SDL_CONTROLLER_BUTTON_B);
    EXPECT_EQ(both(), "join | join");
    tap(second, SDL_CONTROLLER_BUTTON_A);
    EXPECT_EQ(both(), "join > tug | join");
    tap(first, SDL_CONTROLLER_BUTTON_A); // the first seat is not his any more
    EXPECT_EQ(both(), "join > tug | join > tug");
}

/// Anything at all, for a long time: the promises hold in every frame.
TEST_F(TwoTugs, Soak) {
    std::mt19937 random(5);
    const auto number = [&](unsigned below) {
        return std::uniform_int_distribution(0U, below - 1)(random);
    };
    std::array<std::unique_ptr<VirtualPad>, 3> pads;
    constexpr std::array buttons = {SDL_CONTROLLER_BUTTON_A,         SDL_CONTROLLER_BUTTON_A,
                                    SDL_CONTROLLER_BUTTON_START,     SDL_CONTROLLER_BUTTON_DPAD_UP,
                                    SDL_CONTROLLER_BUTTON_DPAD_DOWN, SDL_CONTROLLER_BUTTON_B};
    std::size_t out = 0, stopped = 0, lost = 0, changes = 0;
    std::string before;
    const std::size_t frames = how_many(40'000);
    for (std::size_t i = 0; i < frames; ++i) {
        auto& pad = pads.at(number(3));
        if (!pad || number(2000) == 0)
            pad = pad ? nullptr : std::make_unique<VirtualPad>();
        else if (number(4) == 0)
            pad->set(buttons.at(number(buttons.size())), number(2) == 0);
        else if (number(20) == 0)
            pad->pull(SDL_CONTROLLER_AXIS_LEFTY,
                      static_cast<Sint16>(static_cast<int>(number(3)) * 32767 - 32767));
        for (SDL_Event event; SDL_PollEvent(&event);) game_->feed(event);
        const std::array tugs = {game_->seat(0).tug().y(), game_->seat(1).tug().y()};
        std::array<bool, 2> runs{};
        for (std::size_t s = 0; s < 2; ++s)
            runs.at(s) = rondix::runs(flow_, game_->seat(s).menus().menu_state());
        game_->advance(frame);
        for (std::size_t s = 0; s < 2; ++s) {
            two_tugs::Seat& seat = game_->seat(s);
            const two_tugs::Seat& other = game_->seat(1 - s);
            const MenuState& now = seat.menus().menu_state();
            // Nobody sails while the other one has stopped.
            if (other.stops()) {
                EXPECT_FALSE(rondix::runs(flow_, now)) << both();
            }
            // A tug moves only under a captain whose menus let her.
            if (seat.is_out() && !runs.at(s) && !rondix::runs(flow_, now)) {
                const float y = seat.tug().y();
                EXPECT_TRUE(y == tugs.at(s) || y == two_tugs::Tug().y()) << both(); // or anew
            }
            out += rondix::runs(flow_, now) ? 1 : 0;
            stopped += now.is_open(flow_.screen("stopped")) ? 1 : 0;
            lost += seat.misses_pad() ? 1 : 0;
        }
        if (const std::string now = both(); now != before) ++changes, before = now;
        ASSERT_FALSE(HasFailure()) << "frame " << i;
    }
    EXPECT_GT(changes, frames / 200); // it was played
    EXPECT_GT(out, frames / 100);
    EXPECT_GT(stopped, frames / 1000);
    EXPECT_GT(lost, frames / 1000);
}

/// For the page that shows it: RONDIX_SHOT says where to.
TEST_F(TwoTugs, AreDrawnSideBySide) {
    VirtualPad first, second;
    pass(0.1F);
    ASSERT_NO_FATAL_FAILURE(go_out(first, second));
    first.pull(SDL_CONTROLLER_AXIS_LEFTY, -32768);
    first.pull(SDL_CONTROLLER_AXIS_LEFTX, 20000);
    pass(1.2F);
    tap(second, SDL_CONTROLLER_BUTTON_START);
    game_->draw();
    SDL_Surface* screen = SDL_GetWindowSurface(window_);
    // The halves differ where the menus do, and are alike where both show the quay, dimmed.
    const auto differing = [&](int from, int below) {
        std::size_t count = 0;
        for (int y = from; y < below; ++y)
            for (int x = 4; x < 636; ++x) {
                const auto* line = static_cast<const Uint8*>(screen->pixels) +
                                   static_cast<std::ptrdiff_t>(y) * screen->pitch;
                const auto pixel = [&](int at) {
                    Uint32 word = 0;
                    std::memcpy(&word, line + static_cast<std::ptrdiff_t>(at) * 4, 4);
                    return word;
                };
                if (pixel(x) != pixel(640 + x)) ++count;
            }
        return count;
    };
    EXPECT_GT(differing(200, 500), 1000u); // "The other captain pauses", "Paused"
    EXPECT_EQ(differing(2, 20), 0u);
    const char* path = std::getenv("RONDIX_SHOT");
    if (!path) return;
    cairo_surface_t* shot = cairo_image_surface_create_for_data(
        static_cast<unsigned char*>(screen->pixels), CAIRO_FORMAT_RGB24, screen->w, screen->h,
        screen->pitch);
    EXPECT_EQ(cairo_surface_write_to_png(shot, path), CAIRO_STATUS_SUCCESS);
    cairo_surface_destroy(shot);
}

} // namespace
} // namespace rondix::test
