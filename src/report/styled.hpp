// Words for a terminal: coloured, and folded to its width.
#pragma once

#include "rondix/tools/text_style.hpp"

#include <string>
#include <string_view>

namespace rondix {

/// What a stretch of text is, for its colour.
enum class Ink { plain, place, error, warning, note, fix, added, taken };

/// The text between the signs that switch the colour on and off again (ECMA-48).
std::string inked(std::string_view text, Ink ink, TextStyle style);

/// Lines broken between words where they are wider than the style says; further lines are set in by
/// `indent`. Signs that switch colours have no width.
std::string folded(std::string_view text, std::size_t indent, TextStyle style);

/// A difference, its lines coloured.
std::string inked_difference(std::string_view difference, TextStyle style);

} // namespace rondix
