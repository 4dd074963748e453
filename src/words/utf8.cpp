#include "words/utf8.hpp"

namespace rondix {

CodePoint code_point_at(std::string_view text, std::size_t at) {
    const auto byte = [&](std::size_t i) {
        return at + i < text.size() ? static_cast<unsigned char>(text[at + i]) : 0u;
    };
    const unsigned lead = byte(0);
    if (at >= text.size()) return {};
    if (lead < 0x80) return {lead, 1};
    const std::size_t length = lead >= 0xC2 && lead <= 0xDF   ? 2
                               : lead >= 0xE0 && lead <= 0xEF ? 3
                               : lead >= 0xF0 && lead <= 0xF4 ? 4
                                                              : 0;
    if (length == 0) return {};
    char32_t value = lead & (0xFFu >> (length + 1));
    for (std::size_t i = 1; i < length; ++i) {
        if ((byte(i) & 0xC0) != 0x80) return {};
        value = value << 6 | (byte(i) & 0x3F);
    }
    constexpr char32_t least[] = {0, 0, 0x80, 0x800, 0x10000};
    const bool surrogate = value >= 0xD800 && value <= 0xDFFF;
    if (value < least[length] || value > 0x10FFFF || surrogate) return {};
    return {value, length};
}

bool is_meant(char32_t value) {
    const auto between = [value](char32_t low, char32_t high) {
        return value >= low && value <= high;
    };
    if (value == '\t' || value == '\n' || value == '\r') return true;
    const bool controls = value < 0x20 || between(0x7F, 0x9F) || between(0x2028, 0x2029);
    const bool turns = value == 0x061C || between(0x200E, 0x200F) || between(0x202A, 0x202E) ||
                       between(0x2066, 0x2069);
    const bool is_none = value == 0xFEFF || between(0xFDD0, 0xFDEF) || (value & 0xFFFE) == 0xFFFE;
    return !controls && !turns && !is_none;
}

std::optional<std::size_t> first_bad_byte(std::string_view text) {
    for (std::size_t i = 0; i < text.size();) {
        if (text[i] >= ' ' && text[i] < 0x7F) { // most are
            ++i;
            continue;
        }
        const CodePoint one = code_point_at(text, i);
        const bool control = one.value < 0x80 && !is_meant(one.value);
        if (one.length == 0 || control) return i;
        i += one.length;
    }
    return std::nullopt;
}

} // namespace rondix
