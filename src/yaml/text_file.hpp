// A file read whole, within limits.
#pragma once

#include <string>

namespace rondix {

/// Reads at most a little more than the limit of yaml::Limits, so that a file that is too large (or
/// never ends) is still found to be so. No pipes or devices. Returns why it could not be read, or
/// an empty text.
std::string read_file(const std::string& path, std::string& text);

/// Without the byte order mark that some editors put in front.
std::string without_mark(std::string text);

} // namespace rondix
