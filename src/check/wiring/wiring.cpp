#include "rondix/wiring.hpp"

#include "check/wiring/slips.hpp"

namespace rondix {

Findings check_wiring(const FlowFile& file) {
    Findings findings;
    if (!file.compiled) return findings;
    find_wrong_texts(file, findings);
    find_twins(file, findings);
    find_poor_names(file, findings);
    find_unused(file, findings);
    find_fixed_conditions(file, findings);
    put_in_order(findings); // what stands once stands on several screens, by a part or by `like`
    return findings;
}

} // namespace rondix
