// Texts of files that come from elsewhere, made fit for a terminal.
#pragma once

#include <string>
#include <string_view>

namespace rondix {

/// Fit for a terminal: anything that is not plain printable text, or part of UTF-8 when the file is
/// that, becomes a question mark. Tabs become blanks, so that the caret stands right.
inline std::string printable(std::string_view text, bool utf8) {
    std::string result(text);
    for (char& c : result) {
        const auto byte = static_cast<unsigned char>(c);
        if (c == '\t')
            c = ' ';
        else if (byte < 0x20 || byte == 0x7F || (byte >= 0x80 && !utf8))
            c = '?';
    }
    return result;
}

} // namespace rondix
