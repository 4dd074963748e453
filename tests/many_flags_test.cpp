// Flows with many flags of the game: what is found is found soon, and every way that is shown can
// be walked, whether it is the shortest or not.
#include "reference/random_flow.hpp"
#include "support.hpp"

#include "rondix/tools/check.hpp"
#include "rondix/tools/walkthrough.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <chrono>
#include <random>

namespace rondix::test {
namespace {

/// Screens of five buttons, each of which opens one of the next twelve, some of them under a
/// condition on one or two flags of the game; one screen has no way out.
std::string family(unsigned seed, int screens, int flags, double share) {
    std::mt19937 random(seed);
    const auto below = [&](int count) {
        return static_cast<int>(random() % static_cast<unsigned>(count));
    };
    const auto chance = [&](double part) { return below(1000) < static_cast<int>(part * 1000); };
    const auto condition = [&] {
        const int kind = below(10);
        const std::string one = fmt::format("f{}", below(flags));
        if (kind < 4) return one;
        if (kind < 7) return "not " + one;
        return fmt::format("{} and {}f{}", one, chance(0.3) ? "not " : "", below(flags));
    };
    std::string text = "rondix: 1\nstarts-with: s0\nflags:\n";
    for (int i = 0; i < flags; ++i) text += fmt::format("  f{}: {{ set-by: game }}\n", i);
    text += "screens:\n";
    const int trap = screens / 2 + below(screens / 2);
    for (int i = 0; i < screens; ++i) {
        text += fmt::format("  s{}:\n    title: Screen\n", i);
        if (i == trap) {
            text += "    back: none\n    controls: [{ button: b, text: B, press: tell nobody }]\n";
            continue;
        }
        text += "    controls:\n      - { button: leave, text: Leave, press: quit }\n";
        for (int b = 0; b < 5; ++b)
            text += fmt::format("      - {{ button: b{}, text: B, press: open s{}{} }}\n", b,
                                std::min(i + 1 + below(12), screens - 1),
                                chance(share) ? ", when: " + condition() : "");
    }
    return text;
}

TEST(ManyFlags, OfTheGameCostLittleAndEveryWayThatIsShownCanBeWalked) {
    std::size_t walked = 0, not_shortest = 0, traps = 0;
    double slowest = 0;
    for (unsigned seed = 1; seed <= how_many(20); ++seed)
        for (const double share : {0.1, 0.3, 0.6}) {
            const FlowFile file =
                load_flow_text("family", family(seed, seed % 4 == 0 ? 200 : 60, 30, share));
            ASSERT_TRUE(file.compiled);
            CheckOptions options;
            options.most_seconds = 60;
            const auto began = std::chrono::steady_clock::now();
            const CheckResult result = check(file, options);
            const std::chrono::duration<double> took = std::chrono::steady_clock::now() - began;
            slowest = std::max(slowest, took.count());
            EXPECT_NE(result.stop, Stop::time) << seed << " " << share;
            for (const Finding& finding : result.findings) {
                traps += finding.slug == Slug::no_way_out ? 1 : 0;
                not_shortest += finding.is_shortest ? 0 : 1;
                if (finding.how.empty()) continue;
                const Walkthrough walk =
                    load_walkthrough_text("walk", write_walkthrough("how", finding.how));
                EXPECT_TRUE(replay(*file.compiled, walk).passed)
                    << seed << " " << share << " " << finding.text;
                ++walked;
            }
        }
    std::printf("%zu ways walked, %zu of them not known to be the shortest, %zu traps; the slowest "
                "check took %.2f s\n",
                walked, not_shortest, traps, slowest);
    EXPECT_GT(walked, how_many(20));
    EXPECT_GT(traps, how_many(20));
}

/// Where it is not known what lies beneath, one head stands for many. So not every `back to` that
/// finds nothing is told; and a screen behind a trap may be told as one more, which it is.
void leave_what_is_alike(CheckResult& exact, CheckResult& quick) {
    const auto is_idle = [](const Finding& finding) { return finding.slug == Slug::idle_step; };
    EXPECT_LE(std::count_if(quick.findings.begin(), quick.findings.end(), is_idle),
              std::count_if(exact.findings.begin(), exact.findings.end(), is_idle));
    std::erase_if(exact.findings, is_idle);
    std::erase_if(quick.findings, is_idle);
    const auto stuck = [](const Finding& finding) {
        return finding.slug == Slug::no_way_out || finding.slug == Slug::no_quit;
    };
    const auto has_no_goal = [](const CheckResult& result) {
        return std::any_of(result.findings.begin(), result.findings.end(),
                           [](const Finding& finding) { return finding.slug == Slug::no_goal; });
    };
    if (has_no_goal(exact) && !has_no_goal(quick)) { // it is not known, and each trap is told
        EXPECT_TRUE(std::any_of(quick.findings.begin(), quick.findings.end(), stuck));
        exact.findings.clear();
        quick.findings.clear();
    }
    if (std::none_of(exact.findings.begin(), exact.findings.end(), stuck)) return;
    std::erase_if(quick.findings, [&](const Finding& more) {
        return stuck(more) && std::none_of(exact.findings.begin(), exact.findings.end(),
                                           [&](const Finding& known) {
                                               return known.slug == more.slug &&
                                                      known.place.begin == more.place.begin &&
                                                      known.with == more.with;
                                           });
    });
}

/// The same is found, at the same places, and each way that is shown can be walked; of how many of
/// them it is not known whether they are the shortest.
std::size_t compare(const FlowFile& file, CheckResult exact, CheckResult quick, std::size_t& walked,
                    bool are_circles_loose) {
    if (are_circles_loose) leave_what_is_alike(exact, quick);
    std::size_t not_shortest = 0;
    EXPECT_EQ(quick.verdict, exact.verdict);
    EXPECT_EQ(quick.findings.size(), exact.findings.size());
    if (quick.findings.size() != exact.findings.size()) return 0;
    for (std::size_t i = 0; i < quick.findings.size(); ++i) {
        const Finding& found = quick.findings[i];
        EXPECT_EQ(found.slug, exact.findings[i].slug);
        EXPECT_EQ(found.place.begin, exact.findings[i].place.begin);
        // (Of one head that stands for many it may be another that is come to first.)
        if (!are_circles_loose) {
            EXPECT_GE(found.how.size(), exact.findings[i].how.size());
        }
        if (!are_circles_loose && found.is_shortest) {
            EXPECT_EQ(found.how.size(), exact.findings[i].how.size());
        }
        not_shortest += found.is_shortest ? 0 : 1;
        if (found.how.empty()) continue;
        const Walkthrough walk = load_walkthrough_text("walk", write_walkthrough("how", found.how));
        EXPECT_TRUE(replay(*file.compiled, walk).passed) << found.text;
        ++walked;
    }
    return not_shortest;
}

/// Every random family, with next to no work allowed for shortest ways; and with nothing kept apart
/// of what lies beneath on circles.
TEST(ManyFlags, WaysThatAreNotTheShortestLeadToTheSame) {
    std::size_t not_shortest = 0, walked = 0;
    for (const Shape shape :
         {Shape::mixed, Shape::circles, Shape::rich, Shape::waiting, Shape::flags})
        for (std::uint32_t number = 1; number <= how_many(300); ++number) {
            const FlowFile file = load_flow_text("random", random_flow(number, shape));
            if (!file.compiled) continue;
            SCOPED_TRACE(number);
            const CheckResult exact = check(file);
            ASSERT_TRUE(exact.open.empty());
            CheckOptions little;
            little.most_work_for_shortest = 1;
            not_shortest += compare(file, exact, check(file, little), walked, false);
            CheckOptions loose;
            loose.most_reopenable = 0;
            not_shortest += compare(file, exact, check(file, loose), walked, true);
            if (HasFailure()) break;
        }
    EXPECT_GT(walked, how_many(300));
    EXPECT_GT(not_shortest, how_many(300) / 10);
}

} // namespace
} // namespace rondix::test
