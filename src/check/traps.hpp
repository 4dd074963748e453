// Traps: situations from which play or quit cannot be reached, told at the screen to mend.
#pragma once

#include "check/listing.hpp"
#include "check/ways.hpp"
#include "rondix/flow.hpp"

namespace rondix {

/// Finds where players get stuck (no-way-out, no-goal) and where they cannot leave (no-quit).
/// `way_out` and `leaving` are the distances to the two goals.
void find_traps(const FlowFile& file, const Listing& listing, const std::vector<Distance>& way_out,
                const std::vector<Distance>& leaving, Findings& findings);

} // namespace rondix
