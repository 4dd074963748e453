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

    std::string write() {
        const int scenes = number(0, 2);
        menus_ = number(2, 5);
        plays_ = scenes > 0 ? number(0, 2) : 0;
        flags_ = number(0, 3);
        if (shape_ == Shape::circles) menus_ = number(4, 6), flags_ = number(0, 1);
        if (shape_ == Shape::flags) menus_ = number(2, 3), flags_ = 10;
        for (int i = 0; i < scenes; ++i) scenes_.push_back("scene" + std::to_string(i));
        text_ = "rondix: 1\nstarts-with: " + (scenes > 0 && often() ? scenes_[0] : menu()) + "\n";
        if (one_in(6)) text_ += "quit: no\n", can_quit_ = false;
        write_scenes();
        write_flags();
        write_events();
        text_ += "screens:\n";
        for (int i = 0; i < menus_; ++i) write_screen("m" + std::to_string(i), false);
        for (int i = 0; i < plays_; ++i) write_screen("p" + std::to_string(i), true);
        return text_;
    }

  private:
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

    void write_scenes() {
        if (scenes_.empty()) return;
        text_ += "scenes:\n";
        for (const std::string& scene : scenes_)
            text_ += "  " + scene +
                     ": { file: x.json, root: " + (plays_ > 0 ? any_screen() : menu()) + " }\n";
        if (one_in(2)) return;
        text_ += "loading: { give-up: 5s";
        if (often()) text_ += ", screen: " + menu();
        if (often()) text_ += ", failed: " + menu();
        text_ += " }\n";
    }

    void write_flags() {
        if (flags_ == 0) return;
        text_ += "flags:\n";
        for (int i = 0; i < flags_; ++i) {
            text_ += "  f" + std::to_string(i) + ": { set-by: " + (one_in(3) ? "game" : "flow");
            text_ += one_in(4) ? ", first: yes }\n" : " }\n";
        }
    }

    void write_events() {
        const int events = number(0, 2);
        if (events > 0) text_ += "events:\n";
        const char* during[] = {"play", "menu", "any"};
        for (int i = 0; i < events; ++i) {
            text_ += "  e" + std::to_string(i) + ": { during: " + during[number(0, 2)];
            if (one_in(2)) text_ += ", after: 1s";
            text_ += ", do: " + action(false) + " }\n";
        }
    }

    std::string condition(int depth = 0) {
        const int kind = depth > 2 ? 0 : number(0, 4);
        if (kind == 1) return "not " + condition(depth + 1);
        if (kind == 2) return "(" + condition(depth + 1) + " and " + condition(depth + 1) + ")";
        if (kind == 3) return condition(depth + 1) + " or " + condition(depth + 1);
        return flag();
    }

    /// One that moves among screens. On a play screen `go` is not allowed.
    std::string moving_step(bool play) {
        if (shape_ == Shape::circles && often())
            return (play || one_in(2) ? "open " : "go ") + menu();
        switch (number(0, 12)) {
        case 0:
        case 1:
        case 2: return "open " + menu();
        case 3: return (play ? "open " : "go ") + menu();
        case 4: return "go" + std::string(play ? "" : " ") + (play ? "" : menu());
        case 5: return "back to " + any_screen();
        case 6: return "resume";
        case 7: return scenes_.empty() ? "back" : "load " + scenes_[random_() % scenes_.size()];
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
        if (flags_ == 0 || one_in(2)) return one_in(8) ? "tell horn" : last;
        const std::string first = (one_in(2) ? "raise " : "lower ") + flag();
        return one_in(4) ? "[" + first + "]" : "[" + first + ", " + last + "]";
    }

    std::string action(bool play) {
        if (flags_ == 0 || often()) return steps(play);
        std::string text = "[{ when: " + condition() + ", do: " + steps(play) + " }";
        if (one_in(2)) text += ", { do: " + steps(play) + " }";
        return text + "]";
    }

    void write_screen(const std::string& name, bool play) {
        text_ += "  " + name + ":\n    title: " + name + "\n";
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
        for (int i = 0; i < buttons; ++i) {
            text_ += "      - { button: b" + std::to_string(i) + ", press: " + action(play);
            if (flags_ > 0 && one_in(shape_ == Shape::flags ? 1 : 3))
                text_ += ", when: " + condition();
            text_ += " }\n";
        }
    }

    std::mt19937 random_;
    const Shape shape_;
    std::vector<std::string> scenes_;
    std::string text_;
    int menus_ = 0, plays_ = 0, flags_ = 0;
    bool can_quit_ = true;
};

} // namespace

std::string random_flow(std::uint32_t number, Shape shape) {
    return Author(number, shape).write();
}

} // namespace rondix::test
