// Game: two seats at one screen. It gives devices to whoever touches them, tells each seat what it
// has to know of the other, and draws them side by side.
#pragma once

#include "seat.hpp"

#include <array>

namespace two_tugs {

class Game {
  public:
    Game(const rondix::CompiledFlow& flow, SDL_Window* window);

    void feed(const SDL_Event& event);
    void advance(float seconds);
    void draw();
    bool quits() const { return seats_[0].quits() || seats_[1].quits(); }
    Seat& seat(std::size_t number) { return seats_.at(number); }

  private:
    Seat* seat_for_another();
    void split_window();

    SDL_Window* window_;
    rondix::Painter painter_;
    std::array<Seat, 2> seats_;
    int width_ = 0, height_ = 0;
};

} // namespace two_tugs
