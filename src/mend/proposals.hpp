// Proposals: the changes that people make where a finding stands, the likeliest first. Whether one
// of them helps is tried by find_mend().
#pragma once

#include "rondix/tools/mend.hpp"

namespace rondix {

std::vector<Mend> proposals_for(const FlowFile& file, const Finding& finding);

} // namespace rondix
