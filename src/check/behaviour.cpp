// The journey of the proof, a line a stage: prove, report, count.
#include "check/behaviour.hpp"

#include "check/figures.hpp"
#include "check/idle_steps.hpp"
#include "check/reopening.hpp"
#include "check/standstills.hpp"
#include "check/too_quick.hpp"
#include "check/traps.hpp"
#include "check/unasked.hpp"
#include "check/unreached.hpp"

namespace rondix {

namespace {

void leave_open(Question& question) {
    for (const ScreenId screen : question.proof.open())
        question.leave_open(Slug::no_way_out, question.place_of(screen),
                            "whether anybody is stuck on '" + question.name_of(screen) + "'");
}

void look_at(const FlowFile& file, const CheckOptions& options, Frames& frames, Watch& watch,
             CheckResult& result) {
    const CompiledFlow& flow = *file.compiled;
    const std::vector<DeviceSet> all = players(flow);
    Trails trails(flow, frames, all[0], watch);
    const Proof proof(flow, frames, trails, watch);
    Question question(file, proof, trails, watch, result.open);
    leave_open(question);
    Told told;
    find_traps(question, result.findings, told);
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
        leave_open(of_device);
        Told told_of_it = told; // what is so with every device is not said once more
        find_traps(of_device, result.findings, told_of_it);
        find_out_of_reach(question, of_device, result.findings);
    }
    take_figures(question, options, result);
}

/// That it hangs on what lies beneath on a circle too large to be looked at.
void tell_circle(const CompiledFlow& flow, const std::vector<ScreenId>& circle,
                 CheckResult& result) {
    constexpr std::size_t most_named = 4;
    result.stop = Stop::circle;
    for (std::size_t i = 0; i < circle.size() && i < most_named; ++i)
        result.stopped_at +=
            (i == 0 ? "'" : ", '") + std::string(flow.text(flow[circle[i]].id)) + "'";
    if (circle.size() > most_named)
        result.stopped_at += " and " + std::to_string(circle.size() - most_named) + " more";
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
