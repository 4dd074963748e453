// From the YAML tree to the Flow: every key of a flow file is read here, and nowhere else.
#pragma once

#include "rondix/tools/flow.hpp"
#include "yaml/yaml_tree.hpp"

namespace rondix {

/// Reads what can be read and reports the rest. False when the tree is no flow at all, or one of a
/// version that is not known here.
bool read_flow(const yaml::Node& root, const Source& source, Flow& flow, Findings& findings);

/// The same for a file that a flow includes: what it says is added to `flow`.
bool read_included(const yaml::Node& root, const Source& source, Flow& flow, Findings& findings);

} // namespace rondix
