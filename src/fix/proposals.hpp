// Proposals: the changes that people make where a finding stands, the likeliest first. Whether one
// of them helps is tried by find_fix().
#pragma once

#include "rondix/tools/fix.hpp"

namespace rondix {

std::vector<Fix> proposals_for(const FlowFile& file, const Finding& finding);

} // namespace rondix
