// check_all(): every check there is, as the tool makes them, without what the flow allows.
#pragma once

#include "rondix/tools/check.hpp"
#include "rondix/tools/found.hpp"

#include <functional>

namespace rondix {

/// What is said of a flow's looks, such as check_looks(), within the limits.
using LookAt = std::function<Found(const FlowFile&, const CheckOptions&)>;

/// check() and check_wiring(), and what `looks` says, which is not asked where the rest was
/// stopped. The limits hold for all of them together.
CheckResult check_all(const FlowFile& file, const CheckOptions& options = {},
                      const LookAt& looks = {});

} // namespace rondix
