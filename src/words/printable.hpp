// Texts that come from elsewhere (a flow, a walkthrough, a trace, a file's name), made fit for
// where they go. One function for each form; nothing that may hold such a text is written without
// one.
//
// What no text may bring along: control characters (C0, C1), ends of lines, what turns the
// direction of text (so that it reads otherwise than it is), the byte order mark, code points that
// are none, and bytes that are not UTF-8. Each becomes a question mark, so that columns stay what
// they are. For XML: in_xml.hpp.
#pragma once

#include <string>
#include <string_view>

namespace rondix {

/// On one line, such as of a terminal or a comment. Tabs become blanks, so that a caret under the
/// text stands right. A text that is not UTF-8 at all is taken byte for byte.
std::string printable(std::string_view text, bool utf8 = true);

/// Between quotes, as DOT has it; "\n" stays the end of a line there.
std::string in_dot(std::string_view text);

/// A file's name, as `make` reads it.
std::string in_makefile(std::string_view name);

/// JSON that a library has written: what is not fit for a terminal stands as \uXXXX.
std::string in_plain_json(std::string_view json);

} // namespace rondix
