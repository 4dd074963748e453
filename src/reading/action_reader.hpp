// Steps and actions as they are written: `open options`, a list of steps, or alternatives with
// `when` and `do`.
#pragma once

#include "reading/grammar.hpp"
#include "rondix/tools/flow.hpp"
#include "yaml/yaml_tree.hpp"

namespace rondix {

/// What a press, a key or an event does. Steps that cannot be read are reported and left out.
FlowAction read_action(const yaml::Node& node, const Source& source, Findings& findings);

/// The step that these words begin with: `back to`, `load`. Null: none.
const grammar::StepRow* step_named(const std::vector<Name>& words);

/// How a step is written, for messages: `back to`.
std::string_view name_of(StepKind kind);

} // namespace rondix
