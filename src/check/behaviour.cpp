// The journey of the proof, a line a stage: prove, report, count.
#include "check/behaviour.hpp"

#include "check/evidence.hpp"
#include "check/figures.hpp"
#include "check/idle_steps.hpp"
#include "check/reopening.hpp"
#include "check/standstills.hpp"
#include "check/too_quick.hpp"
#include "check/traps.hpp"
#include "check/unasked.hpp"
#include "check/unreached.hpp"
#include "rondix/tools/names.hpp"

namespace rondix {

namespace {

constexpr std::size_t most_heads_of_each = 20'000'000; // of all such proofs together

/// The screens that the proof of all leaves open are looked at one by one, for fewer flags matter
/// to each. What is found to be a trap is told.
void look_at_open(Question& question, CheckResult& result, Told& told) {
    std::size_t heads = 0;
    for (const ScreenId screen : question.proof.open()) {
        if (heads < most_heads_of_each) {
            Frames& frames = question.heads().frames();
            const Proof of_screen(question.flow, frames, question.trails, question.watch,
                                  {.only = screen});
            heads += of_screen.heads().size();
            Question about(question.file, of_screen, question.trails, question.watch, result.open);
            find_traps(about, result.findings, told);
            if (of_screen.open().empty()) continue;
        }
        question.leave_open(Slug::no_way_out, question.place_of(screen),
                            "whether anybody is stuck on '" + question.name_of(screen) + "'");
    }
}

/// What is known when the proof is stopped: traps with the moves into them, screens on which nobody
/// is stuck, and those of which it is open.
void tell_so_far(const FlowFile& file, const SoFar& so_far, CheckResult& result) {
    if (!so_far.some) return;
    const CompiledFlow& flow = *file.compiled;
    const auto is_told = [&](Place place) {
        return std::any_of(result.findings.begin(), result.findings.end(), [&](const Finding& one) {
            return one.slug == Slug::no_way_out && one.place.begin == place.begin &&
                   one.place.file == place.file;
        });
    };
    for (std::size_t i = 0; i < flow.screens.size(); ++i) {
        const auto screen = static_cast<ScreenId>(i);
        const std::string name(flow.text(flow[screen].id));
        const Place declared = file.origins.screens[i];
        const Place place = declared.known() ? declared : file.origins.starts_with;
        if (is_told(place)) continue;
        if (const auto trap = so_far.traps.find(screen); trap != so_far.traps.end()) {
            Finding& finding =
                add(result.findings, Slug::no_way_out, place, "no way out of '" + name + "'");
            show(flow, trap->second, flow.devices, finding);
            finding.is_shortest = false;
            finding.mend = "give '" + name + "' a button that leads on";
        } else if (so_far.in_doubt.contains(screen)) {
            result.open.push_back(
                {Slug::no_way_out, place, "whether anybody is stuck on '" + name + "'"});
        } else if (declared.known()) {
            result.safe_screens.push_back(name);
        }
    }
}

void look_at(const FlowFile& file, const CheckOptions& options, Frames& frames, Watch& watch,
             SoFar& so_far, CheckResult& result) {
    const CompiledFlow& flow = *file.compiled;
    const std::vector<DeviceSet> all = players(flow);
    Trails trails(flow, frames, all[0], watch);
    const Proof proof(flow, frames, trails, watch, {.so_far = &so_far});
    Question question(file, proof, trails, watch, result.open);
    Told told;
    find_traps(question, result.findings, told);
    look_at_open(question, result, told);
    find_unreached(question, result.findings);
    find_reopening(question, result.findings);
    find_idle_steps(question, result.findings);
    find_unasked(question, result.findings);
    find_nothing_usable(question, result.findings);
    find_restless_backs(question, result.findings);
    find_too_quick(file, result.findings);
    for (std::size_t i = 1; i < all.size(); ++i) {
        Trails trails_alone(flow, frames, all[i], watch);
        const Proof alone(flow, frames, trails_alone, watch);
        Question of_device(file, alone, trails_alone, watch, result.open);
        Told told_of_it = told; // what is so with every device is not said once more
        find_traps(of_device, result.findings, told_of_it);
        look_at_open(of_device, result, told_of_it);
        find_out_of_reach(question, of_device, result.findings);
    }
    take_figures(question, options, result);
}

void look_at(const FlowFile& file, const CheckOptions& options, Frames& frames, Watch& watch,
             CheckResult& result) {
    SoFar so_far;
    try {
        look_at(file, options, frames, watch, so_far, result);
    } catch (const Stopped&) {
        tell_so_far(file, so_far, result);
        throw;
    }
}

/// That it hangs on what lies beneath on a circle too large to be looked at.
void tell_circle(const CompiledFlow& flow, const std::vector<ScreenId>& circle,
                 CheckResult& result) {
    constexpr std::size_t most_named = 4;
    result.stop = Stop::circle;
    std::vector<std::string> names;
    names.reserve(circle.size());
    for (const ScreenId screen : circle) names.emplace_back(flow.text(flow[screen].id));
    result.stopped_at += listed(names, most_named);
}

/// With all that can lie beneath kept apart, where that is not too much: the limit holds twelve
/// screens that all open each other.
bool look_at_all(const FlowFile& file, const CheckOptions& options, CheckResult& result) {
    Watch watch(options);
    Frames frames(*file.compiled, watch);
    frames.expect_at_most(30'000);
    try {
        look_at(file, options, frames, watch, result);
    } catch (const Stopped& stopped) {
        if (stopped.why != Stop::heads) throw;
        return false;
    }
    return true;
}

} // namespace

void check_behaviour(const FlowFile& file, const CheckOptions& options, CheckResult& result) {
    const CompiledFlow& flow = *file.compiled;
    const CheckResult before = result;
    Watch watch(options);
    Frames frames(flow, watch, nullptr, options.most_reopenable);
    try {
        look_at(file, options, frames, watch, result);
        if (!frames.some_doubts() || result.open.empty()) return;
    } catch (const Proof::Loose&) {
        result = before;
        tell_circle(flow, frames.loose_circle(), result);
    }
    CheckResult all = before;
    if (look_at_all(file, options, all)) result = std::move(all);
}

} // namespace rondix
