// Helm: the captain's hands in play, from whatever the menus leave to the game: arrow keys, the
// stick of a pad, a finger that points the way.
#pragma once

#include "voyage.hpp"

#include <SDL.h>

#include <algorithm>
#include <array>
#include <cmath>

namespace tidewick {

class Helm {
  public:
    /// Every event, for a key that came down in play may come up over a menu.
    void note(const SDL_Event& event) {
        if (event.type == SDL_KEYDOWN || event.type == SDL_KEYUP) note_key(event.key);
        if (event.type == SDL_CONTROLLERAXISMOTION) note_axis(event.caxis);
        if (event.type == SDL_FINGERUP) points_ = false;
        if (event.type == SDL_FINGERDOWN || event.type == SDL_FINGERMOTION) {
            points_ = true;
            finger_ = {event.tfinger.x, event.tfinger.y};
        }
    }

    Wheel wheel(const Voyage& voyage) const {
        Wheel wheel{held_[right] - held_[left] + stick_x_, held_[up] - held_[down] - stick_y_};
        if (points_) { // towards the finger, as seen from the middle of the window
            const double way = std::atan2(finger_.y - 0.5, finger_.x - 0.5) - voyage.heading();
            wheel = {std::sin(way) * 2, 1};
        }
        return {std::clamp(wheel.rudder, -1.0, 1.0), std::clamp(wheel.engine, -1.0, 1.0)};
    }

  private:
    enum Direction : std::uint8_t { left, right, up, down };

    void note_key(const SDL_KeyboardEvent& key) {
        constexpr std::array keys = {SDLK_LEFT, SDLK_RIGHT, SDLK_UP, SDLK_DOWN};
        for (std::size_t i = 0; i < keys.size(); ++i)
            if (key.keysym.sym == keys[i]) held_[i] = key.type == SDL_KEYDOWN ? 1 : 0;
    }
    void note_axis(const SDL_ControllerAxisEvent& axis) {
        const double value = std::abs(axis.value) < 8000 ? 0 : axis.value / 32767.0;
        if (axis.axis == SDL_CONTROLLER_AXIS_LEFTX) stick_x_ = value;
        if (axis.axis == SDL_CONTROLLER_AXIS_LEFTY) stick_y_ = value;
    }

    std::array<double, 4> held_{};
    double stick_x_ = 0, stick_y_ = 0;
    bool points_ = false;
    Spot finger_;
};

} // namespace tidewick
