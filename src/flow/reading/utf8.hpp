// The strict filter in front of the YAML parser.
#pragma once

#include <optional>
#include <string_view>

namespace rondix {

/// Where `text` stops being UTF-8 (RFC 3629: no overlong forms, no surrogates), or holds a control
/// character other than tab and line ends. Nothing when all of it is well.
std::optional<std::size_t> first_bad_byte(std::string_view text);

} // namespace rondix
