#include "rondix/tools/wiring.hpp"

#include "check/wiring/slips.hpp"

namespace rondix {

Found check_wiring(const FlowFile& file, const CheckOptions& options) {
    Found found;
    if (!file.compiled) return found;
    Budget budget(options);
    try {
        find_wrong_texts(file, budget, found.findings);
        find_duplicates(file, budget, found.findings);
        find_poor_names(file, budget, found.findings);
        find_unused(file, budget, found.findings);
        find_keys_without_default(file, budget, found.findings);
        find_fixed_conditions(file, budget, found.findings);
    } catch (const Stopped& stopped) {
        found.stop = stopped.why;
    }
    put_in_order(found.findings); // a part or a `extends` puts one thing on several screens
    return found;
}

} // namespace rondix
