#include "rondix/sdl2.hpp"

#include <cstdio>

namespace rondix::sdl2 {

bool Display::obey(const Effect& effect) {
    if (effect.kind != EffectKind::told) return false;
    const std::string word(flow_.text(flow_.words[effect.subject]));
    int width = 0;
    int height = 0;
    char rest = 0;
    if (word == "full-screen")
        set_full_screen(true);
    else if (word == "in-a-window")
        set_full_screen(false);
    else if (std::sscanf(word.c_str(), "window-%5dx%5d%c", &width, &height, &rest) == 2)
        set_size(width, height);
    else
        return false;
    return true;
}

void Display::set_full_screen(bool full) {
    SDL_SetWindowFullscreen(window_, full ? SDL_WINDOW_FULLSCREEN_DESKTOP : 0);
}

bool Display::full_screen() const {
    return (SDL_GetWindowFlags(window_) & SDL_WINDOW_FULLSCREEN_DESKTOP) != 0;
}

void Display::set_size(int width, int height) {
    if (width < 1 || height < 1) return;
    if (full_screen()) set_full_screen(false);
    SDL_SetWindowSize(window_, width, height);
}

} // namespace rondix::sdl2
