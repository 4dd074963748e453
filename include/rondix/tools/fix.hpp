// Fixes: changes of a flow file that make a finding go away.
//
// For each finding there are some changes that people make; each is tried on the text, which is
// read and checked again. A fix is the first of them after which the finding is gone and no other
// has come up. Comments, order and layout of the file stay as they were.
//
// Errors: no fix is an empty result. Cost: reads and checks the flow once for each change that is
// tried, within the options. Threads: any.
#pragma once

#include "rondix/tools/check.hpp"
#include "rondix/tools/edit.hpp"

#include <optional>
#include <string>
#include <vector>

namespace rondix {

struct Fix {
    std::string what;        ///< in words, such as "remove 'back: none'"
    std::vector<Edit> edits; ///< none of them overlaps another
    bool safe = false;       ///< it changes nothing that works: a right name for a wrong one that
                             ///< is near, something dropped that nothing uses
};

/// (The limits of `options` hold for all that is tried together.)
///
/// A fix of one of the findings of `result`, which check() gave for `file`, with those of
/// `looks` where there is one; nothing where none of the changes that are tried is one. Without
/// `looks` nothing that it finds is fixed, and a fix may change how something looks. A flow that
/// is written in C++ has none.
std::optional<Fix> find_fix(const FlowFile& file, const CheckResult& result, const Finding& finding,
                            const CheckOptions& options = {}, const LookAt& looks = {});

/// Fixes one finding after the other, each on what the fixes before it made.
struct FixResult {
    struct One {
        Finding finding;
        std::vector<Source> sources; ///< that its places stand in: with the fixes before it
        std::optional<Fix> fix;
        std::string difference; ///< what the fix changes, as difference() tells it
        bool applied = false;
    };
    std::vector<One> all;      ///< every finding that there was, in the order of the file
    FileTexts texts;           ///< of the files that are changed by those that were applied
    CheckResult left;          ///< what check() says then
    Stop stop = Stop::nothing; ///< the limit that ended it: further findings were not tried
};
enum class FixWhich { safe, all };
FixResult fix_all(const FlowFile& file, FixWhich which, const CheckOptions& options = {},
                  const LookAt& looks = {});

} // namespace rondix
