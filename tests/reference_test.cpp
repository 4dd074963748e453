// The listing and what is said about it, compared with the naive reference on random flows: the
// same menu states, the same verdicts, the same shortest ways.
#include "proof/players.hpp"
#include "reference/naive.hpp"
#include "reference/part.hpp"
#include "reference/random_flow.hpp"
#include "rondix/runtime/runner.hpp"
#include "rondix/tools/check.hpp"
#include "rondix/tools/move_text.hpp"
#include "support.hpp"

#include <gtest/gtest.h>

#include <algorithm>
#include <random>

namespace rondix {
namespace {

constexpr std::size_t most = 600;

naive::Level level_of(const CompiledFlow& flow, const MenuState& now, std::size_t height) {
    naive::Level level;
    const ScreenId screen = now.screen_at(height);
    level.screen = flow.text(flow[screen].id);
    if (const ScreenId question = now.question_at(height); question != no_screen) {
        const std::string id(flow.text(flow[question].id));
        const Screen& row = flow[question];
        const bool keeps = row.keeps != no_setting;
        const bool asked = keeps && flow[row.keeps].asks.count > 0;
        level.question = keeps ? "keep " + std::string(flow.text(flow[row.keeps].id)) + " " +
                                     std::to_string(asked ? row.keeps_value : 0)
                               : std::string(flow.text(row.title));
    }
    for (const Pages& pages : flow.pages) {
        const int page = now.pages_at(height) / pages.unit % static_cast<int>(pages.names.count);
        if (pages.screen == screen && page != 0) level.pages.emplace(flow.text(pages.id), page);
    }
    return level;
}

naive::Plain plain_of(const CompiledFlow& flow, const MenuState& now) {
    naive::Plain plain;
    const char* phases[] = {"none", "loaded", "loading", "failed"};
    plain.phase = phases[static_cast<int>(now.phase())];
    if (now.scene() != no_scene) plain.scene = flow.text(flow[now.scene()].id);
    for (std::size_t i = 0; i < now.depth(); ++i) plain.stack.push_back(level_of(flow, now, i));
    for (std::size_t i = 0; i < flow.flags.size(); ++i)
        if (now.flag(FlagId(i)) && flow.flags[i].kind != FlagKind::setting)
            plain.raised.emplace(flow.text(flow.flags[i].id));
    for (const Setting& setting : flow.settings)
        for (std::uint32_t i = setting.asks.begin; i < setting.asks.end(); ++i) {
            const SettingAsk& ask = flow.setting_asks[i];
            if (now.flag(ask.flag))
                plain.raised.insert(std::string(flow.text(setting.id)) + " " +
                                    std::to_string(ask.least) + "-" + std::to_string(ask.most));
        }
    for (std::size_t i = 0; i < flow.events.size(); ++i)
        if (now.waits(EventId(i))) plain.waiting.emplace(flow.text(flow.events[i].id));
    return plain;
}

/// That the game lets a scene go is said, and is no move.
std::size_t moves_in(const std::vector<std::string>& how) {
    return static_cast<std::size_t>(
        std::count_if(how.begin(), how.end(),
                      [](const std::string& step) { return !step.starts_with(lets_go); }));
}

/// Of what is said of a player with all devices, or with these alone.
std::size_t shortest_how(const Findings& findings, RuleId rule, const std::string& with = {}) {
    std::size_t shortest = naive::never;
    for (const Finding& finding : findings)
        if (finding.rule == rule && finding.with == with)
            shortest = std::min(shortest, moves_in(finding.how));
    return shortest;
}

std::size_t count(const Findings& findings, RuleId rule, const std::string& with = {}) {
    return static_cast<std::size_t>(
        std::count_if(findings.begin(), findings.end(),
                      [&](auto& finding) { return finding.rule == rule && finding.with == with; }));
}

/// What the reference says of a flow.
struct Expected {
    std::size_t states = 0, moves = 0, deepest = 0, longest_way_out = 0;
    std::size_t nearest_stuck = naive::never, nearest_captive = naive::never;
    std::size_t nearest_reopening = naive::never, nearest_unasked = naive::never;
    bool some_goal = false, endless = false, nothing_usable = false, restless = false;
    std::set<std::string> shown, usable, pressed, traps;
    std::set<std::size_t> idle; // places of steps

    Expected(const FlowFile& file, const naive::Reference& reference,
             const std::map<naive::Plain, naive::Known>& all) {
        states = all.size();
        for (const auto& [plain, known] : all)
            if (known.blocked) traps.insert(plain.top());
        std::set<std::size_t> work;
        for (const auto& [plain, known] : all) {
            const std::string& screen = plain.top();
            shown.insert(screen);
            moves += known.steps.size();
            deepest = std::max(deepest, plain.stack.size());
            const bool stuck = known.way_out == naive::never;
            some_goal = some_goal || reference.in_play(plain);
            for (const naive::Step& step : known.steps)
                some_goal =
                    some_goal || (step.quits && (step.players || step.answer || step.by_itself));
            endless = endless || (!stuck && known.in_silence == naive::never);
            const bool lost = known.in_silence == naive::never;
            // A trap that is entered by a load is told at the screen that the load leads to.
            const bool on_the_way =
                plain.phase == "loading" &&
                std::any_of(known.steps.begin(), known.steps.end(), [&](const naive::Step& step) {
                    const bool load = step.text == "loaded" || step.text == "load fails";
                    return load && all.at(step.next).blocked;
                });
            if (known.blocked && !on_the_way)
                nearest_stuck = std::min(nearest_stuck, known.distance);
            if (!stuck && !lost) longest_way_out = std::max(longest_way_out, known.in_silence);
            if (file.flow.can_quit && !lost && known.leaving == naive::never)
                nearest_captive = std::min(nearest_captive, known.distance);
            for (const naive::Step& step : known.steps) {
                if (!plain.asks()) pressed.insert(screen + " " + used_by(step.text));
                if (leaves_unasked(file.flow, reference, plain, step))
                    nearest_unasked = std::min(nearest_unasked, known.distance + 1);
                if (known.blocked) continue;
                const bool itself = step.opens == screen;
                if (step.reopens && (step.players || !itself))
                    nearest_reopening = std::min(nearest_reopening, known.distance + 1);
                if (step.last == naive::never) continue;
                if (step.works)
                    work.insert(step.last);
                else if (!traps.contains(screen))
                    idle.insert(step.last);
            }
            look_at_screen(file, reference, plain, known);
        }
        for (const std::size_t place : work) idle.erase(place);
    }

    /// The control that a move uses, if it uses one: "press b0 row 2", "change b1 to 3".
    static std::string used_by(const std::string& move) {
        if (!move.starts_with("press ") && !move.starts_with("change ")) return "";
        const std::size_t begin = move.find(' ') + 1;
        return move.substr(begin, move.find(' ', begin) - begin);
    }

    static bool leaves_unasked(const Flow& flow, const naive::Reference& reference,
                               const naive::Plain& plain, const naive::Step& step) {
        const bool over_play = reference.screen(plain.stack[0].screen).play;
        if (!step.leaves || step.agreed || !over_play) return false;
        if (!step.players && !step.by_itself) return false;
        return std::any_of(flow.flags.begin(), flow.flags.end(), [&](const FlowFlag& flag) {
            const bool excepted = std::ranges::any_of(
                flag.except_on, [&](const Name& name) { return name.text == plain.top(); });
            const bool given_up = !step.next.raised.contains(flag.id.text);
            return flag.warns && plain.raised.contains(flag.id.text) && !excepted && !given_up;
        });
    }

    void look_at_screen(const FlowFile& file, const naive::Reference& reference,
                        const naive::Plain& plain, const naive::Known& known) {
        const std::string& screen = plain.top();
        const bool has_back = file.flow.devices & default_devices;
        for (const FlowControl& control : reference.screen(screen).controls)
            if (!plain.asks() && reference.usable(control, plain))
                usable.insert(screen + " " + control.id.text);
        const FlowRequest* request = reference.request_of(screen);
        if (known.blocked || traps.contains(screen)) return;
        if (plain.phase != "loading" && !request && !reference.in_play(plain) &&
            reference.nothing_usable(plain))
            nothing_usable = true;
        if (has_back && !reference.back_rests(plain)) restless = true;
    }
};

/// How often each verdict came up: a comparison in which everything is well would prove little.
struct Tally {
    std::size_t alone = 0, trapped_alone = 0, unseen_alone = 0, walked = 0, lost_before = 0;
    std::size_t compared = 0, trapped = 0, captive = 0, reopening = 0, clean = 0, endless = 0,
                nothing_usable = 0, restless = 0, idle = 0, idle_told = 0, measured = 0,
                measured_exactly = 0, unasked = 0;
};

void compare_findings(const FlowFile& file, const Expected& expected, const CheckResult& result,
                      Tally& tally) {
    const auto told = [&](RuleId rule) { return count(result.findings, rule) > 0; };
    EXPECT_EQ(told(RuleId::no_goal), !expected.some_goal);
    if (expected.some_goal) {
        EXPECT_EQ(shortest_how(result.findings, RuleId::no_way_out), expected.nearest_stuck);
        // What traps do to waiting and leaving may be told only once they are fixed.
        const bool traps = told(RuleId::no_way_out);
        if (!traps) {
            EXPECT_EQ(told(RuleId::endless_wait), expected.endless);
        }
        const bool captive = expected.nearest_captive != naive::never;
        if (!traps && !told(RuleId::endless_wait)) {
            EXPECT_EQ(told(RuleId::no_quit), captive);
        }
    }
    EXPECT_EQ(shortest_how(result.findings, RuleId::reopens), expected.nearest_reopening);
    EXPECT_EQ(shortest_how(result.findings, RuleId::leaves_unasked), expected.nearest_unasked);
    EXPECT_EQ(told(RuleId::nothing_usable), expected.nothing_usable);
    EXPECT_EQ(told(RuleId::restless_back), expected.restless);
    for (const Finding& finding : result.findings) {
        if (finding.rule != RuleId::idle_step) continue;
        EXPECT_TRUE(expected.idle.contains(finding.place.begin)) << finding.text;
        ++tally.idle_told;
    }
    tally.idle += expected.idle.size();
    bool all_shown = true, all_pressed = true;
    for (const FlowScreen& screen : file.flow.screens) {
        const bool shown = expected.shown.contains(screen.id.text);
        all_shown = all_shown && shown;
        for (const FlowControl& control : screen.controls)
            if (shown && is_usable_kind(control.kind) &&
                !expected.pressed.contains(screen.id.text + " " + control.id.text))
                all_pressed = false;
    }
    EXPECT_EQ(told(RuleId::never_shown), !all_shown);
    EXPECT_EQ(told(RuleId::never_pressable), !all_pressed);
}

/// What is printed is walked by the reference: each move can be made by a player with these
/// devices, the trap is one, and so it is from where the player is said to be lost.
void walk_what_is_printed(const naive::Reference& reference,
                          const std::map<naive::Plain, naive::Known>& all, const Findings& findings,
                          const std::string& with, Tally& tally) {
    for (const Finding& finding : findings) {
        if (finding.with != with) continue;
        std::vector<std::string> moves = finding.how;
        moves.insert(moves.end(), finding.around.begin(), finding.around.end());
        if (std::find(moves.begin(), moves.end(), "start") != moves.end()) continue;
        SCOPED_TRACE(finding.text);
        naive::Plain plain = reference.start();
        std::vector<bool> lost{all.at(plain).way_out == naive::never};
        for (const std::string& move : moves) {
            if (move.starts_with(lets_go)) { // no move: there, every scene is waited for
                lost.push_back(lost.back());
                continue;
            }
            const std::vector<naive::Step> steps = reference.steps(plain);
            const auto step = std::find_if(steps.begin(), steps.end(), [&](const auto& one) {
                return one.text == move && one.answered && reference.can_happen(one);
            });
            ASSERT_NE(step, steps.end()) << move;
            plain = step->next;
            lost.push_back(all.at(plain).way_out == naive::never);
            ++tally.walked;
        }
        if (finding.rule != RuleId::no_way_out) continue;
        ASSERT_TRUE(lost[finding.how.size()]);
        if (finding.lost_after == 0) continue;
        for (std::size_t i = finding.lost_after; i < finding.how.size(); ++i) ASSERT_TRUE(lost[i]);
        ASSERT_FALSE(lost[finding.lost_after - 1]);
        ++tally.lost_before;
    }
}

/// Each kind of devices alone, where the flow lists several that can do different things.
void compare_devices(const FlowFile& file, const Expected& all, const CheckResult& result,
                     Tally& tally) {
    const std::vector<DeviceSet> sets = players(*file.compiled);
    for (std::size_t i = 1; i < sets.size(); ++i) {
        naive::Devices devices;
        for (std::size_t kind = 0; kind < device_kind_count; ++kind)
            if (sets[i] & set_of(DeviceKind(kind))) devices.emplace(name_of(DeviceKind(kind)));
        const std::string with = names_of(sets[i]);
        SCOPED_TRACE("with " + with + " alone");
        const naive::Reference reference(file.flow, devices);
        const auto listed = reference.list(most);
        ASSERT_TRUE(listed.has_value()); // no more than with all of them
        const Expected alone(file, reference, *listed);
        walk_what_is_printed(reference, *listed, result.findings, with, tally);
        ++tally.alone;
        const auto told = [&](RuleId rule) { return count(result.findings, rule, with) > 0; };
        // What is so with all devices is not said again.
        if (!count(result.findings, RuleId::no_way_out) &&
            !count(result.findings, RuleId::no_goal)) {
            EXPECT_EQ(told(RuleId::no_goal), !alone.some_goal);
            if (alone.some_goal) {
                EXPECT_EQ(shortest_how(result.findings, RuleId::no_way_out, with),
                          alone.nearest_stuck);
                tally.trapped_alone += alone.nearest_stuck != naive::never;
            }
        } else if (told(RuleId::no_way_out)) {
            EXPECT_NE(alone.nearest_stuck, naive::never);
        }
        bool unseen = false;
        for (const FlowScreen& screen : file.flow.screens)
            unseen = unseen ||
                     (all.shown.contains(screen.id.text) && !alone.shown.contains(screen.id.text));
        const bool unseen_told = std::any_of(
            result.findings.begin(), result.findings.end(), [&](const Finding& finding) {
                return finding.rule == RuleId::out_of_reach && finding.with == with &&
                       finding.text.find("is never shown") != std::string::npos;
            });
        EXPECT_EQ(unseen_told, unseen);
        tally.unseen_alone += unseen;
    }
}

/// A list counts once, whatever its row leads to, and an event, whether it had to wait or not; each
/// question counts for itself.
std::string way_in(const naive::Step& step, const naive::Plain& plain) {
    if (step.agreed) return step.text + plain.stack.back().question;
    if (step.text.starts_with("due ")) return "event " + step.text.substr(4);
    return step.text.substr(0, step.text.find(" row "));
}

/// What the reference says of one screen.
ScreenFigures expected_figures(const naive::Reference& reference, const std::string& screen,
                               const std::map<naive::Plain, naive::Known>& all,
                               const std::map<naive::Plain, naive::Presses>& presses) {
    ScreenFigures row;
    const auto lower = [](std::optional<std::size_t>& least, std::size_t length) {
        if (length != naive::never) least = std::min(least.value_or(length), length);
    };
    std::set<std::pair<std::string, std::string>> ways_in;
    for (const auto& [plain, known] : all) {
        for (const naive::Step& step : known.steps) {
            const bool answer = step.text == "loaded" || step.text == "load fails";
            const bool closes =
                !answer && !step.resets && step.next.stack.size() < plain.stack.size();
            if (step.next.top() != screen || plain.top() == screen || closes) continue;
            if (step.text != "load times out" && !step.text.starts_with("times out "))
                ways_in.insert(
                    {step.players || step.by_itself ? plain.top() : "", way_in(step, plain)});
        }
        if (plain.top() != screen) continue;
        const naive::Presses& here = presses.at(plain);
        lower(row.from_start, here.from_start);
        lower(row.to_play, here.to_play);
        lower(row.to_quit, here.to_quit);
        if (here.way_out != naive::never)
            row.way_out = std::max(row.way_out.value_or(0), here.way_out);
        row.deepest = std::max(row.deepest, plain.stack.size());
        const bool game = reference.screen(plain.stack[0].screen).play;
        row.running |= reference.runs(plain);
        row.paused |= game && !reference.runs(plain);
    }
    row.ways_in = ways_in.size();
    return row;
}

void compare_figures(const FlowFile& file, const naive::Reference& reference,
                     const std::map<naive::Plain, naive::Known>& all, const Figures& figures,
                     Tally& tally) {
    EXPECT_TRUE(figures.each_screen_exact);
    EXPECT_GE(figures.each_screen.size(), file.flow.screens.size());
    const auto presses = reference.presses(all);
    for (const ScreenFigures& row : figures.each_screen) {
        SCOPED_TRACE(row.screen);
        const ScreenFigures expected = expected_figures(reference, row.screen, all, presses);
        EXPECT_EQ(row.from_start, expected.from_start);
        EXPECT_EQ(row.to_play, expected.to_play);
        EXPECT_EQ(row.to_quit, expected.to_quit);
        EXPECT_EQ(row.ways_in, expected.ways_in);
        EXPECT_EQ(row.deepest, expected.deepest);
        EXPECT_EQ(row.paused, expected.paused);
        EXPECT_EQ(row.running, expected.running);
        if (!row.way_out) continue;
        EXPECT_GE(*row.way_out, expected.way_out);
        ++tally.measured;
        if (row.way_out == expected.way_out) ++tally.measured_exactly;
    }
}

void compare(std::uint32_t number, test::Shape shape, Tally& tally) {
    const std::string text = test::random_flow(number, shape);
    SCOPED_TRACE("random flow " + std::to_string(number) + ":\n" + text);
    const FlowFile file = load_flow_text("random", text);
    EXPECT_TRUE(file.compiled.has_value());
    if (!file.compiled) return;
    const naive::Reference reference(file.flow);
    const auto all = reference.list(most);
    if (!all) return; // too large for the reference

    const Expected expected(file, reference, *all);
    CheckOptions options;
    options.list_up_to = most;
    options.each_screen = true;
    CheckResult result;
    try {
        result = prove(file, options);
    } catch (const std::exception& fault) {
        ADD_FAILURE() << fault.what();
        return;
    }
    EXPECT_EQ(result.stop, Stop::nothing);
    EXPECT_EQ(result.figures.states, expected.states);
    EXPECT_EQ(result.figures.listed_moves, expected.moves);
    EXPECT_EQ(result.figures.deepest.size(), expected.deepest);
    if (result.figures.way_out_known) {
        EXPECT_EQ(result.figures.longest_way_out, expected.longest_way_out);
    }
    compare_findings(file, expected, result, tally);
    walk_what_is_printed(reference, *all, result.findings, "", tally);
    compare_devices(file, expected, result, tally);
    compare_figures(file, reference, *all, result.figures, tally);
    // The same without the listing: never less than the truth, and hardly ever more.
    options.list_up_to = 0;
    const Figures figures = prove(file, options).figures;
    if (figures.way_out_known) {
        EXPECT_GE(figures.longest_way_out, expected.longest_way_out);
        ++tally.measured;
        if (figures.longest_way_out == expected.longest_way_out) ++tally.measured_exactly;
    }

    ++tally.compared;
    if (expected.nearest_stuck != naive::never) ++tally.trapped;
    if (expected.nearest_captive != naive::never) ++tally.captive;
    if (expected.nearest_reopening != naive::never) ++tally.reopening;
    if (expected.endless) ++tally.endless;
    if (expected.nearest_unasked != naive::never) ++tally.unasked;
    if (expected.nothing_usable) ++tally.nothing_usable;
    if (expected.restless) ++tally.restless;
    if (result.verdict == Verdict::proved) ++tally.clean;
}

Tally compare_random_flows(test::Shape shape, std::size_t many) {
    Tally tally;
    const auto from = static_cast<std::uint32_t>(test::number_in("RONDIX_FROM", 0));
    for (std::uint32_t number = from; tally.compared < many && number < from + 4 * many; ++number) {
        compare(number, shape, tally);
        if (testing::Test::HasFailure()) break;
    }
    EXPECT_EQ(tally.compared, many);
    // What is told about steps is so; a few that could be told are not. (After an answer its screen
    // closes in any case, so that a `resume` there always seems to do something.)
    if (tally.idle >= 40) { // of fewer, one is much
        EXPECT_GE(tally.idle_told * 100, tally.idle * (shape >= test::Shape::rich ? 90 : 95));
    }
    if (tally.measured >= 200) {
        EXPECT_GE(tally.measured_exactly * 100, tally.measured * 99);
    }
    std::printf("alone %zu: trapped %zu, not shown %zu; walked %zu moves, lost before %zu times\n",
                tally.alone, tally.trapped_alone, tally.unseen_alone, tally.walked,
                tally.lost_before);
    std::printf("compared %zu: trapped %zu, captive %zu, reopening %zu, clean %zu, endless %zu, "
                "unasked %zu, "
                "nothing usable %zu, restless %zu, idle steps %zu of %zu, way out exact %zu of "
                "%zu\n",
                tally.compared, tally.trapped, tally.captive, tally.reopening, tally.clean,
                tally.endless, tally.unasked, tally.nothing_usable, tally.restless, tally.idle_told,
                tally.idle, tally.measured_exactly, tally.measured);
    return tally;
}

TEST(Reference, AgreesOnRandomFlows) {
    const Tally tally =
        compare_random_flows(test::Shape::mixed, test::part_of(test::how_many(3000)));
    EXPECT_GE(tally.trapped, test::at_least(500));
    EXPECT_GE(tally.captive, test::at_least(100));
    EXPECT_GE(tally.reopening, test::at_least(200));
    EXPECT_GE(tally.clean, test::at_least(100));
    EXPECT_GE(tally.endless, test::at_least(100));
    EXPECT_GE(tally.nothing_usable, test::at_least(20));
    EXPECT_GE(tally.restless, test::at_least(100));
    EXPECT_GE(tally.idle_told, test::at_least(500));
    EXPECT_GE(tally.measured, test::at_least(500));
}

TEST(Reference, AgreesWhereScreensOpenEachOtherInCircles) {
    const Tally tally =
        compare_random_flows(test::Shape::circles, test::part_of(test::how_many(1000) / 4));
    EXPECT_GE(tally.trapped, test::at_least(30));
    EXPECT_GE(tally.reopening, test::at_least(200));
    EXPECT_GE(tally.restless, test::at_least(5));
}

TEST(Reference, AgreesWhereEverythingIsUsed) {
    const Tally tally =
        compare_random_flows(test::Shape::rich, test::part_of(test::how_many(2000) / 4));
    EXPECT_GE(tally.trapped, test::at_least(200));
    EXPECT_GE(tally.captive, test::at_least(15));
    EXPECT_GE(tally.clean, test::at_least(20));
    EXPECT_GE(tally.endless, test::at_least(20));
    EXPECT_GE(tally.unasked, test::at_least(3));
    EXPECT_GE(tally.restless, test::at_least(15));
}

TEST(Reference, AgreesWhereScreensWaitAndMoveOn) {
    const Tally tally =
        compare_random_flows(test::Shape::waiting, test::part_of(test::how_many(2000) / 4));
    EXPECT_GE(tally.trapped, test::at_least(100));
    EXPECT_GE(tally.clean, test::at_least(5));
    EXPECT_GE(tally.endless, test::at_least(50));
}

TEST(Reference, AgreesWhereScenesStandInOrder) {
    const Tally tally =
        compare_random_flows(test::Shape::levels, test::part_of(test::how_many(2000) / 4));
    EXPECT_GE(tally.trapped, test::at_least(50));
    EXPECT_GE(tally.captive, test::at_least(10));
    EXPECT_GE(tally.idle_told, test::at_least(50));
}

/// Long random walks: after every move, taken or not, both know the same menu state.
TEST(Reference, AgreesAlongRandomWalks) {
    for (std::uint32_t number = 10'000; number < 10'000 + test::part_of(600); ++number) {
        const auto shape = number % 3 == 0   ? test::Shape::mixed
                           : number % 3 == 1 ? test::Shape::rich
                                             : test::Shape::levels;
        const std::string text = test::random_flow(number, shape);
        SCOPED_TRACE("random flow " + std::to_string(number) + ":\n" + text);
        const FlowFile file = load_flow_text("random", text);
        ASSERT_TRUE(file.compiled.has_value());
        const CompiledFlow& flow = *file.compiled;
        const naive::Reference reference(file.flow);
        MenuState now(flow);
        start_flow(flow, now);
        naive::Plain plain = reference.start();
        ASSERT_EQ(plain_of(flow, now), plain);
        std::mt19937 random(number);
        std::string walked;
        for (int i = 0; i < 60; ++i) {
            const std::vector<naive::Step> steps = reference.steps(plain);
            const naive::Step& step = steps[random() % steps.size()];
            std::string fault;
            const std::optional<Move> move = read_move(flow, now, step.text, fault);
            ASSERT_TRUE(move.has_value()) << fault;
            ASSERT_EQ(move_text(flow, *move), step.text);
            walked += " · " + step.text;
            SCOPED_TRACE(walked);
            const Outcome outcome = apply(flow, now, *move);
            ASSERT_EQ(outcome.answered, step.answered);
            ASSERT_EQ(outcome.quits, step.quits);
            ASSERT_EQ(outcome.reopens, step.reopens);
            ASSERT_EQ(plain_of(flow, now), step.answered ? step.next : plain);
            ASSERT_EQ(runs(flow, now), reference.runs(plain_of(flow, now)));
            if (step.answered) plain = step.next;
        }
    }
}

/// The Runner goes where apply() goes, and tells pause, pointer and loads as they change.
TEST(Reference, RunnerKeepsItsPromisesAlongRandomWalks) {
    for (std::uint32_t number = 20'000; number < 20'300; ++number) {
        const auto shape = number % 3 == 0   ? test::Shape::mixed
                           : number % 3 == 1 ? test::Shape::rich
                                             : test::Shape::levels;
        const std::string text = test::random_flow(number, shape);
        SCOPED_TRACE("random flow " + std::to_string(number) + ":\n" + text);
        const FlowFile file = load_flow_text("random", text);
        const CompiledFlow& flow = *file.compiled;
        Runner runner(flow);
        runner.start();
        std::mt19937 random(number);
        std::vector<Move> moves(max_moves(flow));
        bool told_paused = false;
        std::optional<std::uint32_t> scene;
        for (int i = 0; i < 80; ++i) {
            for (const Effect& effect : runner.take_effects()) {
                if (effect.kind == EffectKind::pause) told_paused = true;
                if (effect.kind == EffectKind::unpause) told_paused = false;
                if (effect.kind == EffectKind::unload || effect.kind == EffectKind::set_aside) {
                    ASSERT_EQ(scene, index(effect.scene()));
                    scene.reset();
                }
                if (effect.kind == EffectKind::load) {
                    ASSERT_FALSE(scene.has_value()); // the old one was given back first
                    ASSERT_EQ(effect.load_ticket(), runner.load_ticket());
                }
            }
            const MenuState& now = runner.menu_state();
            ASSERT_EQ(told_paused, paused(flow, now));
            if (now.phase() == Phase::loaded) scene = static_cast<std::uint32_t>(now.scene());
            const ControlId focus = runner.focus();
            if (focus != no_control) {
                ASSERT_TRUE(usable(flow, now, focus));
            } else if (!in_play(flow, now)) {
                for (std::size_t c = 0; c < flow.controls.size(); ++c)
                    ASSERT_FALSE(usable(flow, now, ControlId(c)));
            }
            const std::size_t many = list_moves(flow, now, moves);
            MenuState next = now;
            const Move move = moves[random() % many];
            const bool answered = apply(flow, next, move).answered;
            runner.take_moves();
            ASSERT_EQ(runner.replay(move), answered);
            // What the move makes due follows at once, by moves of its own.
            const auto done = runner.take_moves();
            ASSERT_EQ(done.empty(), !answered);
            for (std::size_t m = 1; m < done.size(); ++m)
                ASSERT_TRUE(apply(flow, next, done[m]).answered);
            ASSERT_EQ(runner.menu_state(), next);
        }
    }
}

} // namespace
} // namespace rondix
