// The journey of the proof, a line a stage: prove, report, count.
#include "check/behaviour.hpp"

#include "check/figures.hpp"
#include "check/idle_steps.hpp"
#include "check/reopening.hpp"
#include "check/standstills.hpp"
#include "check/traps.hpp"
#include "check/unasked.hpp"
#include "check/unreached.hpp"

namespace rondix {

void check_behaviour(const FlowFile& file, const CheckOptions& options, CheckResult& result) {
    const CompiledFlow& flow = *file.compiled;
    Watch watch(options);
    Frames frames(flow);
    Trails trails(flow, frames, watch);
    const Proof proof(flow, frames, trails, watch);
    Question question(file, proof, trails, watch);
    find_traps(question, result.findings);
    find_unreached(question, result.findings);
    find_reopening(question, result.findings);
    find_idle_steps(question, result.findings);
    find_unasked(question, result.findings);
    find_nothing_usable(question, result.findings);
    find_restless_backs(question, result.findings);
    take_figures(question, options, result);
}

} // namespace rondix
