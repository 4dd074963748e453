#include "rondix/check_all.hpp"

#include "rondix/silence.hpp"
#include "rondix/wiring.hpp"

#include <algorithm>

namespace rondix {

namespace {

/// A button that can never be pressed, as the flag that it asks for is never raised: that is told
/// once.
bool is_told(const Finding& flag, const Findings& findings) {
    if (flag.slug != Slug::flag_fixed) return false;
    return std::any_of(findings.begin(), findings.end(), [&](const Finding& finding) {
        return std::any_of(
            finding.also.begin(), finding.also.end(), [&](const Finding::Also& also) {
                return also.place.file == flag.place.file && also.place.begin == flag.place.begin;
            });
    });
}

} // namespace

CheckResult check_all(const FlowFile& file, const CheckOptions& options, const LookAt& looks) {
    CheckResult result = check(file, options);
    Findings wiring = check_wiring(file);
    wiring.erase(std::remove_if(wiring.begin(), wiring.end(),
                                [&](const Finding& one) { return is_told(one, result.findings); }),
                 wiring.end());
    add_findings(result, wiring);
    const bool look = looks && result.stop == Stop::nothing;
    if (look) add_findings(result, looks(file));
    take_out_what_is_fine(file, result, look);
    return result;
}

} // namespace rondix
