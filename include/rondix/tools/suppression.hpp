// Suppressions: what looks like a slip and is meant so. The author says it in a comment of the flow
// file, at the place, with a reason:
//
//     splash:   # allow: no-title, because nobody reads it in two seconds
//
//     # allow: same-press, because the big button is for small hands
//     - { button: go, text: Go!, press: load sea }
//
// At the end of a line it is about that line; alone, about the next line that holds something.
// Warnings alone can be allowed. A suppression that answers no finding is a finding itself.
//
// Errors: a suppression that answers no finding becomes one. Threads: any.
#pragma once

#include "rondix/tools/check.hpp"

namespace rondix {

/// Takes the warnings that are allowed out of the result and puts them into `result.allowed`. To be
/// called when all checks are through; `looks_were_checked` tells whether those of looks were.
void take_out_allowed(const FlowFile& file, CheckResult& result, bool looks_were_checked);

} // namespace rondix
