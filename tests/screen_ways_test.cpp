// The shortest ways to screens: what they lead to is on the screen, and stays there.
#include "check/listing.hpp"
#include "reference/part.hpp"
#include "reference/random_flow.hpp"
#include "rondix/runtime/apply.hpp"
#include "rondix/runtime/runner.hpp"
#include "support.hpp"

#include "draw/screens/tour.hpp"

namespace rondix::test {
namespace {

/// Goes to each screen of a flow that has a way; gives those where something else is shown then.
/// What is built in to begin with is passed before anything is shown.
std::vector<std::string> not_arrived_at(const CompiledFlow& flow, std::size_t& ways) {
    draw::Tour tour(flow, {});
    tour.resize({320, 180});
    std::vector<std::string> missed;
    for (std::size_t i = 0; i < flow.screens.size(); ++i) {
        if (!tour.way(ScreenId(i))) continue;
        ++ways;
        tour.go(ScreenId(i));
        if (tour.runner.menu_state().current() != ScreenId(i))
            missed.emplace_back(flow.text(flow.screens[i].id));
    }
    return missed;
}

TEST(ScreenWays, LeadToWhatIsShown) {
    std::size_t ways = 0;
    for (const char* folder : {"examples/tidewick", "examples/clean", "examples/broken"})
        for (const auto& entry : std::filesystem::directory_iterator(root() / folder)) {
            if (!entry.path().string().ends_with(".flow.yaml")) continue;
            const FlowFile file = load_flow(entry.path().string());
            if (!file.compiled) continue;
            EXPECT_EQ(not_arrived_at(*file.compiled, ways), std::vector<std::string>{})
                << entry.path();
        }
    EXPECT_GE(ways, 200u);
}

TEST(ScreenWays, AScreenThatAlwaysClosesAtOnceHasNone) {
    const FlowFile file = good_flow(R"(
rondix: 1
start: title
flags: { over: { default: yes } }
screens:
  title: { controls: [{ button: on, press: open gone }, { button: leave, press: quit }] }
  gone: { closes-when: over, controls: [{ button: back, press: back }] }
)");
    const auto ways = ways_to_screens(*file.compiled);
    ASSERT_TRUE(ways[0]);
    EXPECT_FALSE(ways[1]); // nobody ever sees it
}

/// A screen is ever shown where a menu state at rest has it on top: listed one by one.
TEST(ScreenWays, AreThereExactlyWhereTheListingShowsTheScreen) {
    std::size_t compared = 0, ways_in_all = 0;
    for (const Shape shape :
         {Shape::mixed, Shape::rich, Shape::circles, Shape::flags, Shape::waiting})
        for (std::uint32_t seed = 1; seed <= part_of(how_many(400)); ++seed) {
            const FlowFile file = load_flow_text("random", random_flow(seed, shape));
            if (!file.compiled) continue;
            const CompiledFlow& flow = *file.compiled;
            const Listing listing(flow, 4'000, Listing::Keep::states, all_devices);
            if (!listing.complete()) continue;
            std::vector<bool> shown(flow.screens.size());
            MenuState there(flow);
            for (Listing::Number number = 0; number < listing.size(); ++number) {
                listing.get(number, there);
                shown[index(there.current())] = true;
            }
            const auto ways = ways_to_screens(flow);
            for (std::size_t i = 0; i < shown.size(); ++i) {
                EXPECT_EQ(ways[i].has_value(), shown[i]) << seed << " screen " << i;
                if (!ways[i]) continue;
                Runner runner(flow);
                runner.start();
                for (const Move move : *ways[i]) {
                    EXPECT_TRUE(runner.replay(move)) << seed << " screen " << i;
                    runner.take_effects();
                    for (std::size_t k = 0; k < flow.scenes.size(); ++k)
                        runner.set_loaded(SceneId(k), false);
                }
                EXPECT_EQ(runner.menu_state().current(), ScreenId(i)) << seed;
                ++ways_in_all;
            }
            ++compared;
        }
    EXPECT_GT(compared, part_of(how_many(400)));
    EXPECT_GT(ways_in_all, compared);
}

} // namespace
} // namespace rondix::test
