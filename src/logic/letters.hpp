// Letters of UTF-8 text: characters, not bytes.
#pragma once

#include <algorithm>
#include <cstddef>
#include <string_view>

namespace rondix {

/// Whether a byte begins a character.
constexpr bool begins_letter(char byte) {
    return (static_cast<unsigned char>(byte) & 0xC0) != 0x80;
}

inline std::size_t letters(std::string_view text) {
    return static_cast<std::size_t>(std::count_if(text.begin(), text.end(), begins_letter));
}

/// How many bytes of a text fit into so many, up to where a letter ends.
constexpr std::size_t whole_letters(std::string_view text, std::size_t bytes) {
    if (text.size() <= bytes) return text.size();
    while (bytes > 0 && !begins_letter(text[bytes])) --bytes;
    return bytes;
}

/// The beginning of a text, of so many letters at most.
inline std::string_view shortened(std::string_view text, std::size_t most) {
    std::size_t end = 0;
    for (std::size_t count = 0; end < text.size(); ++end)
        if (begins_letter(text[end]) && count++ == most) break;
    return text.substr(0, end);
}

} // namespace rondix
