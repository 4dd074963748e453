// Names of a flow and where they stand, as text for people and as JSON (docs/json.md).
//
// Errors: none. Cost: allocates the text. Threads: any.
#pragma once

#include "rondix/tools/rename.hpp"

#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace rondix {

/// A name with its places in the flow and in walkthroughs.
struct UsesOfName {
    const IndexedName* name = nullptr;
    std::vector<std::pair<const Walkthrough*, WalkUses>> in_walks = {};
};
std::string uses_text(const FlowFile& file, const UsesOfName& uses);
std::string uses_json(const FlowFile& file, const UsesOfName& uses);

/// All names, or those of a kind.
std::string names_text(const NameIndex& names, std::optional<NameKind> kind);
std::string names_json(const NameIndex& names, std::optional<NameKind> kind);

} // namespace rondix
