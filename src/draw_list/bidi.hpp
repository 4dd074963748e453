// Which way the parts of a line of text run, where left-to-right and right-to-left are mixed.
//
// By the Unicode Bidirectional Algorithm (UAX #9), of which is left out what menus have no use for:
// explicit embeddings, overrides and isolates.
#pragma once

#include <cstdint>
#include <span>
#include <string_view>
#include <vector>

namespace rondix::draw_list {

/// A character of a text, and where it stands in it.
struct Letter {
    std::uint32_t letter = 0;
    std::uint32_t at = 0;   ///< in bytes
    std::uint8_t level = 0; ///< odd: right to left
};

/// What is no UTF-8 becomes U+FFFD, a byte at a time.
void decode(std::string_view text, std::vector<Letter>& letters);

/// Sets the levels of a paragraph. Returns that of the paragraph.
std::uint8_t find_levels(std::span<Letter> letters);

/// The order in which parts with these levels are seen, from left to right.
void find_order(std::span<const std::uint8_t> levels, std::vector<std::uint32_t>& order);

bool is_blank(std::uint32_t letter);

} // namespace rondix::draw_list
