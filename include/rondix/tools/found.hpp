// Found: what one part of a check has to say, and whether it got through.
//
// Threads: any.
#pragma once

#include "rondix/check_options.hpp"
#include "rondix/tools/finding.hpp"

namespace rondix {

struct Found {
    Findings findings;
    Stop stop = Stop::nothing; ///< else the limit that ended it: more may be there to find
};

} // namespace rondix
