// Changes of a flow in the words of the command line: `set control title.play text "Set sail"`.
#pragma once

#include "rondix/tools/change.hpp"

#include <string>
#include <vector>

namespace rondix::tool {

/// Makes one change. What is wrong with the words is its fault.
Changed change_by_words(const FlowFile& file, const std::vector<std::string>& words);

/// All forms, a line each, for the help.
extern const char* const forms_of_changes;

} // namespace rondix::tool
