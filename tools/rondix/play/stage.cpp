#include "play/stage.hpp"

#include "draw/cairo.hpp"
#include "draw/png.hpp"

#include <algorithm>
#include <cstdlib>

namespace rondix::tool {

namespace {

/// Where none of the machine's own is set and nobody names a driver, there is none.
bool has_display() {
    const auto set = [](const char* name) {
        const char* value = std::getenv(name);
        return value && *value;
    };
    return set("DISPLAY") || set("WAYLAND_DISPLAY") || set("SDL_VIDEODRIVER");
}

} // namespace

Stage::Stage(const std::string& title, int game_width, int game_height, int panel_width)
    : full_panel_width_(panel_width)
    , panel_width_(panel_width) {
    SDL_SetHint(SDL_HINT_VIDEO_X11_NET_WM_BYPASS_COMPOSITOR, "0");
    if (!has_display()) { // everything else works without one
        SDL_SetHint(SDL_HINT_VIDEODRIVER, "offscreen");
        SDL_SetHint(SDL_HINT_AUDIODRIVER, "dummy");
    }
    if (SDL_Init(SDL_INIT_VIDEO) != 0) {
        fault_ = SDL_GetError();
        return;
    }
    SDL_InitSubSystem(SDL_INIT_AUDIO); // without sound or pads it goes as well
    SDL_InitSubSystem(SDL_INIT_GAMECONTROLLER);
    window_ = SDL_CreateWindow(title.c_str(), SDL_WINDOWPOS_CENTERED, SDL_WINDOWPOS_CENTERED,
                               game_width + panel_width, game_height, SDL_WINDOW_RESIZABLE);
    if (!window_) {
        fault_ = SDL_GetError();
        return;
    }
    SDL_SetWindowMinimumSize(window_, 320, 240);
    pixels();
}

Stage::~Stage() {
    if (window_) SDL_DestroyWindow(window_);
    SDL_Quit();
}

Pixels Stage::pixels() {
    int width = 0;
    int height = 0;
    SDL_GetWindowSize(window_, &width, &height);
    if (width != width_ || height != height_) {
        width_ = width;
        height_ = height;
        pixels_.assign(static_cast<std::size_t>(width) * static_cast<std::size_t>(height), 0);
    }
    return {pixels_.data(), width_, height_, width_ * 4};
}

SDL_Rect Stage::game_area() const {
    // In a narrow window the game has at least half.
    const int panel = std::min(panel_width_, width_ / 2);
    return {0, 0, std::max(width_ - panel, 1), std::max(height_, 1)};
}

void Stage::show_panel(bool shown) {
    panel_width_ = shown ? full_panel_width_ : 0;
}

void Stage::toggle_full_screen() {
    const bool full = (SDL_GetWindowFlags(window_) & SDL_WINDOW_FULLSCREEN_DESKTOP) != 0;
    SDL_SetWindowFullscreen(window_, full ? 0 : SDL_WINDOW_FULLSCREEN_DESKTOP);
}

void Stage::present() {
    SDL_Surface* screen = SDL_GetWindowSurface(window_);
    SDL_Surface* drawn = SDL_CreateRGBSurfaceWithFormatFrom(pixels_.data(), width_, height_, 32,
                                                            width_ * 4, SDL_PIXELFORMAT_RGB888);
    if (screen && drawn) {
        SDL_BlitSurface(drawn, nullptr, screen, nullptr);
        SDL_UpdateWindowSurface(window_);
    }
    SDL_FreeSurface(drawn);
}

std::string Stage::shot() const {
    auto* data = reinterpret_cast<unsigned char*>(const_cast<std::uint32_t*>(pixels_.data()));
    const draw::Held<cairo_surface_t> surface(
        cairo_image_surface_create_for_data(data, CAIRO_FORMAT_RGB24, width_, height_, width_ * 4));
    return draw::png_of(surface.get());
}

} // namespace rondix::tool
