// What a check finds when it knows less: with next to no work allowed for shortest ways, and with
// nothing remembered of the screens that lie beneath on circles. It has to find the same.
#include "reference/part.hpp"
#include "reference/random_flow.hpp"
#include "support.hpp"

#include "rondix/tools/check.hpp"
#include "rondix/tools/walkthrough.hpp"

#include <algorithm>
#include <set>

namespace rondix::test {
namespace {

/// The screens on which pressing back comes to no rest. A finding tells those together through
/// which the way goes that it shows, and that may be another; those told are left out.
std::set<std::uint32_t> take_restless(CheckResult& result) {
    std::set<std::uint32_t> places;
    std::erase_if(result.findings, [&](const Finding& finding) {
        if (finding.rule != RuleId::restless_back) return false;
        places.insert(finding.place.begin);
        for (const auto& also : finding.also) places.insert(also.place.begin);
        return true;
    });
    return places;
}

/// What keeps the player waiting, where it stands. It is told of the head that is come to first on
/// each screen, which may be another.
std::set<std::uint32_t> take_endless(CheckResult& result) {
    std::set<std::uint32_t> places;
    std::erase_if(result.findings, [&](const Finding& finding) {
        if (finding.rule != RuleId::endless_wait) return false;
        places.insert(finding.place.begin);
        return true;
    });
    return places;
}

/// Where it is not known the screens beneath, one head stands for many. So not every `back to` that
/// finds nothing is told; and a screen behind a trap may be told as one more, which it is.
void leave_what_is_alike(CheckResult& exact, CheckResult& quick) {
    const auto is_idle = [](const Finding& finding) { return finding.rule == RuleId::idle_step; };
    EXPECT_LE(std::count_if(quick.findings.begin(), quick.findings.end(), is_idle),
              std::count_if(exact.findings.begin(), exact.findings.end(), is_idle));
    std::erase_if(exact.findings, is_idle);
    std::erase_if(quick.findings, is_idle);
    EXPECT_EQ(take_restless(quick), take_restless(exact));
    const auto quick_waits = take_endless(quick), exact_waits = take_endless(exact);
    EXPECT_EQ(quick_waits.empty(), exact_waits.empty());
    EXPECT_TRUE(std::ranges::includes(exact_waits, quick_waits));
    const auto stuck = [](const Finding& finding) {
        return finding.rule == RuleId::no_way_out || finding.rule == RuleId::no_quit;
    };
    const auto has_no_goal = [](const CheckResult& result) {
        return std::any_of(result.findings.begin(), result.findings.end(),
                           [](const Finding& finding) { return finding.rule == RuleId::no_goal; });
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
                                               return known.rule == more.rule &&
                                                      known.place.begin == more.place.begin &&
                                                      known.with == more.with;
                                           });
    });
}

/// What is told of a whole circle stands where the fewest known moves lead: it may be elsewhere.
bool is_of_a_circle(const Finding& finding) {
    return finding.rule == RuleId::reopens && !finding.also.empty();
}

void put_in_one_order(CheckResult& result) {
    const auto key = [](const Finding& finding) {
        return std::pair(finding.rule, is_of_a_circle(finding) ? 0 : finding.place.begin);
    };
    std::stable_sort(result.findings.begin(), result.findings.end(),
                     [&](const Finding& a, const Finding& b) { return key(a) < key(b); });
}

/// The same is found, at the same places, and each way that is shown can be walked; of how many of
/// them it is not known whether they are the shortest.
std::size_t compare(const FlowFile& file, CheckResult exact, CheckResult quick, std::size_t& walked,
                    bool are_circles_loose) {
    if (are_circles_loose) leave_what_is_alike(exact, quick);
    put_in_one_order(exact);
    put_in_one_order(quick);
    std::size_t not_shortest = 0;
    EXPECT_EQ(quick.verdict, exact.verdict);
    EXPECT_EQ(quick.findings.size(), exact.findings.size());
    if (quick.findings.size() != exact.findings.size()) return 0;
    for (std::size_t i = 0; i < quick.findings.size(); ++i) {
        const Finding& found = quick.findings[i];
        EXPECT_EQ(found.rule, exact.findings[i].rule);
        if (!is_of_a_circle(found)) {
            EXPECT_EQ(found.place.begin, exact.findings[i].place.begin);
        }
        // (Of one head that stands for many it may be another that is come to first.)
        if (!are_circles_loose) {
            EXPECT_GE(found.how.size(), exact.findings[i].how.size());
        }
        if (!are_circles_loose && found.is_shortest && !is_of_a_circle(found)) {
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
/// of the screens beneath on circles.
TEST(KnowingLess, WaysThatAreNotTheShortestLeadToTheSame) {
    std::size_t not_shortest = 0, walked = 0;
    for (const Shape shape :
         {Shape::mixed, Shape::circles, Shape::rich, Shape::waiting, Shape::flags, Shape::crowded})
        for (std::uint32_t number = 1; number <= part_of(how_many(300)); ++number) {
            const FlowFile file = load_flow_text("random", random_flow(number, shape));
            if (!file.compiled) continue;
            SCOPED_TRACE(number);
            const CheckResult exact = prove(file);
            ASSERT_TRUE(exact.open.empty());
            CheckOptions little;
            little.max_work_for_shortest = 1;
            not_shortest += compare(file, exact, prove(file, little), walked, false);
            little.max_work_for_doubts = 1; // then some of it is open, and nothing is told wrong
            const CheckResult least = prove(file, little);
            EXPECT_TRUE(least.verdict == exact.verdict ||
                        (least.verdict == Verdict::undecided && !least.open.empty()));
            CheckOptions loose;
            loose.max_reopenable = 0;
            not_shortest += compare(file, exact, prove(file, loose), walked, true);
            if (HasFailure()) break;
        }
    EXPECT_GT(walked, part_of(how_many(300)));
    EXPECT_GT(not_shortest, part_of(how_many(300)) / 10);
}

/// In each of these something was told otherwise once where nothing is kept apart of the screens
/// beneath: a screen that back never leaves, a button that only some device cannot press, a trap.
TEST(KnowingLess, WhatLiesBeneathCirclesIsRememberedWhereItMatters) {
    std::size_t walked = 0;
    for (const auto& [number, shape] :
         {std::pair(84u, Shape::mixed), std::pair(665u, Shape::circles),
          std::pair(1470u, Shape::waiting), std::pair(2215u, Shape::crowded)}) {
        const FlowFile file = load_flow_text("random", random_flow(number, shape));
        SCOPED_TRACE(number);
        CheckOptions loose;
        loose.max_reopenable = 0;
        compare(file, prove(file), prove(file, loose), walked, true);
    }
    EXPECT_GT(walked, 10u);
}

/// Screens that open each other, and so many scenes, each of which has them over play as well.
std::string scenes_flow(int scenes) {
    std::string flow = "rondix: 1\nstart: title\ndevices: [mouse, keyboard]\nscenes:\n";
    std::string loads;
    for (int i = 0; i < scenes; ++i) {
        const std::string name = "dock" + std::to_string(i);
        flow += "  " + name + ": { file: x.json, root: sea }\n";
        loads += "      - { button: b" + std::to_string(i) + ", press: load " + name + " }\n";
    }
    const std::string ways = "      - { button: leave, press: quit }\n"
                             "      - { button: one, press: open charts }\n"
                             "      - { button: two, press: open tides }\n";
    flow += "loading: { timeout: 5s }\nscreens:\n  title:\n    title: T\n    controls:\n";
    flow += ways + loads +
            "  sea: { title: S, play: yes, menu: open pause, "
            "controls: [{ button: p, press: open pause }] }\n";
    for (const std::string name : {"pause", "charts", "tides"})
        flow.append("  ").append(name).append(":\n    title: N\n    controls:\n").append(ways);
    return flow;
}

/// Where scenes are why frames are many, nothing is given up: each adds as many heads as the last.
TEST(KnowingLess, ManyScenesAndASmallCircleAreCountedExactly) {
    const auto figures = [](int scenes) {
        const CheckResult result = prove(load_flow_text("scenes", scenes_flow(scenes)));
        EXPECT_EQ(result.verdict, Verdict::proved);
        EXPECT_TRUE(result.open.empty());
        EXPECT_TRUE(result.figures.way_out_known);
        return result.figures;
    };
    const std::size_t few = figures(20).heads, more = figures(40).heads, many = figures(200).heads;
    EXPECT_GT(more, few + 20);
    EXPECT_EQ(many - few, 9 * (more - few));
}

} // namespace
} // namespace rondix::test
