#include "reference/family_flow.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <numeric>
#include <random>

namespace rondix::test {

namespace {

class Writer {
  public:
    Writer(const Family& family, std::uint32_t number)
        : family_(family)
        , flags_(family.game_flags + family.own_flags)
        , random_(number) {
        if (family.trap) trap_ = family.screens / 2 + below(std::max(1, family.screens / 2));
    }

    std::string write() {
        text_ = "rondix: 1\nstart: s0\n";
        if (flags_ > 0) text_ += "flags:\n";
        for (int i = 0; i < flags_; ++i)
            text_ +=
                fmt::format("  f{}: {}\n", i, i < family_.game_flags ? "{ set-by: game }" : "{}");
        if (family_.levels > 0)
            text_ += fmt::format("settings:\n  level: {{ from: 1, to: {}, default: 1 }}\n",
                                 family_.levels);
        text_ += "screens:\n";
        for (int i = 0; i < family_.screens; ++i) screen(i);
        return text_;
    }

  private:
    int below(int count) { return static_cast<int>(random_() % static_cast<unsigned>(count)); }
    bool chance(double part) { return below(1000) < static_cast<int>(part * 1000); }
    std::string name(int screen) const {
        return screen == trap_ ? "trap" : fmt::format("s{}", screen);
    }

    std::string condition() {
        if (family_.levels > 0 && (flags_ == 0 || chance(0.5)))
            return chance(0.5) ? fmt::format("level below {}", 2 + below(family_.levels - 1))
                               : fmt::format("not level above {}", 1 + below(family_.levels - 1));
        const int kind = below(10);
        const std::string one = fmt::format("f{}", below(flags_));
        if (kind < 4) return one;
        if (kind < 7) return "not " + one;
        const int other = below(flags_); // one after the other, so that all compilers agree
        const bool inverted = chance(0.3);
        return fmt::format("{} and {}f{}", one, inverted ? "not " : "", other);
    }

    void screen(int number) {
        text_ += fmt::format("  {}:\n    title: Screen\n", name(number));
        if (number == trap_) {
            text_ += "    back: none\n    controls:\n      - { button: b, text: B, press: tell "
                     "nobody }\n";
            if (family_.way_on)
                text_ +=
                    "      - { button: on, text: On, press: open s0, when: " + condition() + " }\n";
            return;
        }
        text_ += "    controls:\n      - { button: leave, text: Leave, press: quit }\n";
        if (family_.levels > 0) text_ += "      - { slider: level, text: Level, setting: level }\n";
        std::array<int, 12> next{};
        std::iota(next.begin(), next.end(), number + 1);
        for (std::size_t i = 0; i < 5; ++i) {
            std::swap(next[i], next[i + static_cast<std::size_t>(below(12 - static_cast<int>(i)))]);
            if (next[i] >= family_.screens) continue;
            std::string press = "open " + name(next[i]);
            if (family_.own_flags > 0 && chance(0.3)) {
                const int flag = family_.game_flags + below(family_.own_flags);
                const bool raises = chance(0.5);
                press = fmt::format("[{} f{}, {}]", raises ? "raise" : "lower", flag, press);
            }
            const bool asks = flags_ + family_.levels > 0 && chance(family_.share);
            text_ += fmt::format("      - {{ button: b{}, text: B, press: {}{} }}\n", i, press,
                                 asks ? ", when: " + condition() : "");
        }
    }

    const Family family_;
    const int flags_;
    std::mt19937 random_;
    int trap_ = -1;
    std::string text_;
};

} // namespace

std::string family_flow(const Family& family, std::uint32_t number) {
    return Writer(family, number).write();
}

std::string tabs_flow(int count) {
    std::string text = "rondix: 1\nstart: t0\nscreens:\n";
    for (int i = 0; i < count; ++i) {
        text += fmt::format("  t{}:\n    title: Tab\n    controls:\n"
                            "      - {{ button: leave, text: Leave, press: quit }}\n",
                            i);
        for (int to = 0; to < count; ++to)
            if (to != i)
                text += fmt::format("      - {{ button: to{0}, text: To {0}, press: open t{0} }}\n",
                                    to);
    }
    return text;
}

} // namespace rondix::test
