// rondix check --watch: a flow checked at each save; only what changed is told.
#pragma once

#include "rondix/tools/check.hpp"

#include <functional>
#include <string>

namespace rondix::tool {

/// Goes on until the user interrupts. `check_it` reads and checks the flow, and gives both.
struct Checked {
    FlowFile file;
    CheckResult result;
};
Checked watch_and_check(const std::string& path, const std::function<Checked()>& check_it);

} // namespace rondix::tool
