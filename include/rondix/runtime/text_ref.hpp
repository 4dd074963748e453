// Pieces of the tables of a compiled flow, which rows of all kinds refer to.
//
// Threads: any.
#pragma once

#include <cstdint>

namespace rondix {

/// A piece of CompiledFlow::texts.
struct TextRef {
    std::uint32_t begin = 0;
    std::uint32_t length = 0;
    friend constexpr bool operator==(TextRef, TextRef) = default;
};

/// Some consecutive rows of another table.
struct IndexRange {
    std::uint32_t begin = 0;
    std::uint32_t count = 0;
    constexpr std::uint32_t end() const { return begin + count; }
};

} // namespace rondix
