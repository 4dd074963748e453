// Random screens: groups in groups, of every arrangement, with buttons that flags hide; some of the
// groups scroll, where that is wanted.
#pragma once

#include "support.hpp"

#include "rondix/runtime/apply.hpp"
#include "rondix/runtime/runner.hpp"

#include <random>

namespace rondix::test {

enum class Scrolling : std::uint8_t { none, some };

class RandomScreen {
  public:
    explicit RandomScreen(unsigned seed, Scrolling scrolling = Scrolling::none)
        : random_(seed) {
        const unsigned groups = 1 + number(5);
        for (unsigned i = 0; i < groups; ++i)
            groups_.push_back({form(), number(3) == 0 ? none : number(i + 1)});
        if (scrolling == Scrolling::some)
            for (unsigned i = 0; i < groups; ++i) let_scroll(i);
        const unsigned controls = 1 + number(scrolling == Scrolling::some ? 40 : 12);
        for (unsigned i = 0; i < controls; ++i)
            controls_.push_back({number(4) == 0 ? none : number(groups), number(flags + 2),
                                 number(4) == 0, 1 + number(9)});
        // A group stands where the first control is named that stands in it. So that this is not
        // another place without some of them, groups are named in one order always.
        std::ranges::stable_sort(controls_, {}, [&](const Control& one) {
            std::vector<unsigned> path;
            for (unsigned at = one.group; at != none; at = parent(at))
                path.insert(path.begin(), at);
            return path;
        });
    }

    static constexpr unsigned flags = 4, none = 0xFFFF;
    std::size_t controls() const { return controls_.size(); }
    bool is_hidden(std::size_t control, unsigned raised) const {
        const unsigned flag = controls_[control].flag;
        return flag < flags && (raised >> flag & 1) == 0;
    }
    bool keeps_room(std::size_t control) const { return controls_[control].keeps_room; }

    /// Without the controls of which `leaves_out` says so, and without the groups in which nothing
    /// is left.
    template <class LeavesOut>
    std::string text(LeavesOut leaves_out) const {
        std::vector<bool> is_used(groups_.size(), false);
        for (std::size_t i = 0; i < controls_.size(); ++i)
            for (unsigned at = leaves_out(i) ? none : controls_[i].group; at != none;
                 at = parent(at))
                is_used[at] = true;
        std::string text = "rondix: 1\nstart: title\nflags:\n";
        for (unsigned f = 0; f < flags; ++f)
            text += "  f" + std::to_string(f) + ": { set-by: game }\n";
        text += "screens:\n  title:\n    groups:\n";
        for (std::size_t i = 0; i < groups_.size(); ++i) {
            if (!is_used[i]) continue;
            text += "      g" + std::to_string(i) + ": { " + groups_[i].form;
            const unsigned in = parent(static_cast<unsigned>(i));
            text += (in == none ? "" : ", in: g" + std::to_string(in)) + " }\n";
        }
        text += "    controls:\n      - { button: away, text: Away, press: quit, place: { at: "
                "bottom-right, size: 60x40 } }\n";
        for (std::size_t i = 0; i < controls_.size(); ++i)
            if (!leaves_out(i)) text += control(i);
        return text;
    }

    unsigned number(unsigned below) {
        return std::uniform_int_distribution(0U, below - 1)(random_);
    }

  private:
    struct Group {
        std::string form;
        unsigned in = none;
        bool scrolls = false;
    };
    struct Control {
        unsigned group = none, flag = 0;
        bool keeps_room = false;
        unsigned letters = 1;
    };

    /// Groups stand in earlier ones only.
    unsigned parent(unsigned group) const {
        return groups_[group].in < group ? groups_[group].in : none;
    }

    /// What stands in one that scrolls does not scroll by itself, and is not wider than that.
    void let_scroll(unsigned group) {
        for (unsigned at = group; at != none; at = parent(at)) {
            if (!groups_[at].scrolls) continue;
            std::string& form = groups_[group].form;
            if (const std::size_t size = form.find(", size:"); size != std::string::npos)
                form.resize(size);
            return;
        }
        if (number(3) == 0) return;
        const char* ways[] = {"down", "down", "across", "both"};
        Group& own = groups_[group];
        own.scrolls = true;
        own.form += std::string(", scroll: ") + ways[number(4)];
        if (own.form.find("size:") == std::string::npos && number(3) > 0)
            own.form += ", size: " + std::to_string(80 + number(400)) + "x" +
                        std::to_string(80 + number(300));
    }

    std::string form() {
        const char* as[] = {"column", "row", "grid, columns: 3", "grid, columns: 2", "overlay"};
        const char* at[] = {"top-left", "top", "left", "middle", "bottom", "top-right"};
        const char* pack[] = {"start", "middle", "end", "apart"};
        const char* align[] = {"start", "middle", "end", "fill"};
        return std::string("as: ") + as[number(5)] + ", at: " + at[number(6)] +
               ", gap: " + std::to_string(number(20)) + ", padding: " + std::to_string(number(9)) +
               ", pack: " + pack[number(4)] + ", align: " + align[number(4)] +
               (number(3) == 0 ? ", size: 500x300" : "");
    }

    std::string control(std::size_t i) const {
        const Control& one = controls_[i];
        std::string text = "      - { button: b" + std::to_string(i) + ", text: \"" +
                           std::string(one.letters, 'w') + "\", press: quit";
        if (one.group != none) text += ", in: g" + std::to_string(one.group);
        if (one.flag < flags)
            text += ", when: f" + std::to_string(one.flag) + ", else: hidden" +
                    (one.keeps_room ? ", keeps-room: yes" : "");
        return text + " }\n";
    }

    std::mt19937 random_;
    std::vector<Group> groups_;
    std::vector<Control> controls_;
};

inline void raise(Runner& runner, unsigned raised) {
    for (unsigned f = 0; f < RandomScreen::flags; ++f)
        runner.set_flag(runner.flow().flag("f" + std::to_string(f)), raised >> f & 1);
}

/// All that can be used is reached with the four directions, from each.
inline void expect_reached(Runner& runner) {
    std::vector<ControlId> usable_now;
    for (std::uint32_t i = 0; i < runner.flow().controls.size(); ++i)
        if (usable(runner.flow(), runner.menu_state(), ControlId{i}))
            usable_now.push_back(ControlId{i});
    for (const ControlId from : usable_now) {
        std::vector<ControlId> found{from};
        for (std::size_t i = 0; i < found.size(); ++i)
            for (const Button direction : {Button::up, Button::down, Button::left, Button::right}) {
                const ControlId to = runner.route(found[i], direction);
                if (to != no_control && std::find(found.begin(), found.end(), to) == found.end())
                    found.push_back(to);
            }
        EXPECT_EQ(found.size(), usable_now.size());
    }
}

} // namespace rondix::test
