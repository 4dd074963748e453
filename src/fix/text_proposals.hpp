// Proposals for a file that is not YAML, or not of this kind: its lines are all that there is.
#pragma once

#include "rondix/tools/fix.hpp"

namespace rondix {

/// For a finding whose place is known, in a file.
std::vector<Fix> text_proposals_for(const FlowFile& file, const Finding& finding);

} // namespace rondix
