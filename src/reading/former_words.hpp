// Keys that were called otherwise before: who writes an old one is told the new one, and
// `rondix check --fix` puts it in. Kept for one release.
#pragma once

#include "rondix/tools/names.hpp"

namespace rondix {

/// The key among `known` that `wrong` was the name of, or the nearest right one.
Suggestion suggested_key(std::string_view wrong, const std::vector<std::string_view>& known);

/// What a standard style of that name is called, if it was one; or an empty text.
std::string_view style_once_called(std::string_view name);

} // namespace rondix
