#include "rondix/wiring.hpp"

#include "check/wiring/slips.hpp"

#include <algorithm>
#include <tuple>

namespace rondix {

Findings check_wiring(const FlowFile& file) {
    Findings findings;
    if (!file.compiled) return findings;
    find_wrong_texts(file, findings);
    find_twins(file, findings);
    find_poor_names(file, findings);
    find_unused(file, findings);
    find_fixed_conditions(file, findings);
    const auto key = [](const Finding& finding) {
        return std::tuple(finding.place.file, finding.place.begin, finding.slug);
    };
    std::stable_sort(findings.begin(), findings.end(),
                     [&](const Finding& a, const Finding& b) { return key(a) < key(b); });
    // What stands once in the file stands on several screens, by a part or by `like`.
    const auto last =
        std::unique(findings.begin(), findings.end(), [&](const Finding& a, const Finding& b) {
            return a.place.known() && key(a) == key(b);
        });
    findings.erase(last, findings.end());
    return findings;
}

} // namespace rondix
