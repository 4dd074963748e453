// check_all(): every check there is, as the tool makes them, without what the flow says is fine.
#pragma once

#include "rondix/check.hpp"

#include <functional>

namespace rondix {

/// What is said of a flow's looks, such as check_looks().
using LookAt = std::function<Findings(const FlowFile&)>;

/// check() and check_wiring(), and what `looks` says, which is not asked where the rest was
/// stopped.
CheckResult check_all(const FlowFile& file, const CheckOptions& options = {},
                      const LookAt& looks = {});

} // namespace rondix
