// Image: how a packed flow is laid out. A header, a line for each table, the rest as a row, then
// the tables, each at a multiple of `alignment`. Numbers are little-endian, as the machines are
// that games run on, and others refuse it; rows are what they are in memory, with zeros between
// their fields.
#pragma once

#include <bit>
#include <cstddef>
#include <cstdint>
#include <cstring>
#include <span>

namespace rondix::image {

/// Whether this machine can use images at all.
inline constexpr bool usable_here = std::endian::native == std::endian::little;

inline constexpr std::size_t alignment = 16;
inline constexpr char magic[8] = {'R', 'o', 'n', 'd', 'i', 'x', '\x1A', '\n'};
/// Of the header and of how tables are laid out; rows are told by layout_hash().
inline constexpr std::uint32_t version = 4;

struct Header {
    char magic[8];
    std::uint32_t version;
    std::uint32_t tables; ///< how many lines follow
    std::uint64_t size;   ///< of the whole image, in bytes
    std::uint64_t names;  ///< names_hash() of the flow
    std::uint64_t sum;    ///< of all that follows the header
    std::uint64_t rows;   ///< layout_hash()
};
static_assert(sizeof(Header) == 48 && sizeof(Header) % alignment == 0);

struct TableLine {
    std::uint32_t row_size;
    std::uint32_t rows;
    std::uint64_t begin; ///< from the start of the image
};
static_assert(sizeof(TableLine) == alignment);

constexpr std::size_t aligned(std::size_t size) {
    return (size + alignment - 1) / alignment * alignment;
}

/// Eight bytes at a time, in four rows that do not wait for each other. Each step can be undone, so
/// that no change of one byte, nor of eight that stand together, ever goes unseen. The multiplier
/// is that of Steele and Vigna, "Computationally easy, spectrally good multipliers", 2021.
inline std::uint64_t checksum(std::span<const std::byte> bytes) {
    constexpr std::uint64_t factor = 0xD1342543DE82EF95;
    const auto mix = [](std::uint64_t sum, std::uint64_t word) {
        sum = (sum ^ word) * factor;
        return sum ^ (sum >> 32);
    };
    std::uint64_t sums[4] = {1, 2, 3, 4};
    std::size_t at = 0;
    for (; at + 32 <= bytes.size(); at += 32)
        for (std::size_t row = 0; row < 4; ++row) {
            std::uint64_t word = 0;
            std::memcpy(&word, bytes.data() + at + 8 * row, 8);
            sums[row] = mix(sums[row], word);
        }
    std::uint64_t sum = bytes.size();
    for (const std::uint64_t one : sums) sum = mix(sum, one);
    for (; at < bytes.size(); ++at) sum = mix(sum, static_cast<std::uint64_t>(bytes[at]));
    return sum;
}

} // namespace rondix::image
