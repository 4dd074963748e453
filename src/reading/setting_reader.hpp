// Settings as they are written: `music: { from: 0, to: 100, by: 5, default: 70 }`.
#pragma once

#include "rondix/tools/flow.hpp"
#include "yaml/yaml_tree.hpp"

namespace rondix {

FlowSetting read_setting(const yaml::Node& key, const yaml::Node& node, Findings& findings);

} // namespace rondix
