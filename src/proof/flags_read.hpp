// The flags that a condition may read.
#pragma once

#include "rondix/compiled_flow.hpp"

#include <vector>

namespace rondix {

/// Each once, in the order in which they are met.
std::vector<FlagId> flags_read(const CompiledFlow& flow, ConditionId condition);

} // namespace rondix
