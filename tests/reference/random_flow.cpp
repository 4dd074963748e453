#include "reference/random_flow.hpp"

#include <random>
#include <vector>

namespace rondix::test {

namespace {

class Author {
  public:
    Author(std::uint32_t number, Shape shape)
        : random_(number)
        , shape_(shape) {}

    // What is thrown stands in a line of its own: in which order the operands of a '+' are asked
    // is each compiler's own affair.
    std::string write() {
        const int scenes = levels() ? number(3, 5) : number(0, 2);
        menus_ = number(2, 5);
        plays_ = scenes > 0 ? number(levels() ? 1 : 0, 2) : 0;
        flags_ = number(0, 3);
        if (shape_ == Shape::circles) menus_ = number(4, 6), flags_ = number(0, 1);
        if (shape_ == Shape::flags) menus_ = number(2, 3), flags_ = 10;
        if (crowded()) menus_ = number(2, 4), flags_ = number(10, 14), settings_ = number(0, 1);
        if (rich()) menus_ = number(2, 3), plays_ = plays_ > 0 ? 1 : 0, flags_ = number(0, 2);
        if (waiting()) flags_ = number(1, 2);
        if (rich()) plan();
        for (int i = 0; i < scenes; ++i) scenes_.push_back("scene" + std::to_string(i));
        text_ = "rondix: 1\nstart: " + start(scenes > 0) + "\n";
        if (one_in(6)) text_ += "quit: no\n", can_quit_ = false;
        kind_ = waiting() ? often() : one_in(2);
        write_devices();
        write_scenes();
        write_flags();
        write_events();
        if (rich() || crowded()) write_settings();
        if (rich()) write_requests();
        text_ += "screens:\n";
        for (int i = 0; i < menus_; ++i) write_screen("m" + std::to_string(i), false);
        for (int i = 0; i < plays_; ++i) write_screen("p" + std::to_string(i), true);
        for (int i = 0; i < requests_; ++i)
            if (named_[i]) write_screen("w" + std::to_string(i), false);
        if (text_.find("chart:") != text_.npos && one_in(2)) text_ += "pad-keys: [chart]\n";
        return text_;
    }

  private:
    /// Written with what only rich flows say.
    bool rich() const { return shape_ == Shape::rich || waiting(); }
    bool waiting() const { return shape_ == Shape::waiting; }
    bool levels() const { return shape_ == Shape::levels; }
    bool crowded() const { return shape_ == Shape::crowded; }
    bool is_full_of_flags() const { return shape_ == Shape::flags || crowded(); }

    /// Half of the flows say nothing of it.
    void write_devices() {
        const char* some[] = {"[keyboard, mouse, pad, touch]", "[touch]", "[pad]",
                              "[mouse, keyboard]", "[keyboard, pad, touch]"};
        if (one_in(2)) text_ += std::string("devices: ") + some[number(0, 4)] + "\n";
        if (rich() && one_in(8)) text_ += "reaction-time: 1s\n";
    }

    /// What there is to name, before anything is written.
    void plan() {
        requests_ = number(waiting() ? 1 : 0, 2);
        for (int i = 0; i < requests_; ++i) named_[i] = !one_in(4);
        settings_ = waiting() ? 0 : number(0, 2);
        choice_ = settings_ > 1 && one_in(2);
        keeps_ = one_in(3);
        for (int i = 0; i < menus_; ++i) {
            paged_.push_back(!waiting() && one_in(4) ? number(2, 3) : 0);
            listed_.push_back(!waiting() && one_in(5));
        }
    }

    std::string start(bool scenes) {
        const std::string last = scenes && often() ? scenes_[0] : menu();
        if (!rich() || !one_in(5) || !has_conditions()) return last;
        const std::string with = menu(), when = condition();
        return "[{ when: " + when + ", with: " + with + " }, { with: " + last + " }]";
    }

    bool has_conditions() const { return flags_ > 0 || settings_ > 0 || levels(); }

    void write_settings() {
        if (settings_ == 0) return;
        text_ += "settings:\n  s0: { from: 0, to: 4, by: 2, default: 2";
        if (keeps_) text_ += one_in(3) ? ", keep-within: 600ms" : ", keep-within: 5s";
        text_ += " }\n";
        if (settings_ > 1)
            text_ += choice_ ? "  s1: { one-of: [a, b, c] }\n" : "  s1: { default: yes }\n";
        text_ += "  k0: { binds: accept }\n";
        if (one_in(4))
            text_ += std::string("  pace: { from: ") + (one_in(2) ? "0.5" : "1") +
                     ", to: 3, by: 0.5, default: 1, scales: time-limits }\n";
    }

    std::string about_setting() {
        if (settings_ == 1 || one_in(2))
            return std::string("s0 ") + (one_in(2) ? "is 2" : one_in(2) ? "above 0" : "below 3");
        return !choice_ ? "s1" : one_in(2) ? "s1 is b" : "s1 is c";
    }

    void write_requests() {
        if (requests_ == 0) return;
        text_ += "requests:\n";
        answers_ = true;
        for (int i = 0; i < requests_; ++i) {
            const std::string n = std::to_string(i);
            text_ += "  r" + n + ": { " + (named_[i] ? "screen: w" + n : "");
            std::string more;
            if (waiting() ? one_in(3) : kind_ || one_in(2)) more += ", timeout: 3s";
            if (often()) more += ", done: " + action(false);
            if (one_in(2)) more += ", failed: " + action(false);
            text_ += (named_[i] || more.empty() ? more : more.substr(2)) + " }\n";
        }
        answers_ = false;
    }

    /// What a screen does by itself, and whether it is urgent.
    void write_rich_keys() {
        if (one_in(4)) text_ += "    urgent: yes\n";
        if (one_in(4)) text_ += "    pads: opener\n";
        if (one_in(6)) text_ += "    pointer: no\n";
        if (has_conditions() && one_in(5)) text_ += "    closes-when: " + condition() + "\n";
        const char* moves_on[] = {"100ms", "650ms", "1s", "2s", "6s"};
        if (one_in(waiting() ? 2 : 6)) {
            const bool asks = waiting() && flags_ > 0 && often();
            const std::string what = asks ? now_and_then() : action(false);
            text_ += std::string("    moves-on: { after: ") + moves_on[number(0, 4)] +
                     ", do: " + what + " }\n";
        }
        if (one_in(8)) {
            const std::string what = action(false);
            text_ += std::string("    idle: { after: ") + (one_in(3) ? "300ms" : "9s") +
                     ", do: " + what + " }\n";
        }
    }

    void write_rich_controls(int screen) {
        if (settings_ > 0 && one_in(3))
            text_ += "      - { slider: c0, setting: s0" + maybe_when() + " }\n";
        if (settings_ > 1 && one_in(3)) {
            const std::string when = maybe_when();
            text_ += std::string("      - { ") + (choice_ ? "choice" : "toggle") +
                     ": c1, setting: s1" + (choice_ && one_in(2) ? ", dropdown: yes" : "") + when +
                     " }\n";
        }
        if (settings_ > 0 && one_in(5))
            text_ += "      - { binding: c2, setting: k0" + maybe_when() + " }\n";
        if (screen < 0) return;
        const auto at = static_cast<std::size_t>(screen);
        if (listed_[at])
            text_ += "      - { list: l" + std::to_string(screen) + ", press: " +
                     (scenes_.size() == 2 ? "\"load one-of [scene0, scene1]\"" : "back") + " }\n";
        if (paged_[at] == 0) return;
        text_ += "      - { pages: tabs, show: [g0, g1";
        text_ += paged_[at] > 2 ? ", g2] }\n" : "] }\n";
        text_ += "      - { button: q0, press: " + moving_step(false) + ", in: g1 }\n";
    }

    std::string maybe_when() {
        return has_conditions() && one_in(3) ? ", when: " + condition() : "";
    }

    int number(int low, int high) {
        return low + static_cast<int>(random_() % static_cast<unsigned>(high - low + 1));
    }
    bool one_in(int n) { return number(1, n) == 1; }
    bool often() { return !one_in(4); }
    std::string menu() { return "m" + std::to_string(number(0, menus_ - 1)); }
    std::string flag() { return "f" + std::to_string(number(0, flags_ - 1)); }
    std::string any_screen() {
        const int i = number(0, menus_ + plays_ - 1);
        return i < menus_ ? "m" + std::to_string(i) : "p" + std::to_string(i - menus_);
    }

    /// Some of the scenes, and not as they are declared.
    void write_order() {
        text_ += "order: [";
        const std::size_t first = random_() % scenes_.size();
        const std::size_t count = 2 + random_() % (scenes_.size() - 1);
        for (std::size_t i = 0; i < count; ++i)
            text_ += (i == 0 ? "" : ", ") + scenes_[(first + scenes_.size() - i) % scenes_.size()];
        text_ += "]\n";
    }

    std::string about_scene() {
        if (one_in(2)) return "scene is " + scenes_[random_() % scenes_.size()];
        return one_in(2) ? "scene has next" : "scene has previous";
    }

    void write_scenes() {
        if (scenes_.empty()) return;
        text_ += "scenes:\n";
        for (const std::string& scene : scenes_)
            text_ += "  " + scene +
                     ": { file: x.json, root: " + (plays_ > 0 ? any_screen() : menu()) +
                     (rich() && scene == "scene1" ? ", keep-loaded: yes" : "") + " }\n";
        if (levels()) write_order();
        if (!kind_ && one_in(2)) return;
        text_ += "loading: { timeout: 5s";
        if (often()) text_ += ", screen: " + menu();
        if (often()) text_ += ", failed: " + menu();
        text_ += " }\n";
    }

    void write_flags() {
        if (flags_ == 0) return;
        text_ += "flags:\n";
        for (int i = 0; i < flags_; ++i) {
            text_ += "  f" + std::to_string(i) + ": { set-by: " + (one_in(3) ? "game" : "flow");
            if (rich() && often()) {
                text_ += ", ask-before: leaving";
                if (i % 2 == 1) text_ += ", except-on: [m0]";
            }
            text_ += one_in(4) ? ", default: yes }\n" : " }\n";
        }
    }

    void write_events() {
        const int events = number(0, 2);
        if (events > 0) text_ += "events:\n";
        const char* during[] = {"play", "menu", "any"};
        for (int i = 0; i < events; ++i) {
            text_ += "  e" + std::to_string(i) + ": { during: " + during[number(0, 2)];
            if (rich() && one_in(3)) text_ += ", else: wait";
            if (one_in(2)) text_ += ", after: 1s";
            text_ += ", do: " + action(false) + " }\n";
        }
    }

    std::string condition(int depth = 0) {
        const int kind = depth > 2 ? 0 : number(0, 4);
        if (kind == 1) return "not " + condition(depth + 1);
        if (kind == 2 || kind == 3) {
            const std::string second = condition(depth + 1), first = condition(depth + 1);
            return kind == 2 ? "(" + first + " and " + second + ")" : first + " or " + second;
        }
        if (levels() && (flags_ == 0 || one_in(3))) return about_scene();
        if (settings_ > 0 && (flags_ == 0 || one_in(2))) return about_setting();
        if (rich() && one_in(6) && listed_[0]) return "l0 has rows";
        return flag();
    }

    /// One that moves among screens. On a play screen `go` is not allowed.
    std::string moving_step(bool play) {
        if (requests_ > 0 && one_in(waiting() ? 3 : 5))
            return "request r" + std::to_string(number(0, requests_ - 1));
        if ((shape_ == Shape::circles || crowded()) && often()) {
            const std::string where = menu();
            return (play || one_in(2) ? "open " : "go ") + where;
        }
        switch (number(0, 12)) {
        case 0:
        case 1:
        case 2: return "open " + menu();
        case 3: return (play ? "open " : "go ") + menu();
        case 4: return "go" + std::string(play ? "" : " ") + (play ? "" : menu());
        case 5: return "back to " + any_screen();
        case 6: return "resume";
        case 7:
            if (levels() && often()) return one_in(3) ? "load previous" : "load next";
            return scenes_.empty() ? "back" : "load " + scenes_[random_() % scenes_.size()];
        case 8: return "retry";
        case 9: return "home";
        case 10:
        case 11: return can_quit_ ? "quit" : "back";
        default: return "back";
        }
    }

    std::string steps(bool play) {
        std::string last = moving_step(play);
        if (last == "go") last = "back";
        if (settings_ > 0 && one_in(4) && !(keeps_ && answers_)) {
            const std::string first = one_in(2) ? "set s0 4" : "reset s0";
            return one_in(2) || keeps_ ? first : "[" + first + ", " + last + "]";
        }
        if (flags_ == 0 || one_in(2)) return one_in(8) ? "tell horn" : last;
        const std::string which = flag(), first = (one_in(2) ? "raise " : "lower ") + which;
        return one_in(4) ? "[" + first + "]" : "[" + first + ", " + last + "]";
    }

    std::string action(bool play) {
        if (rich() && one_in(5)) {
            const std::string what = steps(play);
            return "{ " + ask() + "do: " + what + " }";
        }
        if ((flags_ == 0 && !levels()) || often()) return steps(play);
        std::string what = steps(play);
        std::string text = "[{ when: " + condition() + ", do: " + what + " }";
        if (one_in(2)) {
            what = steps(play);
            text += ", { " + (rich() && one_in(4) ? ask() : "") + "do: " + what + " }";
        }
        return text + "]";
    }

    std::string now_and_then() {
        const std::string what = steps(false);
        return "[{ when: " + condition() + ", do: " + what + " }]";
    }

    std::string ask() { return "ask: Sure about " + std::to_string(asked_++) + "?, "; }

    /// One that turns the pages of this screen now and then.
    std::string action_here(bool play) {
        const bool paged = screen_ >= 0 && paged_[static_cast<std::size_t>(screen_)] > 0;
        if (!paged || !one_in(3)) return action(play);
        const char* to[] = {"next", "previous", "g1"};
        const std::string turn = std::string("turn tabs ") + to[number(0, 2)];
        return one_in(3) ? "[" + turn + ", open " + menu() + "]" : turn;
    }

    void write_screen(const std::string& name, bool play) {
        screen_ = rich() && name[0] == 'm' ? name[1] - '0' : -1;
        text_ += "  " + name + ":\n    title: " + name + "\n";
        if (rich() && !play) write_rich_keys();
        if (screen_ >= 0 && paged_[static_cast<std::size_t>(screen_)] > 0)
            text_ += "    groups: { g0: { as: column }, g1: { as: column }, g2: { as: column } }\n";
        if (play)
            text_ += "    play: yes\n";
        else if (one_in(4))
            text_ += "    pauses: no\n";
        if (one_in(5)) text_ += "    back: " + (one_in(2) ? "none" : action(play)) + "\n";
        if (one_in(play ? 1 : 4)) text_ += "    menu: " + action(play) + "\n";
        if (one_in(5))
            text_ += "    keys: { chart: " + action(play) + " }\n";
        else if (one_in(8))
            text_ += "    keys: { any: " + action(play) + " }\n";
        const int buttons = number(1, 3);
        text_ += "    controls:\n";
        if (kind_ && can_quit_ && !play && (waiting() ? name[0] == 'm' : often() || rich()))
            text_ += "      - { button: leave, press: quit }\n";
        for (int i = 0; i < buttons; ++i) {
            text_ += "      - { button: b" + std::to_string(i) + ", press: " + action_here(play);
            if (flags_ > 0 && one_in(is_full_of_flags() ? 1 : 3)) {
                text_ += ", when: " + condition();
                if (rich() && one_in(3)) text_ += ", else: hidden";
            }
            if (rich() && one_in(waiting() ? 3 : 8))
                text_ += one_in(2) ? ", hold: 1s" : ", hold: 3s";
            if (rich() && one_in(10)) text_ += ", cooldown: 2s";
            text_ += " }\n";
        }
        if (rich()) write_rich_controls(screen_);
        screen_ = -1;
    }

    std::mt19937 random_;
    const Shape shape_;
    std::vector<std::string> scenes_;
    std::string text_;
    int menus_ = 0, plays_ = 0, flags_ = 0;
    bool can_quit_ = true;
    bool kind_ = false; // most screens let the player leave the game
    // of rich flows
    int requests_ = 0, settings_ = 0, asked_ = 0, screen_ = -1;
    bool named_[2] = {}, choice_ = false;
    bool keeps_ = false, answers_ = false;
    std::vector<int> paged_;
    std::vector<bool> listed_;
};

} // namespace

std::string random_flow(std::uint32_t number, Shape shape) {
    return Author(number, shape).write();
}

} // namespace rondix::test
