// Settings as they are written: `music: { from: 0, to: 100, by: 5, first: 70 }`.
#pragma once

#include "flow/reading/yaml_tree.hpp"
#include "rondix/tools/flow.hpp"

namespace rondix {

FlowSetting read_setting(const yaml::Node& key, const yaml::Node& node, Findings& findings);

} // namespace rondix
