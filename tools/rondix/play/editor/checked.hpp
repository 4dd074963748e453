// What check() says of the flow while it is arranged, each finding at what it concerns.
#pragma once

#include "play/editor/things.hpp"
#include "rondix/tools/check.hpp"

#include <string>
#include <vector>

namespace rondix::tool {

struct Issue {
    Finding finding;
    std::string screen; ///< that it stands in; empty: in none
    std::string thing;  ///< the control of that screen; empty: none
    bool is_new = false;
};

struct Checked {
    CheckResult result;
    std::vector<Issue> issues;     ///< those that have come up first
    std::vector<std::string> went; ///< with the last change
    std::size_t errors = 0, warnings = 0;
};

/// Checks for a quarter of a second at most, without looking at pictures; `before` is what was said
/// before the last change.
Checked check_again(const FlowFile& file, const Checked& before);

} // namespace rondix::tool
