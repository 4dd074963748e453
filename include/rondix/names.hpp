// Names: what one may look like, and the nearest right one for a wrong one.
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace rondix {

/// A letter, then letters, digits, '-' and '_'.
bool is_name(std::string_view text);

/// The one of `names` that was most likely meant by `wrong`, or an empty text when none is near.
/// Distance: optimal string alignment (edits and swapped neighbours), case not counting.
std::string_view nearest(std::string_view wrong, const std::vector<std::string_view>& names);

/// A name as a title: `saved-voyages` becomes `Saved voyages`.
std::string title_from(std::string_view name);

/// ": did you mean 'x'?", ": case counts, did you mean 'x'?", or nothing.
std::string suggestion(std::string_view wrong, const std::vector<std::string_view>& names);

/// The name that a text with such a suggestion in it suggests, or an empty text.
std::string_view suggested_in(std::string_view text);

} // namespace rondix
