#include "rondix/tools/check.hpp"

#include "proof/budget.hpp"
#include "rondix/tools/suppression.hpp"
#include "rondix/tools/wiring.hpp"

#include <algorithm>

namespace rondix {

namespace {

/// A button that can never be pressed, as the flag that it asks for is never raised: that is told
/// once.
bool is_told(const Finding& flag, const Findings& findings) {
    if (flag.rule != RuleId::flag_fixed) return false;
    return std::any_of(findings.begin(), findings.end(), [&](const Finding& finding) {
        return std::any_of(
            finding.also.begin(), finding.also.end(), [&](const Finding::Also& also) {
                return also.place.file == flag.place.file && also.place.begin == flag.place.begin;
            });
    });
}

/// What was stopped is undecided, unless an error is enough to know.
void add_found(CheckResult& result, const Found& found) {
    add_findings(result, found.findings);
    if (found.stop == Stop::nothing) return;
    if (result.stop == Stop::nothing) result.stop = found.stop;
    if (result.verdict == Verdict::proved) result.verdict = Verdict::undecided;
}

} // namespace

CheckResult check(const FlowFile& file, const CheckOptions& options, const LookAt& looks) {
    const CheckOptions limits = begun(options);
    CheckResult result = prove(file, limits);
    Found wiring = check_wiring(file, limits);
    std::erase_if(wiring.findings,
                  [&](const Finding& one) { return is_told(one, result.findings); });
    add_found(result, wiring);
    const bool look = looks && result.stop == Stop::nothing;
    if (look) add_found(result, looks(file, limits));
    take_out_allowed(file, result, look);
    return result;
}

} // namespace rondix
