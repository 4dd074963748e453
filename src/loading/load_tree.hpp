// The journey from a tree on, whether it was read or made up.
#pragma once

#include "rondix/tools/flow.hpp"
#include "yaml/yaml_tree.hpp"

namespace rondix {

FlowFile load_tree(Source source, const yaml::Node& tree, Findings findings);

} // namespace rondix
