// RandomHand: somebody who presses anything, for trying the game for a long time.
#pragma once

#include <SDL.h>

#include <cstdint>
#include <random>
#include <utility>

namespace tidewick {

class RandomHand {
  public:
    explicit RandomHand(std::uint32_t seed)
        : random_(seed) {}

    /// A few events of keyboard, mouse and fingers, as SDL would bring them.
    void act(SDL_Window* window) {
        int width = 1, height = 1;
        SDL_GetWindowSize(window, &width, &height);
        for (auto left = random_() % 3; left > 0; --left) {
            SDL_Event event{};
            switch (random_() % 8) {
            case 0: move(event, width, height); break;
            case 1: click(event, width, height); break;
            case 2: touch(event); break;
            case 3:
                event.type = SDL_MOUSEWHEEL;
                event.wheel.y = random_() % 2 == 0 ? 1 : -1;
                break;
            default: key(event);
            }
            SDL_PushEvent(&event);
        }
    }

  private:
    /// A key that is down comes up again.
    void key(SDL_Event& event) {
        constexpr SDL_Keycode keys[] = {SDLK_RETURN, SDLK_RETURN, SDLK_RETURN, SDLK_DOWN,
                                        SDLK_UP,     SDLK_LEFT,   SDLK_RIGHT,  SDLK_TAB,
                                        SDLK_SPACE,  SDLK_ESCAPE, SDLK_F2,     SDLK_BACKSPACE};
        if (down_ == 0) {
            event.type = SDL_KEYDOWN;
            down_ = keys[random_() % std::size(keys)];
            event.key.keysym.sym = down_;
            return;
        }
        event.type = SDL_KEYUP;
        event.key.keysym.sym = std::exchange(down_, 0);
    }
    void move(SDL_Event& event, int width, int height) {
        event.type = SDL_MOUSEMOTION;
        event.motion.x = static_cast<int>(random_() % static_cast<unsigned>(width));
        event.motion.y = static_cast<int>(random_() % static_cast<unsigned>(height));
    }
    void click(SDL_Event& event, int width, int height) {
        event.type = random_() % 2 == 0 ? SDL_MOUSEBUTTONDOWN : SDL_MOUSEBUTTONUP;
        event.button.button = SDL_BUTTON_LEFT;
        event.button.x = static_cast<int>(random_() % static_cast<unsigned>(width));
        event.button.y = static_cast<int>(random_() % static_cast<unsigned>(height));
    }
    void touch(SDL_Event& event) {
        constexpr std::uint32_t types[] = {SDL_FINGERDOWN, SDL_FINGERMOTION, SDL_FINGERUP};
        event.type = types[random_() % 3];
        event.tfinger.fingerId = static_cast<SDL_FingerID>(random_() % 2);
        event.tfinger.x = static_cast<float>(random_() % 1000) / 1000;
        event.tfinger.y = static_cast<float>(random_() % 1000) / 1000;
    }

    std::mt19937 random_;
    SDL_Keycode down_ = 0;
};

} // namespace tidewick
