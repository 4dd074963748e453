#include "proof/flags_read.hpp"

namespace rondix {

std::vector<FlagId> flags_read(const CompiledFlow& flow, ConditionId condition) {
    std::vector<FlagId> flags;
    std::vector<bool> seen(flow.tests.size()), known(flow.flags.size());
    std::vector<ConditionId> open{condition};
    while (!open.empty()) {
        const ConditionId at = open.back();
        open.pop_back();
        if (at >= holds || seen[index(at)]) continue; // several tests may lead to one
        seen[index(at)] = true;
        const Test& test = flow.tests[index(at)];
        if (!known[index(test.flag)]) flags.push_back(test.flag);
        known[index(test.flag)] = true;
        open.push_back(test.if_raised);
        open.push_back(test.if_lowered);
    }
    return flags;
}

} // namespace rondix
