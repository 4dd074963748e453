#include "rondix/sdl2.hpp"

#include <cstdio>

namespace rondix::sdl2 {

bool Display::obey(const Effect& effect) {
    if (effect.kind == EffectKind::setting) return obey_setting(effect);
    if (effect.kind != EffectKind::told) return false;
    const std::string word(flow_.text(effect.word()));
    if (word == "full-screen") return set_full_screen(true), true;
    if (word == "in-a-window") return set_full_screen(false), true;
    return word.starts_with("window-") && set_size(word.substr(7));
}

bool Display::obey_setting(const Effect& effect) {
    const Setting& setting = flow_[effect.setting()];
    if (flow_.text(setting.id) == "full-screen" && setting.kind == SettingKind::yes_no)
        return set_full_screen(effect.value == 1), true;
    if (flow_.text(setting.id) != "window" || setting.kind != SettingKind::choice) return false;
    return set_size(std::string(flow_.text(flow_.words[setting.words.begin + effect.value])));
}

/// "1280x720"; false for anything else.
bool Display::set_size(const std::string& size) {
    int width = 0;
    int height = 0;
    char rest = 0;
    if (std::sscanf(size.c_str(), "%5dx%5d%c", &width, &height, &rest) != 2) return false;
    set_size(width, height);
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
