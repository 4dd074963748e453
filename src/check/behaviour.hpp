// Findings about how a flow behaves, from the listing of its situations.
#pragma once

#include "check/listing.hpp"
#include "rondix/check.hpp"

namespace rondix {

/// Adds what is wrong to result.findings, and the figures to result.figures. True when the whole of
/// the behaviour was looked at.
bool check_behaviour(const FlowFile& file, const CheckOptions& options, CheckResult& result);

} // namespace rondix
