#include "game.hpp"

#include <optional>

namespace two_tugs {

namespace {

/// The device of an event by which somebody may take a seat: something was pressed.
std::optional<rondix::sdl2::OwnDevices> pressed_on(const SDL_Event& event) {
    if (event.type == SDL_KEYDOWN && event.key.repeat == 0)
        return rondix::sdl2::OwnDevices{.keyboard = true};
    if (event.type == SDL_CONTROLLERBUTTONDOWN)
        return rondix::sdl2::OwnDevices{.pads = {event.cbutton.which}};
    return std::nullopt;
}

} // namespace

Game::Game(const rondix::CompiledFlow& flow, SDL_Window* window)
    : window_(window)
    , painter_(flow)
    , seats_{{{flow, painter_, window}, {flow, painter_, window}}} {}

/// A press on a device that is nobody's takes a free seat.
void Game::feed(const SDL_Event& event) {
    const auto devices = pressed_on(event);
    bool is_owned = false;
    for (Seat& seat : seats_) {
        is_owned = is_owned || seat.owns(event);
        seat.feed(event);
    }
    Seat* seat = !devices || is_owned ? nullptr : seat_for_another();
    if (!seat) return;
    seat->give(*devices);
    seat->feed(event); // "press any key": this was the key
}

/// One whose pad is gone comes first.
Seat* Game::seat_for_another() {
    for (Seat& seat : seats_)
        if (seat.misses_pad()) return &seat;
    for (Seat& seat : seats_)
        if (seat.is_free()) return &seat;
    return nullptr;
}

void Game::advance(float seconds) {
    split_window();
    const bool runs = !seats_[0].stops() && !seats_[1].stops();
    for (Seat& seat : seats_) seat.advance(seconds, runs);
    for (std::size_t i = 0; i < seats_.size(); ++i) seats_[i].hear_of_other(seats_[1 - i].stops());
    for (std::size_t i = 0; i < seats_.size(); ++i)
        if (seats_[i].is_ready() && !seats_[1 - i].keeps_waiting()) seats_[i].cast_off();
}

void Game::draw() {
    SDL_Surface* screen = SDL_GetWindowSurface(window_);
    for (Seat& seat : seats_) seat.draw(screen);
    const SDL_Rect middle{screen->w / 2 - 1, 0, 2, screen->h};
    SDL_FillRect(screen, &middle, 0x0A1A20);
    SDL_UpdateWindowSurface(window_);
}

void Game::split_window() {
    SDL_Rect area{};
    SDL_GetWindowSize(window_, &area.w, &area.h);
    if (area.w == width_ && area.h == height_) return;
    width_ = area.w, height_ = area.h;
    area.w /= 2;
    for (Seat& seat : seats_) {
        seat.set_area(area);
        area.x += area.w;
    }
}

} // namespace two_tugs
