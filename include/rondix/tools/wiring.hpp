// What people get wrong when they wire menus by copying: a button that says Options and opens the
// credits, a condition that is never true, a screen without a title. All of it is read off the flow
// as it is written; nothing is proved, and all are warnings.
//
// Whoever means it so says it in the flow, with a reason: see suppression.hpp.
//
// Errors: a limit that is reached is in Found. Cost: near linear in the flow. Threads: any.
#pragma once

#include "rondix/tools/flow.hpp"
#include "rondix/tools/found.hpp"

namespace rondix {

/// In the order of the file. None where the flow has errors: those come first. Of `options` the
/// time, the memory and the progress reporter count.
Found check_wiring(const FlowFile& file, const CheckOptions& options = {});

} // namespace rondix
