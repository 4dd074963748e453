// The journey of the proof, a line a stage: prove, report, count.
#include "check/behaviour.hpp"

#include "check/back_elsewhere.hpp"
#include "check/figures.hpp"
#include "check/idle_steps.hpp"
#include "check/past_cases.hpp"
#include "check/reopening.hpp"
#include "check/standstills.hpp"
#include "check/too_quick.hpp"
#include "check/traps.hpp"
#include "check/unasked.hpp"
#include "check/unreached.hpp"
#include "check/witness_text.hpp"
#include "rondix/tools/names.hpp"

#include <deque>

namespace rondix {

namespace {

constexpr std::size_t max_heads_of_each = 20'000'000; // of all such proofs together

/// What is found besides traps. Goes into the result in the end, also of a proof that is stopped.
struct Rest {
    explicit Rest(CheckResult& result)
        : to(result) {}
    ~Rest() { put(); }
    void put() {
        to.findings.insert(to.findings.end(), findings.begin(), findings.end());
        to.open.insert(to.open.end(), open.begin(), open.end());
        findings.clear();
        open.clear();
    }
    Rest(const Rest&) = delete;
    Rest& operator=(const Rest&) = delete;

    CheckResult& to;
    Findings findings = {};
    std::vector<OpenPoint> open = {};
};

/// The screens that the proof of all leaves open are looked at one by one, for fewer flags matter
/// to each. What is found to be a trap is told.
void look_at_open(CheckContext& context, CheckResult& result, Told& told) {
    std::size_t heads = 0;
    std::vector<ScreenId> open;
    Safety safety(context.flow, context.proof, context.witnesses, context.budget);
    for (const ScreenId screen : context.proof.open()) {
        if (heads < max_heads_of_each) {
            Frames& frames = context.heads().frames();
            const Proof of_screen(context.flow, frames, context.witnesses, context.budget,
                                  {.only = screen});
            heads += of_screen.heads().size();
            CheckContext about(context.file, of_screen, context.witnesses, context.budget,
                               result.open);
            find_traps(about, result.findings, told);
            if (of_screen.open().empty()) continue;
        }
        if (safety.nobody_is_lost_on(screen)) {
            context.flags_as_sets = safety.flags();
            continue;
        }
        if (!find_trap_by_looking(context, safety, screen, result.findings, told))
            open.push_back(screen);
    }
    for (const ScreenId screen : open)
        if (!context.is_trap(screen)) // which another may have shown
            context.leave_open(RuleId::no_way_out, context.place_of(screen),
                               "whether a player can get stuck on '" + context.name_of(screen) +
                                   "'");
}

/// What is known when the proof is stopped: traps with the moves into them, screens on which nobody
/// is stuck, and those of which it is open.
void tell_so_far(const FlowFile& file, const SoFar& so_far, CheckResult& result) {
    if (!so_far.some) return;
    const CompiledFlow& flow = *file.compiled;
    const auto is_told = [&](SourceRange place) {
        return std::any_of(result.findings.begin(), result.findings.end(), [&](const Finding& one) {
            return one.rule == RuleId::no_way_out && one.place.begin == place.begin &&
                   one.place.file == place.file;
        });
    };
    for (std::size_t i = 0; i < flow.screens.size(); ++i) {
        const auto screen = static_cast<ScreenId>(i);
        const std::string name(flow.text(flow[screen].id));
        const SourceRange declared = file.origins.screens[i];
        const SourceRange place = declared.known() ? declared : file.origins.start;
        if (is_told(place)) continue;
        if (const auto trap = so_far.traps.find(screen); trap != so_far.traps.end()) {
            Finding& finding = add_finding(result.findings, RuleId::no_way_out, place,
                                           "the player can get stuck on '" + name + "'");
            show(flow, trap->second, flow.devices, finding);
            finding.is_shortest = false;
            finding.fix = "give '" + name + "' a button that leads out";
        } else if (so_far.in_doubt.contains(screen)) {
            result.open.push_back(
                {RuleId::no_way_out, place, "whether a player can get stuck on '" + name + "'"});
        } else if (declared.known()) {
            result.safe_screens.push_back(name);
        }
    }
}

constexpr std::size_t max_frames = 30'000; // it holds twelve screens that all open each other

void find_the_rest(CheckContext& context, Findings& findings) {
    find_unreached(context, findings);
    find_reopening(context, findings);
    find_idle_steps(context, findings);
    find_unasked(context, findings);
    find_nothing_usable(context, findings);
    find_restless_backs(context, findings);
    find_back_elsewhere(context, findings);
}

/// The same with all that can lie beneath kept apart, where that is not too much: some of it hangs
/// on that. `known` knows already who is lost.
void find_the_rest_again(const CheckContext& known, Budget& budget, Rest& rest) {
    const FlowFile& file = known.file;
    const CompiledFlow& flow = known.flow;
    Frames frames(flow, budget);
    frames.expect_at_most(max_frames);
    Findings findings;
    std::vector<OpenPoint> open;
    try {
        const std::vector<DeviceSet> all = players(flow);
        Witnesses witnesses(flow, frames, all[0], budget);
        const Proof reached(flow, frames, witnesses, budget, {.known = &known.proof});
        CheckContext context(file, reached, witnesses, budget, open);
        context.traps = known.traps;
        find_the_rest(context, findings);
        for (std::size_t i = 1; i < all.size(); ++i) {
            Witnesses witnesses_alone(flow, frames, all[i], budget);
            const Proof alone(flow, frames, witnesses_alone, budget, {.known = &known.proof});
            CheckContext of_device(file, alone, witnesses_alone, budget, open);
            find_out_of_reach(context, of_device, findings);
        }
    } catch (const Stopped& stopped) {
        if (stopped.why != Stop::heads && stopped.why != Stop::memory) throw;
        return;
    }
    rest.findings = std::move(findings);
    rest.open = std::move(open);
}

/// What is known of a player with some devices.
struct Player {
    Player(const FlowFile& file, Frames& frames, DeviceSet devices, Budget& budget,
           CheckResult& result, SoFar* so_far)
        : witnesses(*file.compiled, frames, devices, budget)
        , proof(*file.compiled, frames, witnesses, budget, {.so_far = so_far})
        , context(file, proof, witnesses, budget, result.open) {}

    Witnesses witnesses;
    Proof proof;
    CheckContext context;
};

void find_lost(Player& player, Told& told, CheckResult& result) {
    find_traps(player.context, result.findings, told);
    look_at_open(player.context, result, told);
    player.proof.drop_summaries();
}

/// False: who is lost hangs on what lies beneath.
bool look_at(const FlowFile& file, const CheckOptions& options, Frames& frames, Budget& budget,
             SoFar& so_far, CheckResult& result) {
    const std::vector<DeviceSet> all = players(*file.compiled);
    Rest rest(result);
    Player whole(file, frames, all[0], budget, result, &so_far);
    bool is_known = whole.proof.open().empty();
    Told told;
    find_lost(whole, told, result);
    find_too_quick(file, result.findings);
    CheckContext besides(whole.context, rest.open);
    // (Where there are doubts, some player may show that all has to be looked at again.)
    const bool is_last = !frames.some_doubts();
    if (is_last) find_the_rest(besides, rest.findings);
    const auto find_out_of_reach_of = [&](const Player& one) {
        CheckContext besides_alone(one.context, rest.open);
        find_out_of_reach(besides, besides_alone, rest.findings);
    };
    std::deque<Player> alone;
    for (std::size_t i = 1; i < all.size(); ++i) {
        alone.emplace_back(file, frames, all[i], budget, result, nullptr);
        is_known = is_known && alone.back().proof.open().empty();
        Told told_of_it = told; // what is so with every device is not said once more
        find_lost(alone.back(), told_of_it, result);
        if (!is_last) continue;
        find_out_of_reach_of(alone.back());
        alone.pop_back();
    }
    if (!is_last) find_the_rest(besides, rest.findings);
    for (const Player& one : alone) find_out_of_reach_of(one);
    is_known = is_last || (is_known && result.open.empty());
    if (!is_last && is_known && !rest.open.empty()) find_the_rest_again(besides, budget, rest);
    rest.put();
    const auto is_error = [](const OpenPoint& one) { return one.severity() == Severity::error; };
    if (budget.lacked_memory() && std::ranges::any_of(result.open, is_error))
        result.stop = Stop::memory; // with more the user may get to know it
    take_figures(whole.context, options, result);
    return is_known;
}

bool look_at(const FlowFile& file, const CheckOptions& options, Frames& frames, Budget& budget,
             CheckResult& result) {
    SoFar so_far;
    try {
        return look_at(file, options, frames, budget, so_far, result);
    } catch (const Stopped& stopped) {
        if (stopped.why == Stop::cases) so_far = past_cases(*file.compiled, options, budget);
        tell_so_far(file, so_far, result);
        throw;
    }
}

/// That it hangs on the screens beneath on a circle too large to be looked at.
void tell_circle(const CompiledFlow& flow, const std::vector<ScreenId>& circle,
                 CheckResult& result) {
    constexpr std::size_t max_named = 4;
    result.stop = Stop::circle;
    std::vector<std::string> names;
    names.reserve(circle.size());
    for (const ScreenId screen : circle) names.emplace_back(flow.text(flow[screen].id));
    result.stopped_at += listed(names, max_named);
}

/// With all that can lie beneath kept apart, where that is not too much.
bool look_at_all(const FlowFile& file, const CheckOptions& options, CheckResult& result) {
    Budget budget(options);
    Frames frames(*file.compiled, budget);
    frames.expect_at_most(max_frames);
    try {
        look_at(file, options, frames, budget, result);
    } catch (const Stopped& stopped) {
        if (stopped.why != Stop::heads) throw;
        return false;
    }
    return true;
}

/// What of the circles is remembered: all of those of so many screens, and those that matter; up to
/// so many frames.
struct Remembered {
    std::size_t circles_of = 0;
    std::size_t frames = Frames::no_limit;
    std::set<ScreenId> matter = {};
    friend bool operator==(const Remembered&, const Remembered&) = default;
};

/// How many frames there are where nothing is remembered.
std::size_t fewest_frames(const CompiledFlow& flow, Budget& budget) {
    Frames frames(flow, budget, nullptr, 0);
    const Heads explored(frames, flow, flow.devices, {}, budget);
    return frames.size();
}

/// What lies beneath on small circles hardly multiplies the frames, most often; where it does, it
/// is better known what matters. False: then all was tried.
bool remember_less(const CompiledFlow& flow, Budget& budget, Remembered& remembered) {
    if (!remembered.matter.empty()) return true;
    if (remembered.circles_of == 0) return false;
    const std::size_t usual = 500 + 4 * fewest_frames(flow, budget);
    if (usual > remembered.frames)
        remembered.frames = usual;
    else
        remembered = {};
    return true;
}

/// So, without all else that lies beneath. Where it hangs on more, that is added, or nothing.
bool look_at_some(const FlowFile& file, const CheckOptions& options, Remembered& remembered,
                  CheckResult& result) {
    Budget budget(options);
    Frames frames(*file.compiled, budget, nullptr, remembered.circles_of, remembered.matter);
    frames.expect_at_most(remembered.frames);
    try {
        return look_at(file, options, frames, budget, result);
    } catch (const Proof::Loose& loose) {
        remembered.matter.insert(loose.screens.begin(), loose.screens.end());
        remembered.frames = max_frames;
    } catch (const Stopped& stopped) {
        if (stopped.why != Stop::heads || !remember_less(*file.compiled, budget, remembered)) throw;
    }
    tell_circle(*file.compiled, frames.loose_circle(), result);
    return false;
}

} // namespace

void check_behaviour(const FlowFile& file, const CheckOptions& options, CheckResult& result) {
    const CheckResult before = result;
    Remembered remembered{options.max_reopenable, 500 + 16 * file.compiled->screens.size()};
    for (;;) {
        const Remembered last = remembered;
        result = before;
        if (look_at_some(file, options, remembered, result)) return;
        if (remembered == last) break;
    }
    CheckResult all = before;
    if (look_at_all(file, options, all)) result = std::move(all);
}

} // namespace rondix
