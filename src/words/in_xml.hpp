// Text as XML holds it, between tags and in attributes.
#pragma once

#include <string>
#include <string_view>

namespace rondix {

/// Fit for XML 1.0: its signs are written out, and what printable.hpp keeps out becomes a question
/// mark.
std::string in_xml(std::string_view text);

} // namespace rondix
