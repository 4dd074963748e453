// Pieces of the tables of a compiled flow, which rows of all kinds refer to.
#pragma once

#include <cstdint>

namespace rondix {

/// A piece of CompiledFlow::texts.
struct Text {
    std::uint32_t begin = 0;
    std::uint32_t length = 0;
    friend constexpr bool operator==(Text, Text) = default;
};

/// Some consecutive rows of another table.
struct Range {
    std::uint32_t begin = 0;
    std::uint32_t count = 0;
    constexpr std::uint32_t end() const { return begin + count; }
};

} // namespace rondix
