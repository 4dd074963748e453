// The nearest right name for a file that is not there.
#pragma once

#include "rondix/tools/names.hpp"

#include <string>
#include <string_view>

namespace rondix {

/// "; did you mean 'art/lantern.svg'?" or nothing: of the files in the folder of `path`, the one
/// whose name is near. `written` is how the path stands in the file; the suggestion stands alike.
Suggestion near_file(std::string_view written, const std::string& path);

} // namespace rondix
