#include "report/styled.hpp"

#include "report/width.hpp"
#include "words/printable.hpp"

#include <algorithm>

namespace rondix {

namespace {

std::string_view switch_on(Ink ink) {
    switch (ink) {
    case Ink::place: return "\x1b[1m";
    case Ink::error: return "\x1b[1;35m";
    case Ink::warning: return "\x1b[33m";
    case Ink::note: return "\x1b[36m";
    case Ink::fix:
    case Ink::added: return "\x1b[32m";
    case Ink::taken: return "\x1b[35m";
    case Ink::plain: break;
    }
    return "";
}

std::string folded_line(std::string_view line, std::size_t indent, std::size_t width) {
    if (width_of(line) <= width) return std::string(line);
    std::string text;
    const std::size_t first = std::min(line.find_first_not_of(' '), line.size());
    text.append(first, ' ');
    std::size_t column = first;
    bool begins = true;
    line.remove_prefix(first);
    while (!line.empty()) {
        const std::size_t end = std::min(line.find(' '), line.size());
        const std::string_view word = line.substr(0, end);
        const std::size_t wide = width_of(word);
        if (!begins && column + 1 + wide > width) {
            text += "\n" + std::string(indent, ' ');
            column = indent;
            begins = true;
        }
        if (!begins) text += ' ', ++column;
        text += word;
        column += wide;
        begins = false;
        line.remove_prefix(std::min(end + 1, line.size()));
    }
    return text;
}

} // namespace

std::string inked(std::string_view text, Ink ink, TextStyle style) {
    if (!style.colour || ink == Ink::plain || text.empty()) return std::string(text);
    return std::string(switch_on(ink)) + std::string(text) + "\x1b[0m";
}

std::string folded(std::string_view text, std::size_t indent, TextStyle style) {
    if (style.width == 0) return std::string(text);
    std::string out;
    while (!text.empty()) {
        const std::size_t end = std::min(text.find('\n'), text.size());
        out += folded_line(text.substr(0, end), indent, std::max<std::size_t>(style.width, 20));
        if (end < text.size()) out += '\n';
        text.remove_prefix(std::min(end + 1, text.size()));
    }
    return out;
}

std::string inked_difference(std::string_view difference, TextStyle style) {
    std::string out;
    while (!difference.empty()) {
        const std::size_t end = std::min(difference.find('\n'), difference.size());
        const std::string_view line = difference.substr(0, end);
        const Ink ink = line.starts_with("+++") || line.starts_with("---") ? Ink::place
                        : line.starts_with('+')                            ? Ink::added
                        : line.starts_with('-')                            ? Ink::taken
                        : line.starts_with("@@")                           ? Ink::note
                                                                           : Ink::plain;
        out += inked(printable(line), ink, style) + "\n";
        difference.remove_prefix(std::min(end + 1, difference.size()));
    }
    return out;
}

} // namespace rondix
