// The boxes of every screen: from what the author wrote about places, and plain ones where nothing
// is said.
#pragma once

#include "compiling/compile.hpp"

namespace rondix {

/// Fills in the looks of a flow that was compiled from `flow`. Reports names that lead nowhere and
/// values that cannot be read.
void compile_looks(const Flow& flow, Compiled& out, Findings& findings);

} // namespace rondix
