// Seat: one captain at the screen, with menus of his own: a Runner, his devices, his half of the
// window. Seats know nothing of each other; what one has to know of the other, the game says.
#pragma once

#include "bay.hpp"

#include "rondix/painter.hpp"
#include "rondix/sdl2.hpp"

namespace two_tugs {

class Seat {
  public:
    Seat(const rondix::CompiledFlow& flow, rondix::Painter& painter, SDL_Window* window);

    /// Whoever touched a device that belongs to nobody sits down, or goes on with it where his pad
    /// is gone.
    bool is_free() const;
    bool misses_pad() const;
    void give(const rondix::sdl2::OwnDevices& devices);

    bool owns(const SDL_Event& event) const { return input_.takes(event); }
    bool feed(const SDL_Event& event);
    void advance(float seconds, bool game_runs);
    void draw(SDL_Surface* screen);
    void set_area(const SDL_Rect& area);

    bool is_ready() const;
    bool keeps_waiting() const; ///< he sits there, and is not ready yet
    /// He has stopped the game: by the pause, or because his pad is gone.
    bool stops() const;
    bool is_out() const; ///< in the bay
    void cast_off();
    void hear_of_other(bool other_stops);
    bool quits() const { return quits_; }
    const Tug& tug() const { return tug_; }
    rondix::Runner& menus() { return menus_; }

  private:
    void obey(const rondix::Effect& effect);
    void note_helm(const SDL_Event& event);
    bool at(rondix::ScreenId screen) const;

    rondix::Runner menus_;
    rondix::sdl2::Input input_;
    rondix::Painter& painter_;
    rondix::sdl2::OwnDevices own_;
    SDL_Rect area_{};
    Tug tug_;
    Helm helm_;
    bool quits_ = false;
};

} // namespace two_tugs
