#include "reference/game_flow.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <random>

namespace rondix::test {

namespace {

class Writer {
  public:
    Writer(int screens, std::uint32_t number)
        : screens_(screens)
        , with_trap_(number % 2 == 1)
        , random_(number) {}

    std::string write() {
        const int trapped = with_trap_ ? below(screens_) : -1;
        head();
        screen("title", 0, "    back: open quitter\n", false, false);
        for (int i = 1; i < scenes; ++i)
            screen(fmt::format("play{}", i), below(screens_),
                   fmt::format("    play: yes\n    menu: open s{}\n", below(screens_)), true,
                   false);
        for (int i = 0; i < screens_; ++i)
            screen(fmt::format("s{}", i), i, "", false, i == trapped);
        for (const char* name : {"busy", "saving"})
            text_ += fmt::format("  {}: {{ title: Wait, back: none }}\n", name);
        for (const char* more : {"failed: { back: none, ", "unsaved: { ", "quitter: { ",
                                 "lost: { urgent: yes, closes-when: f0, "})
            text_ += fmt::format("  {}title: So, controls: [{{ button: h, text: H, press: home }}, "
                                 "{{ button: l, text: L, press: quit }}] }}\n",
                                 more);
        if (with_trap_)
            text_ += "  pit: { title: Pit, back: none, controls: [{ button: a, text: A, press: "
                     "open deeper }] }\n"
                     "  deeper: { title: Deeper, controls: [{ button: a, text: A, press: back }] "
                     "}\n";
        return text_;
    }

  private:
    static constexpr int flags = 8, of_the_game = 3, scenes = 4;

    int below(int count) { return static_cast<int>(random_() % static_cast<unsigned>(count)); }
    bool chance(int percent) { return below(100) < percent; }

    void head() {
        text_ = "rondix: 1\nstart: title\ndevices: [keyboard, mouse, pad, touch]\nscenes:\n"
                "  sc0: { file: a.json, root: title }\n";
        for (int i = 1; i < scenes; ++i)
            text_ += fmt::format("  sc{0}: {{ file: a{0}.json, root: play{0} }}\n", i);
        text_ += "order: [sc0, sc1, sc2, sc3]\n"
                 "loading: { screen: busy, timeout: 20s, failed: failed }\nflags:\n";
        for (int i = 0; i < flags; ++i)
            text_ += fmt::format("  f{}: {}\n", i, i < of_the_game ? "{ set-by: game }" : "{}");
        text_ += fmt::format("settings:\n  level: {{ from: 1, to: 20, default: 3 }}\n"
                             "  full: {{ default: no }}\n"
                             "requests:\n  save: {{ screen: saving, timeout: 10s, done: raise f{}, "
                             "failed: open unsaved }}\n"
                             "events:\n  pad: {{ during: any, do: open lost }}\n",
                             of_the_game);
        for (int i = 0; i < 4; ++i)
            text_ += fmt::format("  event{}: {{ {}do: open s{} }}\n", i,
                                 chance(60) ? "else: wait, " : "", below(screens_));
        text_ += "screens:\n";
    }

    std::string condition(int depth = 0) {
        const int kind = below(100);
        if (kind < 60) return fmt::format("{}f{}", chance(40) ? "not " : "", below(flags));
        if (kind < 75)
            return fmt::format("level {} {}", chance(50) ? "below" : "above", 2 + below(17));
        if (kind < 85 || depth == 2) return chance(50) ? "full" : "not full";
        const std::string one = condition(depth + 1), other = condition(depth + 1);
        return fmt::format("({} {} {})", one, chance(50) ? "and" : "or", other);
    }

    std::string step(int from, bool in_play) {
        const int near = std::min(screens_ - 1, from + 1 + below(12));
        const int to = chance(80) ? near : below(screens_), kind = below(100);
        std::string move = "back";
        if (kind < 55)
            move = fmt::format("open s{}", to);
        else if (kind < 70)
            move = fmt::format("{} s{}", in_play ? "open" : "go", to);
        else if (kind < 76)
            move = fmt::format("back to s{}", below(from + 1));
        else if (kind < 82)
            move = fmt::format("load sc{}", below(scenes));
        else if (kind < 95)
            move = std::array{"request save", "resume", "home",
                              "load next"}[static_cast<std::size_t>(below(4))];
        if (chance(8)) move = fmt::format("set level {}, {}", 1 + below(20), move);
        if (chance(40))
            move = fmt::format("{} f{}, {}", chance(50) ? "raise" : "lower",
                               of_the_game + below(flags - of_the_game), move);
        return "[" + move + "]";
    }

    std::string when(int percent) {
        return chance(percent) ? fmt::format(", when: {}", condition()) : "";
    }

    void screen(const std::string& name, int at, const std::string& says, bool in_play,
                bool trapped) {
        text_ += fmt::format("  {0}:\n    title: {0}\n{1}", name, says);
        if (says.empty() && chance(4))
            text_ += fmt::format("    closes-when: f{}\n", below(of_the_game));
        text_ += "    controls:\n";
        if (chance(20)) text_ += "      - { slider: l, text: L, setting: level }\n";
        if (chance(15)) text_ += "      - { toggle: t, text: T, setting: full }\n";
        for (int i = 3 + below(4); i-- > 0;) {
            const std::string press = step(at, in_play);
            text_ += fmt::format("      - {{ button: b{0}, text: B, press: {1}{2} }}\n", i, press,
                                 when(30));
        }
        if (chance(20)) {
            const std::string asked = condition();
            text_ += fmt::format("      - {{ button: q, text: Q, press: [{{ when: {}, ask: Sure?, "
                                 "do: quit }}, {{ do: {} }}] }}\n",
                                 asked, step(at, in_play));
        }
        if (trapped)
            text_ +=
                fmt::format("      - {{ button: t2, text: T, press: open pit{} }}\n", when(90));
        text_ += fmt::format("      - {{ button: leave, text: Leave, press: quit{} }}\n", when(15));
    }

    const int screens_;
    const bool with_trap_;
    std::mt19937 random_;
    std::string text_;
};

} // namespace

std::string game_flow(int screens, std::uint32_t number) {
    return Writer(screens, number).write();
}

} // namespace rondix::test
