// UTF-8, one code point at a time (RFC 3629: no overlong forms, no surrogates).
#pragma once

#include <cstddef>
#include <optional>
#include <string_view>

namespace rondix {

struct CodePoint {
    char32_t value = 0;
    std::size_t length = 0; ///< in bytes; 0: what stands there is not UTF-8
};

CodePoint code_point_at(std::string_view text, std::size_t at);

/// What nobody means to write: see printable.hpp. Of ends of lines and tabs all are meant.
bool is_meant(char32_t value);

/// Where `text` stops being UTF-8, or holds a control character other than tab and line ends.
/// Nothing when all of it is well.
std::optional<std::size_t> first_bad_byte(std::string_view text);

} // namespace rondix
