// What is hidden leaves no hole. The expectation is the rule itself: a screen stands as the same
// screen would if the flow did not have what is hidden on it. Random screens, in random states.
#include "random_screen.hpp"
#include "reference/part.hpp"
#include "support.hpp"

#include "rondix/runtime/apply.hpp"
#include "rondix/runtime/runner.hpp"

namespace rondix::test {
namespace {

TEST(HiddenLayout, StandsAsIfWhatIsHiddenWereNotThere) {
    std::size_t compared = 0, moved = 0;
    for (unsigned seed = 0; seed < part_of(how_many(1500)); ++seed) {
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
    EXPECT_GT(compared, 10 * part_of(how_many(1500)));
    EXPECT_GT(moved, part_of(how_many(1500)));
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
