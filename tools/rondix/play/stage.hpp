// Stage: the window of `rondix play`. The game's part stands on the left, the panel on the right.
#pragma once

#include "rondix/painter.hpp"

#include <SDL.h>

#include <string>
#include <vector>

namespace rondix::tool {

class Stage {
  public:
    /// Opens the window; without a display it is kept in memory. fault() says what went wrong.
    Stage(const std::string& title, int game_width, int game_height, int panel_width);
    ~Stage();
    Stage(const Stage&) = delete;
    Stage& operator=(const Stage&) = delete;

    const std::string& fault() const { return fault_; }
    SDL_Window* window() const { return window_; }

    /// As large as the window is now.
    Pixels pixels();
    SDL_Rect game_area() const;
    int panel_left() const { return game_area().w; }
    void show_panel(bool shown);
    bool panel_shown() const { return panel_width_ > 0; }
    void toggle_full_screen();

    /// Puts the pixels on the screen.
    void present();
    /// The game's part and the panel, as they were presented last, as a PNG.
    std::string shot() const;

  private:
    std::string fault_;
    SDL_Window* window_ = nullptr;
    int full_panel_width_;
    int panel_width_;
    std::vector<std::uint32_t> pixels_;
    int width_ = 0, height_ = 0;
};

} // namespace rondix::tool
