// The searches for slips of wiring, one file for each kind. Each adds what it finds, and lets the
// watch look now and then.
#pragma once

#include "proof/budget.hpp"
#include "rondix/tools/flow.hpp"

namespace rondix {

/// A text that names one screen where the press leads to another; a number in a text that differs
/// from the number that is set.
void find_wrong_texts(const FlowFile& file, Budget& budget, Findings& findings);

/// Two buttons of a screen that do the same; a screen that was copied with its links.
void find_duplicates(const FlowFile& file, Budget& budget, Findings& findings);

/// Names that nobody thought of; screens without a title.
void find_poor_names(const FlowFile& file, Budget& budget, Findings& findings);

/// Flags that stay as they are, events without an answer, cues and styles that nobody uses.
void find_unused(const FlowFile& file, Budget& budget, Findings& findings);

/// Named keys that no key of the keyboard stands for.
void find_keys_without_default(const FlowFile& file, Budget& budget, Findings& findings);

/// Conditions that hold always, or never.
void find_fixed_conditions(const FlowFile& file, Budget& budget, Findings& findings);

} // namespace rondix
