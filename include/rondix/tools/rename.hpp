// Renaming: a name called otherwise wherever it is written: in all files of a flow, and in its
// walkthroughs.
//
// Only the names change: comments, order and layout stay. What results is read again, and nothing
// is renamed where it would not be the same flow under another name.
//
// Errors: in words, in Renamed::fault. Cost: reads the flow twice, and replays the walkthroughs.
// Threads: any.
#pragma once

#include "rondix/tools/edit.hpp"
#include "rondix/tools/walkthrough.hpp"

#include <string>
#include <string_view>
#include <vector>

namespace rondix {

/// `title`; of a control or group also `title.play`, where several screens have one of that name.
struct NameAsked {
    NameKind kind{};
    std::string text;
};

/// The name that is asked for; null, and `fault` says why: there is none, or there are several.
const IndexedName* find_name(const FlowFile& file, const NameAsked& asked, std::string& fault);

struct Renamed {
    std::string fault;              ///< empty: it can be renamed
    std::vector<Edit> edits;        ///< in the files of the flow
    FileTexts texts;                ///< of all files that change, as they read then
    std::vector<std::string> notes; ///< walkthroughs that are left as they are, and why
};
/// Of the walkthroughs those are renamed that pass.
Renamed rename(const FlowFile& file, const NameAsked& name, const std::string& to,
               const std::vector<Walkthrough>& walks = {});

/// Where a walkthrough uses a name; places in its source.
struct WalkUses {
    std::vector<SourceRange> places; ///< up to its first failure
    bool passes = true;
};
/// In the order of the walkthroughs.
std::vector<WalkUses> uses_in(const FlowFile& file, const IndexedName& name,
                              const std::vector<Walkthrough>& walks);

} // namespace rondix
