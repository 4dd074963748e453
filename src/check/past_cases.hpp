// What is so of a flow in all cases, where some of its conditions tell more cases apart than can be
// looked at.
//
// Each such condition makes room for a flag that nobody knows anything of: the game may change it
// at any moment, so what can happen in the flow can happen here; and it is never tracked, so that
// nothing that the player counts on hangs on it. Who is not stuck here is not stuck in the flow.
#pragma once

#include "proof/proof.hpp"

namespace rondix {

/// Nothing, where that does not help. Throws Stopped when a limit is reached.
SoFar past_cases(const CompiledFlow& flow, const CheckOptions& options, Budget& budget);

} // namespace rondix
