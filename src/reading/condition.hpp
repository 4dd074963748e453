// Conditions as they are written: names of flags with `and`, `or`, `not` and brackets. `not` binds
// tightest, then `and`, then `or`.
#pragma once

#include "rondix/tools/flow.hpp"
#include "yaml/yaml_tree.hpp"

namespace rondix {

/// The condition in a text node; nothing, and a finding, when it cannot be read.
std::optional<Condition> read_condition(const yaml::Node& node, const Source& source,
                                        Findings& findings);

} // namespace rondix
