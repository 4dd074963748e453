// Flows with many flags, settings and circles: what is found is found soon, and every way that is
// shown can be walked, whether it is the shortest or not.
#include "check/keeping.hpp"
#include "hard_flow.hpp"
#include "proof/players.hpp"
#include "reference/family_flow.hpp"
#include "reference/game_flow.hpp"
#include "reference/part.hpp"
#include "reference/random_flow.hpp"
#include "support.hpp"

#include "logic/player_moves.hpp"
#include "rondix/runtime/apply.hpp"
#include "rondix/tools/check.hpp"
#include "rondix/tools/report.hpp"
#include "rondix/tools/walkthrough.hpp"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <chrono>
#include <random>
#include <set>

namespace rondix::test {
namespace {

/// Whether a player who presses at random, in a game that does what it likes, comes to the trap:
/// with nothing but the rules.
bool is_come_to(const CompiledFlow& flow, std::uint32_t number) {
    const ScreenId trap = flow.screen("trap");
    std::mt19937 random(number);
    std::vector<Move> room(max_moves(flow));
    MenuState there(flow);
    for (int walk = 0; walk < 60; ++walk) {
        start_flow(flow, there);
        for (int step = 0; step < 150; ++step) {
            if (there.current() == trap) return true;
            const std::size_t count = list_moves(flow, there, room);
            const std::size_t which = random() % (count + flow.flags.size() / 4);
            Move move = which < count ? room[which] : Move::back();
            if (which >= count) {
                const auto flag = FlagId(random() % flow.flags.size());
                move = there.flag(flag) ? Move::lower(flag) : Move::raise(flag);
            }
            MenuState after = there;
            if (apply(flow, after, move).quits) continue;
            there.assign(after);
        }
    }
    return false;
}

/// What is told of families of large flows: soon, and so that it can be walked; the trap where
/// somebody comes to it, and no other.
struct Told {
    std::size_t flows = 0, walked = 0, not_shortest = 0, traps = 0, come_to = 0, open = 0;
    double slowest = 0;

    void take(const Family& family, std::uint32_t number) {
        SCOPED_TRACE(number);
        const FlowFile file = load_flow_text("family", family_flow(family, number));
        ASSERT_TRUE(file.compiled);
        CheckOptions options;
        options.max_seconds = parts() == 1 ? 60 : 600; // (with the sanitizers)
        const auto began = std::chrono::steady_clock::now();
        const CheckResult result = prove(file, options);
        const std::chrono::duration<double> took = std::chrono::steady_clock::now() - began;
        slowest = std::max(slowest, took.count());
        EXPECT_EQ(result.stop, Stop::nothing);
        ++flows;
        open += result.open.empty() ? 0 : 1;
        bool is_told = false;
        for (const Finding& finding : result.findings) {
            if (finding.rule == RuleId::no_way_out) {
                EXPECT_NE(finding.text.find("'trap'"), std::string::npos) << finding.text;
                is_told = true;
            }
            not_shortest += finding.is_shortest ? 0 : 1;
            if (finding.how.empty()) continue;
            const Walkthrough walk =
                load_walkthrough_text("walk", write_walkthrough("how", finding.how));
            EXPECT_TRUE(replay(*file.compiled, walk).passed) << finding.text;
            ++walked;
        }
        traps += is_told ? 1 : 0;
        if (family.way_on || !family.trap || !is_come_to(*file.compiled, number)) return;
        EXPECT_TRUE(is_told);
        ++come_to;
    }

    void print(const char* what) const {
        std::printf("%s: %zu flows, %zu traps (%zu come to at random), %zu ways walked, %zu not "
                    "known to be the shortest, %zu flows with something open; the slowest %.2f s\n",
                    what, flows, traps, come_to, walked, not_shortest, open, slowest);
    }
};

TEST(ManyFlags, OfTheGameCostLittleAndEveryWayThatIsShownCanBeWalked) {
    Told told;
    for (std::uint32_t number = 1; number <= part_of(how_many(20)); ++number)
        for (const double share : {0.1, 0.3, 0.6})
            told.take({.screens = number % 4 == 0 ? 200 : 60, .game_flags = 30, .share = share},
                      number);
    told.print("of the game");
    EXPECT_EQ(told.open, 0u);
    EXPECT_GT(told.traps, part_of(how_many(20)));
    EXPECT_GT(told.come_to, part_of(how_many(20)) / 2);
}

TEST(ManyFlags, OfTheFlowAreToldApartAsFarAsTheyMatter) {
    Told told, often_asked; // (more than half of the buttons with a condition is hard on purpose)
    for (std::uint32_t number = 1; number <= part_of(how_many(8)); ++number)
        for (const double share : {0.1, 0.3, 0.6})
            for (const int flags : {8, 16, 30})
                (share > 0.5 ? often_asked : told)
                    .take({.screens = 80,
                           .game_flags = number % 3 == 0 ? 16 : 0,
                           .own_flags = flags,
                           .share = share},
                          number);
    told.print("of the flow");
    often_asked.print("of the flow, asked often");
    EXPECT_EQ(told.open, 0u);
    EXPECT_LE(often_asked.open * 20, often_asked.flows);
    EXPECT_GT(told.traps, told.flows / 2);
    EXPECT_GT(told.come_to, told.flows / 10);
}

TEST(ManyFlags, AWayOnThatLeadsRoundIsNoTrapByItself) {
    Told told;
    for (std::uint32_t number = 1; number <= part_of(how_many(12)); ++number)
        for (const int flags : {8, 16})
            told.take({.screens = 60, .own_flags = flags, .share = 0.4, .way_on = true}, number);
    told.print("a way on");
    EXPECT_EQ(told.open, 0u);
    EXPECT_GT(told.traps, told.flows / 4);
}

TEST(ManyFlags, ASettingIsOneVariable) {
    Told told;
    for (std::uint32_t number = 1; number <= part_of(how_many(12)); ++number)
        for (const int levels : {3, 12, 20, 200}) {
            told.take({.screens = 4, .share = 0.6, .trap = false, .levels = levels}, number);
            told.take({.screens = 17, .own_flags = 3, .share = 0.6, .levels = levels}, number);
        }
    told.print("levels");
    EXPECT_EQ(told.open, 0u);
    EXPECT_GT(told.traps, told.flows / 8);
}

/// What is open is told as that, and never as if it were known.
TEST(ManyFlags, WhatIsOpenIsTold) {
    const FlowFile file =
        load_flow_text("family", family_flow({.screens = 80, .own_flags = 16, .share = 0.6}, 2));
    CheckOptions little;
    little.max_work_for_shortest = little.max_work_for_doubts = 1;
    const CheckResult result = prove(file, little);
    ASSERT_FALSE(result.open.empty());
    const std::string text = check_text(file, result);
    const auto json = nlohmann::json::parse(check_json(file, result));
    ASSERT_EQ(json["open"].size(), result.open.size());
    EXPECT_NE(json["verdict"], "proved");
    for (std::size_t i = 0; i < result.open.size(); ++i) {
        const OpenPoint& open = result.open[i];
        EXPECT_TRUE(open.text.starts_with("whether ")) << open.text;
        EXPECT_NE(text.find("open: " + open.text), std::string::npos) << text;
        EXPECT_EQ(json["open"][i]["text"], open.text);
        EXPECT_TRUE(json["open"][i]["place"]["line"].is_number());
        for (const Finding& finding : result.findings) // and not told as well
            EXPECT_FALSE(finding.rule == open.rule && finding.place.begin == open.place.begin);
    }
}

/// What a player who presses at random comes by, screens and controls, by the names of findings.
std::set<std::string> come_by(const CompiledFlow& flow, std::uint32_t number, int steps) {
    std::set<std::string> met;
    std::mt19937 random(number);
    std::vector<Move> room(max_moves(flow));
    MenuState there(flow);
    const auto name = [&](const auto& row) { return std::string(flow.text(row.id)); };
    for (int step = 0; step < steps; ++step) {
        if (step % 200 == 0) start_flow(flow, there);
        met.insert("'" + name(flow[there.current()]) + "'");
        const std::size_t count = list_moves(flow, there, room);
        const Move move = room[random() % count];
        if (move.kind == MoveKind::press) {
            const Control& control = flow[move.control()];
            met.insert("'" + name(control) + "' on '" + name(flow[control.screen]) + "'");
        }
        MenuState after = there;
        if (!apply(flow, after, move).quits) there.assign(after);
    }
    return met;
}

/// How many things are said never to be, with all devices.
std::size_t expect_none_is_said_not_to_be(const CheckResult& result,
                                          const std::set<std::string>& met) {
    std::size_t said = 0;
    for (const Finding& one : result.findings) {
        if (one.rule != RuleId::never_shown && one.rule != RuleId::never_pressable) continue;
        if (!one.with.empty()) continue;
        ++said;
        EXPECT_FALSE(met.contains(one.text.substr(0, one.text.find(" can never"))) ||
                     met.contains(one.text.substr(0, one.text.find(" is never"))))
            << one.text;
    }
    return said;
}

/// Too many values to be listed, and going forward does not come by all that can be: nothing is
/// left open all the same, and nothing that a player comes by is told as if it never happened.
TEST(ManyFlags, ManyThatMostButtonsAskForLeaveNothingOpen) {
    struct Hard {
        std::uint32_t number = 0;
        int flags = 0;
    };
    const Hard hard[] = {{2, 16}, {3, 30}, {7, 16}, {8, 30}, {3, 16}, {2, 30}, {8, 16}, {102, 30}};
    for (const auto& [number, flags] : std::span(hard).first(part_of(std::size(hard)))) {
        SCOPED_TRACE(number);
        const FlowFile file = load_flow_text(
            "family", family_flow({.screens = 100, .own_flags = flags, .share = 0.6}, number));
        const CheckResult result = prove(file);
        EXPECT_TRUE(result.open.empty());
        const std::set<std::string> met = come_by(*file.compiled, number, 300'000);
        EXPECT_GT(met.size(), 100U);
        expect_none_is_said_not_to_be(result, met);
    }
}

/// The same of whole games, in which loads, requests and events are answered at random as well.
TEST(ManyFlags, NothingThatHappensInAWholeGameIsSaidNotTo) {
    std::size_t said = 0;
    for (std::uint32_t number = 1; number <= part_of(40); ++number) {
        SCOPED_TRACE(number);
        const FlowFile file = load_flow_text("game", game_flow(5, number));
        ASSERT_TRUE(file.compiled) << all_text(file);
        said +=
            expect_none_is_said_not_to_be(prove(file), come_by(*file.compiled, number, 100'000));
    }
    EXPECT_GT(said, 10u);
}

TEST(ManyFlags, TabsThatAllOpenEachOtherAreProved) {
    for (const int tabs : {4, 12, 24}) {
        const CheckResult result = prove(load_flow_text("tabs", tabs_flow(tabs)));
        EXPECT_EQ(result.verdict, Verdict::proved) << tabs;
        EXPECT_TRUE(result.open.empty()) << tabs;
    }
}

/// What memory does not suffice for is left open, and the rest is found all the same.
TEST(ManyFlags, WhatThereIsNoMemoryForIsLeftOpen) {
    const FlowFile file = load_flow_text("lock", lock_flow(16));
    CheckOptions little;
    little.max_megabytes = 50;
    const CheckResult result = prove(file, little);
    EXPECT_EQ(result.verdict, Verdict::undecided);
    EXPECT_EQ(result.stop, Stop::memory);
    ASSERT_FALSE(result.open.empty());
    for (const OpenPoint& one : result.open) EXPECT_EQ(one.rule, RuleId::no_way_out);
}

/// Where a way into a trap ends, the player is lost: by the listing of all that can come after.
void expect_lost(const FlowFile& file, const Finding& found) {
    const CompiledFlow& flow = *file.compiled;
    const Walkthrough walk = load_walkthrough_text("walk", write_walkthrough("how", found.how));
    Runner runner(flow);
    runner.start();
    WalkPlayer player(runner, walk);
    while (!player.done()) player.step();
    ASSERT_TRUE(player.report().passed) << found.text;
    DeviceSet devices = flow.devices;
    for (const DeviceSet one : players(flow))
        if (names_of(one) == found.with) devices = one;
    const bool play_is_a_goal = found.rule != RuleId::no_quit;
    const Silence silence = found.rule == RuleId::no_way_out ? Silence::ends : Silence::counts;
    const auto lost = is_lost(flow, runner.menu_state(), devices, play_is_a_goal, silence);
    EXPECT_TRUE(lost.value_or(true)) << found.text;
}

/// Every random family, with fewer flags told apart at once than matter: screen by screen the same
/// comes out, or it is told as open; and what is told is so.
TEST(ManyFlags, MoreThanCanBeToldApartCostNoTruth) {
    std::size_t needed_more = 0, settled = 0, traps = 0;
    for (const Shape shape :
         {Shape::mixed, Shape::circles, Shape::rich, Shape::waiting, Shape::flags, Shape::crowded})
        for (std::uint32_t number = 1; number <= part_of(how_many(300)); ++number) {
            const FlowFile file = load_flow_text("random", random_flow(number, shape));
            if (!file.compiled) continue;
            SCOPED_TRACE("flow " + std::to_string(number));
            const CheckResult exact = prove(file);
            if (exact.stop != Stop::nothing) continue;
            for (const unsigned bits : {0U, 1U, 2U, 4U}) {
                if (exact.figures.tracked_flags <= bits) continue;
                ++needed_more;
                CheckOptions few;
                few.max_bits = bits;
                const CheckResult result = prove(file, few);
                settled += result.verdict == exact.verdict ? 1 : 0;
                EXPECT_TRUE(result.verdict == exact.verdict ||
                            (result.verdict == Verdict::undecided && !result.open.empty()))
                    << check_text(file, result);
                for (const Finding& found : result.findings)
                    if (found.rule == RuleId::no_way_out || found.rule == RuleId::no_quit ||
                        found.rule == RuleId::endless_wait) {
                        expect_lost(file, found);
                        ++traps;
                    }
            }
            if (HasFailure()) return;
        }
    std::printf("%zu proofs needed more flags, %zu settled all the same, %zu traps\n", needed_more,
                settled, traps);
    EXPECT_GT(settled * 2, needed_more);
    EXPECT_GT(traps, needed_more / 10);
}

/// Wherever a proof is stopped, what is said of each screen by then is so.
TEST(ManyFlags, HalfAResultIsAResult) {
    std::size_t stopped = 0, safe = 0, open = 0, traps = 0;
    for (std::uint32_t number = 1; number <= part_of(how_many(10)); ++number)
        for (const int flags : {8, 16}) {
            const FlowFile file = load_flow_text(
                "family",
                family_flow(
                    {.screens = 60, .own_flags = flags, .share = 0.4, .way_on = number % 2 == 0},
                    number));
            const CheckResult whole = prove(file);
            std::set<std::uint32_t> trapped;
            for (const Finding& finding : whole.findings)
                if (finding.rule == RuleId::no_way_out) trapped.insert(finding.place.begin);
            for (const double seconds : {0.001, 0.003, 0.01, 0.02, 0.03, 0.05, 0.1}) {
                CheckOptions options;
                options.max_seconds = seconds;
                const CheckResult half = prove(file, options);
                if (half.stop == Stop::nothing) continue;
                ++stopped;
                std::set<std::uint32_t> told;
                for (const Finding& finding : half.findings) {
                    EXPECT_FALSE(finding.rule == RuleId::no_way_out &&
                                 !trapped.contains(finding.place.begin))
                        << finding.text;
                    if (finding.rule != RuleId::no_way_out) continue;
                    ++traps;
                    told.insert(finding.place.begin);
                    expect_lost(file, finding);
                }
                for (const OpenPoint& question : half.open) told.insert(question.place.begin);
                for (const std::string& name : half.safe_screens) {
                    const ScreenId screen = file.compiled->screen(name);
                    const std::uint32_t place = file.origins.screens[index(screen)].begin;
                    EXPECT_FALSE(trapped.contains(place)) << name;
                    told.insert(place);
                    ++safe;
                }
                open += half.open.size();
                // Of each screen something is said, or of none.
                EXPECT_TRUE(half.safe_screens.empty() || told.size() == file.flow.screens.size())
                    << told.size();
            }
        }
    std::printf("stopped %zu times: %zu screens safe, %zu open, %zu traps\n", stopped, safe, open,
                traps);
    EXPECT_GT(stopped, 0u);
}

/// What the player walks into soonest stands first, wherever it stands in the file.
TEST(ManyFlags, WhereALimitCutsTheRestOffTheNearestTrapIsToldFirst) {
    std::string text = lock_flow(16);
    const std::string screens = "screens:\n", gate = "      - { button: gate";
    text.insert(text.find(screens) + screens.size(),
                "  far-pit: { title: Far, back: none }\n"
                "  path: { title: Path, controls: [{ button: on, press: open far-pit }] }\n"
                "  near-pit: { title: Near, back: none }\n");
    text.insert(text.find(gate), "      - { button: walk, press: open path }\n"
                                 "      - { button: fall, press: open near-pit }\n");
    const FlowFile file = load_flow_text("lock", text);
    ASSERT_TRUE(file.compiled);
    CheckOptions options;
    options.max_heads = 1000;
    const CheckResult half = prove(file, options);
    ASSERT_EQ(half.stop, Stop::heads);
    ASSERT_GE(half.findings.size(), 2u);
    EXPECT_EQ(half.findings[0].text, "the player can get stuck on 'near-pit'");
    EXPECT_EQ(half.findings[1].text, "the player can get stuck on 'far-pit'");
}

/// Tabs that all open each other are one fault, with one word on what to write instead.
TEST(ManyFlags, ManyReopeningsOnOneCircleAreOneFinding) {
    std::string text = "rondix: 1\nstart: t0\nscreens:\n";
    constexpr int tabs = 12;
    for (int tab = 0; tab < tabs; ++tab) {
        text +=
            fmt::format("  t{}:\n    controls:\n      - {{ button: leave, press: quit }}\n", tab);
        for (int other = 0; other < tabs; ++other)
            if (other != tab)
                text += fmt::format("      - {{ button: to{0}, press: open t{0} }}\n", other);
    }
    const FlowFile file = load_flow_text("tabs", text);
    const CheckResult result = prove(file);
    EXPECT_EQ(result.verdict, Verdict::proved);
    ASSERT_EQ(result.findings.size(), 1u) << check_text(file, result);
    const Finding& found = result.findings[0];
    EXPECT_EQ(found.rule, RuleId::reopens);
    EXPECT_EQ(found.how.size(), 2u); // there, and back
    EXPECT_NE(found.fix.find("write 'go' instead of 'open'"), std::string::npos);
    std::string fixed = text; // as it is said there
    for (std::size_t at = 0; (at = fixed.find("press: open", at)) != std::string::npos;)
        fixed.replace(at, 11, "press: go");
    EXPECT_TRUE(prove(load_flow_text("tabs", fixed)).findings.empty());
}

} // namespace
} // namespace rondix::test
