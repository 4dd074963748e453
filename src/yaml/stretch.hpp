// Where something begins and ends in a text.
#pragma once

#include <cstdint>

namespace rondix::yaml {

/// In bytes, the end behind the last one.
struct Stretch {
    std::uint32_t begin = 0, end = 0;
};

} // namespace rondix::yaml
