// Renaming where the caller knows a quicker way to the flow that results than reading all its files
// anew, as a server does that has read them before.
#pragma once

#include "rondix/tools/rename.hpp"

#include <functional>

namespace rondix {

/// The flow as it reads where some of its files have these texts, with its names.
using ReadsWith = std::function<FlowFile(const FileTexts& changed)>;

Renamed rename(const FlowFile& file, const NameAsked& name, const std::string& to,
               const std::vector<Walkthrough>& walks, const ReadsWith& reads);

} // namespace rondix
