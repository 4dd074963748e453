// Actions and conditions as they would be written again, for comparing what two buttons do.
#pragma once

#include "rondix/tools/flow.hpp"

#include <string>

namespace rondix {

std::string written(const Condition& condition);
std::string written(const FlowStep& step);
std::string written(const FlowAction& action);

} // namespace rondix
