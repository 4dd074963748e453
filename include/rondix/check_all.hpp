// check_all(): every check there is, as the tool makes them, without what the flow says is fine.
#pragma once

#include "rondix/check.hpp"

#include <functional>

namespace rondix {

/// check() and check_wiring(); those of looks come from `looks`, such as
/// `[&] { return check_looks(file); }`, which is not asked where the rest was stopped.
CheckResult check_all(const FlowFile& file, const CheckOptions& options = {},
                      const std::function<Findings()>& looks = {});

} // namespace rondix
