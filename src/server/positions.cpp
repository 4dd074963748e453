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

} // namespace

std::uint32_t offset_of(std::string_view text, Position position, Units units) {
    std::size_t at = 0;
    for (std::uint32_t line = 0; line < position.line; ++line) {
        while (at < text.size() && line_end(text, at) == 0) ++at;
        if (at >= text.size()) return static_cast<std::uint32_t>(text.size());
        at += line_end(text, at);
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
    for (std::size_t at = 0; at < end;) {
        const std::size_t bytes = line_end(text, at);
        at += std::max<std::size_t>(bytes, 1);
        if (bytes == 0 || at > end) continue;
        ++position.line;
        begin = at;
    }
    for (std::size_t at = begin; at < end && line_end(text, at) == 0;) {
        const std::size_t bytes = bytes_of(text, at);
        if (at + bytes > end) break;
        position.character += units_of(bytes, units);
        at += bytes;
    }
    return position;
}

} // namespace rondix::server
