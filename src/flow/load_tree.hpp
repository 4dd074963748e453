// The journey from a tree on, whether it was read or made up.
#pragma once

#include "flow/reading/yaml_tree.hpp"
#include "rondix/tools/flow.hpp"

namespace rondix {

FlowFile load_tree(Source source, const yaml::Node& tree, Findings findings);

} // namespace rondix
