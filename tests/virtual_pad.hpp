// VirtualPad: a pad that SDL makes up, for tests of what comes from pads.
#pragma once

#include <SDL.h>

namespace rondix::test {

/// A pad of its own, without a display or a plug.
class VirtualPad {
  public:
    VirtualPad()
        : device_(SDL_JoystickAttachVirtual(SDL_JOYSTICK_TYPE_GAMECONTROLLER, 6, 21, 0))
        , stick_(SDL_JoystickOpen(device_)) {}
    ~VirtualPad() { unplug(); }
    void set(int button, bool down) {
        SDL_JoystickSetVirtualButton(stick_, button, down ? 1 : 0);
        SDL_JoystickUpdate();
    }
    /// A stick from -32768 on; a trigger from 0 on.
    void pull(int axis, Sint16 value) {
        const bool trigger =
            axis == SDL_CONTROLLER_AXIS_TRIGGERLEFT || axis == SDL_CONTROLLER_AXIS_TRIGGERRIGHT;
        const int raw = trigger ? value * 2 - 32768 : value;
        SDL_JoystickSetVirtualAxis(stick_, axis, static_cast<Sint16>(raw));
        SDL_JoystickUpdate();
    }
    SDL_JoystickID id() const { return SDL_JoystickInstanceID(stick_); }
    void unplug() {
        if (!stick_) return;
        const SDL_JoystickID id = SDL_JoystickInstanceID(stick_);
        SDL_JoystickClose(stick_);
        stick_ = nullptr;
        for (int i = 0; i < SDL_NumJoysticks(); ++i)
            if (SDL_JoystickGetDeviceInstanceID(i) == id) SDL_JoystickDetachVirtual(i);
        SDL_JoystickUpdate();
    }

  private:
    int device_;
    SDL_Joystick* stick_;
};

} // namespace rondix::test
