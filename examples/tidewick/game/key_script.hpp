// KeyScript: keys from a text, at their times: lines such as `1.5 tap Return`, `2 down Up`, `3 up
// Up`, with the names that SDL has for keys. Time stands still while a scene is loaded or the log
// is written.
#pragma once

#include <SDL.h>

#include <cstdio>
#include <istream>
#include <string>
#include <vector>

namespace tidewick {

class KeyScript {
  public:
    /// What is wrong with it, or an empty text.
    std::string read(std::istream& text) {
        for (std::string line; std::getline(text, line);) {
            if (line.empty() || line[0] == '#') continue;
            Line key;
            char what[8] = {}, name[32] = {};
            if (std::sscanf(line.c_str(), "%lf %7s %31[^\n]", &key.at, what, name) != 3)
                return "a line is written as '1.5 tap Return': '" + line + "'";
            key.code = SDL_GetKeyFromName(name);
            if (key.code == SDLK_UNKNOWN) return "there is no key '" + std::string(name) + "'";
            key.down = std::string(what) != "up";
            lines_.push_back(key);
            if (std::string(what) == "tap") lines_.push_back({key.at + 0.05, key.code, false});
        }
        return {};
    }

    void advance(double seconds) {
        time_ += seconds;
        for (; next_ < lines_.size() && lines_[next_].at <= time_; ++next_) {
            SDL_Event event{};
            event.type = lines_[next_].down ? SDL_KEYDOWN : SDL_KEYUP;
            event.key.keysym.sym = lines_[next_].code;
            SDL_PushEvent(&event);
        }
    }

  private:
    struct Line {
        double at = 0;
        SDL_Keycode code = SDLK_UNKNOWN;
        bool down = true;
    };
    std::vector<Line> lines_;
    std::size_t next_ = 0;
    double time_ = 0;
};

} // namespace tidewick
