// Figures: how far, how deep, how many.
#pragma once

#include "check/check_context.hpp"
#include "rondix/tools/check.hpp"

namespace rondix {

/// Fills in the figures of the behaviour. Flows with few heads are measured with all flags tracked,
/// and with few menu states listed as well; of larger ones what is cheap is told.
/// Throws std::logic_error when the listing and the findings disagree: then Rondix itself is wrong.
void take_figures(CheckContext& context, const CheckOptions& options, CheckResult& result);

} // namespace rondix
