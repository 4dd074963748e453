#include "server/positions.hpp"

#include <algorithm>
#include <cstddef>

namespace rondix::server {

namespace {

bool goes_on(char byte) {
    return (static_cast<unsigned char>(byte) & 0xC0) == 0x80;
}

/// Of the character that begins there.
std::size_t bytes_of(std::string_view text, std::size_t at) {
    std::size_t end = at + 1;
    while (end < text.size() && goes_on(text[end])) ++end;
    return end - at;
}

std::uint32_t units_of(std::size_t bytes, Units units) {
    if (units == Units::utf8) return static_cast<std::uint32_t>(bytes);
    return bytes >= 4 ? 2 : 1; // beyond the first plane
}

/// `\n`, `\r\n` or `\r` at `at`: so many bytes; else 0.
std::size_t line_end(std::string_view text, std::size_t at) {
    if (text[at] == '\n') return 1;
    if (text[at] != '\r') return 0;
    return at + 1 < text.size() && text[at + 1] == '\n' ? 2 : 1;
}

/// Where the line after the one at `at` begins; npos: there is none.
std::size_t next_line(std::string_view text, std::size_t at) {
    const std::string_view rest = text.substr(at);
    const std::size_t feed = std::min(rest.find('\n'), rest.size());
    const std::size_t end = std::min(rest.substr(0, feed).find('\r'), feed);
    return end == rest.size() ? std::string_view::npos : at + end + line_end(rest, end);
}

/// Within the line that begins at `begin`. What is within the end of a line is its begin.
std::uint32_t units_before(std::string_view text, std::size_t begin, std::size_t end, Units units) {
    std::uint32_t passed = 0;
    for (std::size_t at = begin; at < end && line_end(text, at) == 0;) {
        const std::size_t bytes = bytes_of(text, at);
        if (at + bytes > end) break;
        passed += units_of(bytes, units);
        at += bytes;
    }
    return passed;
}

} // namespace

std::uint32_t offset_of(std::string_view text, Position position, Units units) {
    std::size_t at = 0;
    for (std::uint32_t line = 0; line < position.line; ++line) {
        at = next_line(text, at);
        if (at == std::string_view::npos) return static_cast<std::uint32_t>(text.size());
    }
    for (std::uint32_t passed = 0; at < text.size() && line_end(text, at) == 0;) {
        const std::size_t bytes = bytes_of(text, at);
        passed += units_of(bytes, units);
        if (passed > position.character) break;
        at += bytes;
    }
    return static_cast<std::uint32_t>(at);
}

Position position_of(std::string_view text, std::uint32_t offset, Units units) {
    const std::size_t end = std::min<std::size_t>(offset, text.size());
    Position position;
    std::size_t begin = 0;
    for (std::size_t next = 0; (next = next_line(text, begin)) <= end; begin = next)
        ++position.line;
    position.character = units_before(text, begin, end, units);
    return position;
}

Lines::Lines(std::string_view text)
    : text_(text) {
    for (std::size_t at = 0; at != std::string_view::npos; at = next_line(text, at))
        begins_.push_back(static_cast<std::uint32_t>(at));
}

Position Lines::position_of(std::uint32_t offset, Units units) const {
    const auto end = static_cast<std::uint32_t>(std::min<std::size_t>(offset, text_.size()));
    const auto after = std::ranges::upper_bound(begins_, end);
    return {static_cast<std::uint32_t>(after - begins_.begin() - 1),
            units_before(text_, *(after - 1), end, units)};
}

} // namespace rondix::server
