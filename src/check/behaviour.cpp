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

void check_behaviour(const FlowFile& file, const CheckOptions& options, CheckResult& result) {
    const CompiledFlow& flow = *file.compiled;
    Watch watch(options);
    Frames frames(flow, watch);
    const std::vector<DeviceSet> all = players(flow);
    Trails trails(flow, frames, all[0], watch);
    const Proof proof(flow, frames, trails, watch);
    Question question(file, proof, trails, watch);
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
        Question of_device(file, alone, trails_alone, watch);
        Told told_of_it = told; // what is so with every device is not said once more
        find_traps(of_device, result.findings, told_of_it);
        find_out_of_reach(question, of_device, result.findings);
    }
    take_figures(question, options, result);
}

} // namespace rondix
