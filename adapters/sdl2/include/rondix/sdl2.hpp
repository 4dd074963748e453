// Rondix with SDL2: a game's events go into the Runner, and the Runner's effects go to the window
// and the loudspeakers. Everything here can be left out or replaced; nothing of it decides what a
// move does.
//
//   rondix::sdl2::Input input(menus, window);
//   rondix::sdl2::Sounds sounds(flow, "");
//   while (running) {
//       input.wait();                                     // while nothing moves
//       menus.advance(input.seconds());
//       for (SDL_Event event; SDL_PollEvent(&event);)
//           if (!input.feed(event)) running = game.take(event);
//       for (const rondix::Effect& effect : menus.take_effects())
//           if (!input.obey(effect) && !sounds.obey(effect)) game.obey(effect);
//       if (menus.needs_redraw()) game.draw(menus.view());
//   }
//
// Keyboard: arrows, Return and Space (accept), Backspace (back), Escape (menu where the screen
// answers it, else back), Page Up and Page Down, and the keys that the flow names: as SDL names
// them in small letters (`tab`, `f2`, `c`), or as bind() says. Pads: cross and left stick, south
// (accept), east (back), start (menu), the shoulders (pages), and for the flow's `pad-keys`, in
// their order, west, north, back, the two sticks and the two triggers. The player may bind keys and
// pad buttons anew, all but the stick. Mouse, fingers and pads are told apart, with numbers from 0
// on. The events window-left, window-back, pad-lost, suspended and woken are told as they happen.
#pragma once

#include "rondix/runtime/runner.hpp"

#include <SDL.h>

#include <memory>
#include <optional>
#include <string>
#include <unordered_map>
#include <vector>

namespace rondix::sdl2 {

/// The devices of one player, where several play at one screen, each with a Runner and an Input of
/// their own.
struct OwnDevices {
    bool keyboard = false, mouse = false, touch = false;
    std::vector<SDL_JoystickID> pads = {};
};

class Input {
  public:
    /// Both must outlive it. SDL's game controllers are opened where SDL has been told to look for
    /// them (SDL_INIT_GAMECONTROLLER).
    Input(Runner& menus, SDL_Window* window);
    ~Input();
    Input(const Input&) = delete;
    Input& operator=(const Input&) = delete;

    /// Waits until there is an event, or until something changes by itself: for a frame while
    /// pictures move, and not longer than `longest` seconds. A game that moves all the time does
    /// without.
    void wait(double longest = 1) const;
    /// Seconds since the last call; at most a quarter, so that a game that was stopped goes on
    /// where it was.
    double seconds();

    /// Hands an event on; false when it is none of the menus' business.
    bool feed(const SDL_Event& event);
    /// Shows and hides the pointer; false for every other effect.
    bool obey(const Effect& effect);

    /// Takes no input but from these; feed() is false for the others. What a device holds down that
    /// is none of them any more is released without a press. Without it, all devices are taken.
    void take_only(OwnDevices devices);
    /// Whether an event comes from one of them; events of no device are everybody's.
    bool takes(const SDL_Event& event) const;
    /// The pad that the menus know by a number; none: -1.
    SDL_JoystickID pad_of(Device device) const;

    /// The part of the window that the menus fill, in its pixels; all of it until this is said.
    void set_area(const SDL_Rect& area);
    /// Lets a key of the keyboard stand for a key that the flow names, before start().
    void bind(SDL_Keycode key, KeyId named);
    /// How a file of settings writes keys and pad buttons (SettingsFile); lasts as long as this.
    CodeWords code_words() { return {this, name_of_code, code_of_name}; }
    /// What stands for a key that the flow names, or an empty text.
    std::string key_for(KeyId named) const;

  private:
    struct Pad;
    bool takes_pad(SDL_JoystickID id) const;
    bool feed_key(const SDL_KeyboardEvent& event);
    bool feed_axis(const SDL_ControllerAxisEvent& event);
    bool feed_button(const SDL_ControllerButtonEvent& event);
    void open_pad(int device);
    void close_pad(SDL_JoystickID id);
    bool feed_window(const SDL_WindowEvent& event);
    bool post(const char* event);
    Point in_design(int x, int y) const;
    void fill_window();
    bool feed_typing(SDL_Keycode key);
    bool feed_mouse(const SDL_Event& event);
    bool feed_finger(const SDL_TouchFingerEvent& event);
    Device pad_with(SDL_JoystickID id) const;
    static Bindings plain_bindings(const CompiledFlow& flow);
    static std::string_view name_of_code(void* input, DeviceKind kind, Code code);
    static bool code_of_name(void* input, DeviceKind kind, std::string_view name, Code& code);

    Runner& menus_;
    SDL_Window* window_;
    SDL_Rect area_{};
    bool whole_window_ = true;
    struct Finger {
        std::uint8_t number = 0;
        SDL_FingerID id = 0;
    };
    std::optional<OwnDevices> own_; // none: all devices are
    std::vector<Pad> pads_;
    std::vector<Finger> fingers_;
    std::unordered_map<Code, std::string> names_;
    std::optional<std::pair<SDL_Keycode, Button>> ends_text_; // a key that did, and is down still
    Uint64 last_time_ = 0;
};

/// What a flow may tell its window: the words `full-screen`, `in-a-window` and sizes such as
/// `window-1280x720`, as steps: `tell full-screen`.
class Display {
  public:
    Display(const CompiledFlow& flow, SDL_Window* window)
        : flow_(flow)
        , window_(window) {}

    /// False for every effect that is none of these words, nor a change of the setting `window` (a
    /// choice of sizes) or `full-screen` (yes or no).
    bool obey(const Effect& effect);
    void set_full_screen(bool full);
    bool full_screen() const;
    /// In a window of so many pixels.
    void set_size(int width, int height);

  private:
    bool obey_setting(const Effect& effect);
    bool set_size(const std::string& size);

    const CompiledFlow& flow_;
    SDL_Window* window_;
};

/// Cues and music through SDL2_mixer. Without a device or without the file it is silent.
class Sounds {
  public:
    /// The files of the flow's cues and tunes are looked for from `folder`, which is empty or ends
    /// in '/'.
    Sounds(const CompiledFlow& flow, const std::string& folder);
    ~Sounds();
    Sounds(const Sounds&) = delete;
    Sounds& operator=(const Sounds&) = delete;

    /// Plays a cue, lets another tune fade in; false for every other effect.
    bool obey(const Effect& effect);
    /// From 0 to 1; both are 1 until this is said.
    void set_volumes(float cues, float music);
    /// Why there is no sound at all; empty where there is.
    const std::string& fault() const;

  private:
    struct Parts;
    std::unique_ptr<Parts> parts_;
};

} // namespace rondix::sdl2
