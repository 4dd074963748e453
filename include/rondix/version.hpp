// The version of these headers. docs/compatibility.md says what may change from one to the next.
//
// Threads: any.
#pragma once

#include <string_view>

#define RONDIX_VERSION_MAJOR 0
#define RONDIX_VERSION_MINOR 1
#define RONDIX_VERSION_PATCH 0

namespace rondix {

inline constexpr std::string_view version = "0.1.0";

} // namespace rondix
