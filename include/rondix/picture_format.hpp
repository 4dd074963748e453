// What pictures are written as.
//
// Threads: any.
#pragma once

#include <cstdint>

namespace rondix {

enum class PictureFormat : std::uint8_t { svg, png };

} // namespace rondix
