#include "words/printable.hpp"

#include "words/utf8.hpp"

#include <cstdio>

namespace rondix {

namespace {

/// Calls `take` with each stretch of the text: good code points, or one that is not.
template <class Take>
void each_code_point(std::string_view text, Take take) {
    for (std::size_t at = 0; at < text.size();) {
        const CodePoint one = code_point_at(text, at);
        take(text.substr(at, one.length == 0 ? 1 : one.length), one);
        at += one.length == 0 ? 1 : one.length;
    }
}

bool is_end_of_line(char32_t value) {
    return value == '\n' || value == '\r';
}

} // namespace

std::string printable(std::string_view text, bool utf8) {
    std::string out;
    each_code_point(text, [&](std::string_view bytes, CodePoint one) {
        const bool plain = one.length > 0 && (utf8 || one.length == 1);
        if (plain && one.value == '\t')
            out += ' ';
        else if (plain && is_meant(one.value) && !is_end_of_line(one.value))
            out += bytes;
        else
            out.append(utf8 ? 1 : bytes.size(), '?');
    });
    return out;
}

std::string in_dot(std::string_view text) {
    std::string out = "\"";
    for (std::size_t begin = 0; begin <= text.size();) {
        const std::size_t end = std::min(text.find('\n', begin), text.size());
        for (const char c : printable(text.substr(begin, end - begin))) {
            if (c == '"' || c == '\\') out += '\\';
            out += c;
        }
        if (end < text.size()) out += "\n";
        begin = end + 1;
    }
    return out + "\"";
}

std::string in_makefile(std::string_view name) {
    std::string out;
    for (const char c : name) {
        if (c == ' ' || c == '#' || c == ':' || c == '\\') out += '\\';
        if (c == '$') out += '$';
        out += c == '\n' ? '?' : c; // no rule can name such a file
    }
    return out;
}

std::string in_plain_json(std::string_view json) {
    std::string out;
    each_code_point(json, [&](std::string_view bytes, CodePoint one) {
        if (one.length == 0) {
            out += '?';
        } else if (is_meant(one.value)) {
            out += bytes;
        } else {
            char text[16];
            if (one.value > 0xFFFF) { // as two surrogates (RFC 8259, section 7)
                const char32_t rest = one.value - 0x10000;
                std::snprintf(text, sizeof text, "\\u%04x\\u%04x",
                              static_cast<unsigned>(0xD800 + (rest >> 10)),
                              static_cast<unsigned>(0xDC00 + (rest & 0x3FF)));
            } else {
                std::snprintf(text, sizeof text, "\\u%04x", static_cast<unsigned>(one.value));
            }
            out += text;
        }
    });
    return out;
}

} // namespace rondix
