// The steps that people mean when they write another word.
#pragma once

#include "rondix/tools/flow.hpp"

#include <string_view>

namespace rondix {

/// Reports a word that is no step: the nearest one by its letters or by its meaning, and all there
/// are.
void report_unknown_step(const Name& word, Findings& findings);

} // namespace rondix
