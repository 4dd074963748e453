// What is hidden leaves no hole. The expectation is the rule itself: a screen stands as the same
// screen would if the flow did not have what is hidden on it. Random screens, in random states.
#include "support.hpp"

#include "rondix/runtime/apply.hpp"
#include "rondix/runtime/runner.hpp"

#include <random>

namespace rondix::test {
namespace {

class RandomScreen {
  public:
    explicit RandomScreen(unsigned seed)
        : random_(seed) {
        const unsigned groups = 1 + number(5);
        for (unsigned i = 0; i < groups; ++i)
            groups_.push_back({form(), number(3) == 0 ? none : number(i + 1)});
        const unsigned controls = 1 + number(12);
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

void raise(Runner& runner, unsigned raised) {
    for (unsigned f = 0; f < RandomScreen::flags; ++f)
        runner.set_flag(runner.flow().flag("f" + std::to_string(f)), raised >> f & 1);
}

/// All that can be used is reached with the four directions, from each.
void expect_reached(Runner& runner) {
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

TEST(HiddenLayout, StandsAsIfWhatIsHiddenWereNotThere) {
    std::size_t compared = 0, moved = 0;
    for (unsigned seed = 0; seed < how_many(1500); ++seed) {
        RandomScreen screen(seed);
        const FlowFile whole = good_flow(screen.text([](std::size_t) { return false; }));
        ASSERT_TRUE(whole.compiled) << seed;
        Runner runner(*whole.compiled);
        runner.start();
        for (int round = 0; round < 3; ++round) {
            const unsigned raised = screen.number(1U << RandomScreen::flags);
            raise(runner, raised);
            const FlowFile left = good_flow(screen.text([&](std::size_t i) {
                return screen.is_hidden(i, raised) && !screen.keeps_room(i);
            }));
            ASSERT_TRUE(left.compiled) << seed;
            const Runner other(*left.compiled);
            for (std::size_t i = 0; i < screen.controls(); ++i) {
                const std::string name = "b" + std::to_string(i);
                const ControlId mine = whole.compiled->control(ScreenId{0}, name);
                EXPECT_EQ(shown(*whole.compiled, runner.menu_state(), mine),
                          !screen.is_hidden(i, raised));
                if (screen.is_hidden(i, raised) && !screen.keeps_room(i)) {
                    ++moved;
                    continue;
                }
                const Rect expected = other.bounds_of(left.compiled->control(ScreenId{0}, name));
                EXPECT_EQ(runner.bounds_of(mine), expected) << name;
                ++compared;
            }
            expect_reached(runner);
        }
        if (testing::Test::HasFailure())
            FAIL() << "screen " << seed << ":\n" << screen.text([](std::size_t) { return false; });
    }
    EXPECT_GT(compared, 10 * how_many(1500));
    EXPECT_GT(moved, how_many(1500));
}

constexpr const char* harbour = R"(
rondix: 1
start: title
flags: { saved: { set-by: game } }
screens:
  title:
    layout: { as: column, at: top-left, width: 200, gap: 10, item-size: 200x50 }
    groups: { foot: { as: row, at: bottom, style: sheet } }
    focus: begin
    controls:
      - { button: tour, text: Tour, press: quit }
      - { button: continue, text: Continue, press: quit, when: saved, else: hidden }
      - { button: begin, text: Begin, press: quit, when: not saved, else: hidden }
      - { button: leave, text: Leave, press: quit }
      - { button: log, text: Log, press: quit, in: foot, when: saved, else: hidden }
)";

TEST(HiddenLayout, HandsTheFocusToWhatComesInItsPlace) {
    const FlowFile file = good_flow(harbour);
    const CompiledFlow& flow = *file.compiled;
    Runner runner(flow);
    runner.start();
    const auto named = [&](const char* name) { return flow.control(ScreenId{0}, name); };
    EXPECT_EQ(runner.focus(), named("begin"));
    EXPECT_EQ(runner.bounds_of(named("begin")), (Rect{0, 60, 200, 50}));
    EXPECT_EQ(runner.bounds_of(named("leave")), (Rect{0, 120, 200, 50}));
    runner.set_flag(flow.flag("saved"), true);
    EXPECT_EQ(runner.focus(), named("continue"));
    EXPECT_EQ(runner.bounds_of(named("continue")), (Rect{0, 60, 200, 50}));
    EXPECT_EQ(runner.bounds_of(named("leave")), (Rect{0, 120, 200, 50}));
    runner.resize(2560, 1440);
    EXPECT_EQ(runner.bounds_of(named("leave")), (Rect{0, 120, 200, 50}));
}

TEST(HiddenLayout, AGroupWithNothingLeftIsNotDrawn) {
    const FlowFile file = good_flow(harbour);
    Runner runner(*file.compiled);
    runner.start();
    const auto groups = [&] {
        const auto items = runner.view();
        return std::count_if(items.begin(), items.end(),
                             [](const Item& item) { return item.kind == ItemKind::group; });
    };
    EXPECT_EQ(groups(), 0);
    runner.set_flag(file.compiled->flag("saved"), true);
    EXPECT_EQ(groups(), 1);
}

} // namespace
} // namespace rondix::test
