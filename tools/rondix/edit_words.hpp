// Changes of a flow in the words of the command line: `set control title.play text "Set sail"`.
#pragma once

#include "rondix/tools/change.hpp"

#include <string>
#include <utility>
#include <vector>

namespace rondix::tool {

/// Makes one change. What is wrong with the words is its fault.
Changed change_by_words(const FlowFile& file, const std::vector<std::string>& words);

/// The first word of each, and all of its words.
std::vector<std::pair<std::string, std::string>> changes_in_words();

/// All forms, a line each, for the help.
extern const char* const forms_of_changes;

} // namespace rondix::tool
