// What is never reached: screens that nothing shows, buttons that can never be pressed.
#pragma once

#include "check/listing.hpp"
#include "rondix/flow.hpp"

namespace rondix {

/// To be asked only when the listing is complete.
void find_unreached(const FlowFile& file, const Listing& listing, Findings& findings);

} // namespace rondix
