// Findings about how a flow behaves, from the proof.
#pragma once

#include "proof/budget.hpp"
#include "rondix/tools/check.hpp"

namespace rondix {

/// Fills in the findings and figures of behaviour. Throws Stopped when a limit was reached; what
/// was found before stands.
void check_behaviour(const FlowFile& file, const CheckOptions& options, CheckResult& result);

} // namespace rondix
