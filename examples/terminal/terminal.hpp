// Terminal: a flow's menus as lines of text, driven by the keys of a terminal. No library but the
// C++ runtime and what POSIX or Windows have.
//
// Arrows move, Return accepts, Backspace goes back, Escape asks for the menu (where the screen has
// none, it goes back); letters are keys that the flow names by them. Without a terminal (a pipe, a
// test) each key that is read counts as a moment of its own.
#pragma once

#include "console.hpp"

#include "rondix/runtime/runner.hpp"

#include <chrono>
#include <cmath>
#include <cstdio>
#include <string>

class Terminal {
  public:
    explicit Terminal(rondix::Runner& menus)
        : menus_(menus) {}

    /// Waits for a key for a moment and passes it on. Returns the seconds that went by; below 0 at
    /// the end of the input.
    double take_keys() {
        const auto began = std::chrono::steady_clock::now();
        if (!console_.read(text_, 50)) return -1;
        while (!text_.empty()) take_one();
        const std::chrono::duration<double> passed = std::chrono::steady_clock::now() - began;
        return console_.is_one() ? passed.count() : 0.3;
    }

    /// What is foremost, line by line.
    void draw(const std::string& status) {
        std::string page = console_.is_one() ? "\x1b[2J\x1b[H" : "";
        const rondix::ScreenId foremost = menus_.menu_state().foremost();
        for (const rondix::Item& item : menus_.view())
            if (!item.leaving && item.screen == foremost) page += line_of(item);
        page += status.empty() ? "\n" : "  [" + status + "]\n\n";
        std::fwrite(page.data(), 1, page.size(), stdout);
        std::fflush(stdout);
    }

  private:
    /// A key at the front of what was read: a letter, or a sequence that begins with Escape.
    void take_one() {
        using rondix::Button;
        if (text_.size() >= 3 && text_[0] == '\x1b' && text_[1] == '[') {
            const char arrow = text_[2];
            text_.erase(0, 3);
            if (arrow >= 'A' && arrow <= 'D')
                tap(std::string_view("ABCD").find(arrow) == 0   ? Button::up
                    : std::string_view("ABCD").find(arrow) == 1 ? Button::down
                    : arrow == 'C'                              ? Button::right
                                                                : Button::left);
            return;
        }
        if (!console_.is_one() && text_[0] == '\x1b' && wants_more()) return;
        const char key = text_[0];
        text_.erase(0, 1);
        switch (key) {
        case '\n':
        case '\r': tap(Button::accept); break;
        case '\x7f':
        case '\b':
            if (menus_.typing() == rondix::no_control || !menus_.erase()) tap(Button::back);
            break;
        case '\x1b':
            if (!tap(Button::menu)) tap(Button::back);
            break;
        default: type(key);
        }
    }

    /// The rest of a sequence comes with the next bytes of a pipe.
    bool wants_more() {
        while (text_.size() < 3 && console_.read(text_, 0))
            if (text_.size() == 2 && text_[1] != '[') break;
        if (text_.size() == 3) return take_one(), true;
        return false;
    }

    bool tap(rondix::Button button) {
        const bool taken = menus_.press(button);
        menus_.release(button);
        return taken;
    }

    void type(char key) {
        const std::string_view text(&key, 1);
        if (menus_.typing() != rondix::no_control) {
            menus_.type(text);
            return;
        }
        const rondix::KeyId named = menus_.flow().key(text);
        if (named == rondix::no_key)
            menus_.press_other_key();
        else if (menus_.press_key(named))
            menus_.release_key(named);
    }

    std::string line_of(const rondix::Item& item) const {
        using rondix::ItemKind;
        using rondix::LookState;
        const std::string text(item.text);
        switch (item.kind) {
        case ItemKind::title: return "\n  == " + text + " ==\n";
        case ItemKind::label: return text.empty() ? "" : "  " + text + "\n";
        case ItemKind::progress:
            return "  loading: " + std::to_string(std::lround(item.amount * 100)) + " %\n";
        case ItemKind::button:
        case ItemKind::control:
        case ItemKind::row: break;
        case ItemKind::list: // its rows follow
            if (menus_.accessible_info(item.control).rows > 0) return {};
            break;
        default: return {};
        }
        const bool focused = item.state == LookState::focused || item.state == LookState::pressed;
        std::string line = focused ? "  > " : "    ";
        line += std::string(item.name.empty() ? item.text : item.name);
        if (!item.value.empty()) line += ": " + std::string(item.value);
        if (item.state == LookState::disabled) line += " (not now)";
        return line + "\n";
    }

    rondix::Runner& menus_;
    Console console_;
    std::string text_; // read, and not taken yet
};
