// The flags that a condition reads, and those that a step writes.
#pragma once

#include "proof/cases.hpp"
#include "rondix/runtime/compiled_flow.hpp"

#include <vector>

namespace rondix {

/// Each once, in the order in which they are met. What is asked of the scene is left out.
std::vector<FlagId> flags_read(const CompiledFlow& flow, ConditionId condition);

/// Whether it asks for the scene.
bool reads_scene(const CompiledFlow& flow, ConditionId condition);

/// Adds the flags that a step changes, with the values that it gives them, in order. Those of a
/// setting's value that is asked about are not changed by the step, but by the answer.
void add_flags_written(const CompiledFlow& flow, const Step& step, Cube& written);

} // namespace rondix
