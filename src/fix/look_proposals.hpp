// Proposals for what check_looks() finds.
#pragma once

#include "rondix/tools/fix.hpp"

namespace rondix {

/// For a finding whose place is known, in a file.
std::vector<Fix> look_proposals_for(const FlowFile& file, const Finding& finding);

} // namespace rondix
