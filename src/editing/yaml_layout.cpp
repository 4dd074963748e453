#include "editing/yaml_layout.hpp"

#include <algorithm>

namespace rondix {

Layout::Layout(const Source& source, std::uint16_t file)
    : text_(source.text())
    , file_(file)
    , marks_(yaml::marks_of(text_)) {}

/// The innermost pair of brackets around a byte: of this kind, or any where `kind` is 0.
const Layout::Bracket* Layout::around(std::uint32_t at, char kind) const {
    const Bracket* best = nullptr;
    for (const Bracket& bracket : marks_.brackets)
        if (bracket.open < at && at < bracket.close && (kind == 0 || text_[bracket.open] == kind) &&
            (!best || bracket.open > best->open))
            best = &bracket;
    return best;
}

/// From behind the comma or bracket before it to the comma or bracket behind it.
Layout::Stretch Layout::flow_entry(const Bracket& bracket, std::uint32_t at) const {
    Stretch entry{bracket.open + 1, bracket.close};
    for (const Comma& comma : marks_.commas) {
        if (comma.open != bracket.open) continue;
        if (comma.at < at) entry.begin = comma.at + 1;
        if (comma.at > at) {
            entry.end = comma.at;
            break;
        }
    }
    return entry;
}

Edit Layout::drop_flow_entry(const Bracket& bracket, std::uint32_t at) const {
    Stretch entry = flow_entry(bracket, at);
    if (entry.end < bracket.close) {
        const bool tight = text_[entry.begin] != ' ' && text_[entry.begin] != '\n';
        ++entry.end; // its comma
        while (tight && text_[entry.end] == ' ') ++entry.end;
    } else if (entry.begin > bracket.open + 1) {
        --entry.begin; // the comma before it
        while (entry.end > entry.begin && text_[entry.end - 1] == ' ') --entry.end;
    }
    return {{entry.begin, entry.end, file_}, ""};
}

std::uint32_t Layout::line_begin(std::uint32_t at) const {
    const std::size_t end = at == 0 ? std::string_view::npos : text_.rfind('\n', at - 1);
    return end == std::string_view::npos ? 0 : static_cast<std::uint32_t>(end + 1);
}

/// Where its line break stands, or the end of the text.
std::uint32_t Layout::line_end(std::uint32_t at) const {
    return static_cast<std::uint32_t>(std::min(text_.find('\n', at), text_.size()));
}

/// The same without a carriage return before the line break: where words can be put behind others.
std::uint32_t Layout::words_end(std::uint32_t at) const {
    const std::uint32_t end = line_end(at);
    return end > 0 && text_[end - 1] == '\r' ? end - 1 : end;
}

/// Up to the comment of a line, where it has one.
std::uint32_t Layout::without_comment(std::uint32_t begin, std::uint32_t end) const {
    for (const Stretch& comment : marks_.comments)
        if (comment.begin >= begin && comment.begin < end) return comment.begin;
    return end;
}

std::uint32_t Layout::indent_of(std::uint32_t begin) const {
    std::uint32_t i = begin;
    while (i < text_.size() && text_[i] == ' ') ++i;
    return i - begin;
}

bool Layout::is_item(std::uint32_t begin) const {
    return text_.substr(begin + indent_of(begin)).starts_with("- ");
}

/// Blank, or a comment alone.
bool Layout::is_empty(std::uint32_t begin) const {
    const std::uint32_t i = begin + indent_of(begin);
    return i >= text_.size() || text_[i] == '\n' || text_[i] == '\r' || text_[i] == '#';
}

/// The begin of the line behind an entry whose first line begins here.
std::uint32_t Layout::end_of_entry(std::uint32_t begin) const {
    const std::uint32_t indent = indent_of(begin);
    const bool item = is_item(begin);
    std::uint32_t end =
        std::min<std::uint32_t>(line_end(begin) + 1, static_cast<std::uint32_t>(text_.size()));
    for (std::uint32_t line = end; line < text_.size(); line = line_end(line) + 1) {
        if (is_empty(line)) continue;
        const bool deeper = indent_of(line) > indent;
        // The items of a list may stand under their key without being set in.
        if (!deeper && !(indent_of(line) == indent && !item && is_item(line))) break;
        end = std::min<std::uint32_t>(line_end(line) + 1, static_cast<std::uint32_t>(text_.size()));
    }
    return end;
}

Edit Layout::drop_lines(std::uint32_t at) const {
    const std::uint32_t begin = line_begin(at);
    return {{begin, end_of_entry(begin), file_}, ""};
}

std::optional<Edit> Layout::drop_entry(std::uint32_t at) const {
    if (const Bracket* bracket = around(at, 0)) return drop_flow_entry(*bracket, at);
    if (is_item(line_begin(at))) return std::nullopt; // what is left would be no map
    return drop_lines(at);
}

/// Of a map on lines of its own: the line of its item, or of its key.
std::uint32_t Layout::begin_of_map(std::uint32_t at) const {
    std::uint32_t line = line_begin(at);
    if (is_item(line)) return line;
    const std::uint32_t indent = indent_of(line);
    while (line > 0) {
        line = line_begin(line - 1);
        if (!is_empty(line) && indent_of(line) < indent) return line;
    }
    return line;
}

/// Of an entry that begins with that key, up to its end or a comment.
std::optional<SourceRange> Layout::value_within(Stretch entry, std::string_view key) const {
    std::uint32_t begin = entry.begin;
    while (begin < entry.end &&
           (text_[begin] == ' ' || text_[begin] == '\n' || text_.substr(begin).starts_with("- ")))
        ++begin;
    const std::string_view words = text_.substr(begin, entry.end - begin);
    if (!words.starts_with(key) || !words.substr(key.size()).starts_with(":")) return std::nullopt;
    begin += static_cast<std::uint32_t>(key.size()) + 1;
    while (begin < entry.end && text_[begin] == ' ') ++begin;
    std::uint32_t end = entry.end;
    while (end > begin && (text_[end - 1] == ' ' || text_[end - 1] == '\n')) --end;
    return SourceRange{begin, end, file_};
}

std::optional<SourceRange> Layout::value_of(std::uint32_t at, std::string_view key) const {
    if (const Bracket* map = around(at, '{')) {
        Stretch entry{map->open + 1, map->close};
        for (const Comma& comma : marks_.commas) {
            if (comma.open != map->open) continue;
            entry.end = comma.at;
            if (const auto value = value_within(entry, key)) return value;
            entry = {comma.at + 1, map->close};
        }
        return value_within(entry, key);
    }
    // On lines of its own: those that are set in as this one.
    const std::uint32_t own = line_begin(at);
    const std::uint32_t deep = indent_of(own) + (is_item(own) ? 2 : 0);
    std::uint32_t line = own;
    while (line > 0 && !is_item(line)) { // up to the first of the map
        const std::uint32_t above = line_begin(line - 1);
        const std::uint32_t set_in = indent_of(above) + (is_item(above) ? 2 : 0);
        if (!is_empty(above) && set_in < deep) break;
        line = above;
    }
    for (; line < text_.size(); line = line_end(line) + 1) {
        if (is_empty(line)) continue;
        const std::uint32_t set_in = indent_of(line) + (is_item(line) ? 2 : 0);
        if (set_in < deep || (is_item(line) && set_in == deep && line > own)) break;
        if (set_in > deep) continue;
        const std::uint32_t end = without_comment(line, words_end(line));
        if (const auto value = value_within({line, end}, key)) return value;
    }
    return std::nullopt;
}

std::optional<Edit> Layout::drop_map(std::uint32_t at) const {
    const Bracket* map = around(at, '{');
    if (!map) return drop_lines(begin_of_map(at));
    if (const Bracket* outer = around(map->open, 0)) return drop_flow_entry(*outer, map->open);
    return drop_lines(map->open);
}

/// Before the closing bracket.
std::optional<Edit> Layout::insert_in(const Bracket& bracket, std::string_view entry) const {
    std::uint32_t at = bracket.close;
    while (at > bracket.open + 1 && (text_[at - 1] == ' ' || text_[at - 1] == '\n')) --at;
    const bool first = at == bracket.open + 1;
    const bool tight = at == bracket.close;
    std::string text = first ? (tight ? " " : "") + std::string(entry) + (tight ? " " : "")
                             : ", " + std::string(entry);
    if (first && !tight) text = " " + text;
    return Edit{{at, at, file_}, std::move(text)};
}

std::optional<Edit> Layout::add_under(SourceRange key, std::string_view entry) const {
    const std::size_t colon = text_.find(':', key.end);
    if (colon == std::string_view::npos) return std::nullopt;
    std::size_t value = colon + 1;
    while (value < text_.size() && text_[value] == ' ') ++value;
    const char c = value < text_.size() ? text_[value] : '\n';
    if (c == '{') {
        for (const Bracket& bracket : marks_.brackets)
            if (bracket.open == value) {
                const bool empty = text_.find_first_not_of(' ', value + 1) == bracket.close;
                if (empty) return insert_in(bracket, entry);
                const auto at = static_cast<std::uint32_t>(value + 1);
                return Edit{{at, at, file_}, " " + std::string(entry) + ","};
            }
        return std::nullopt;
    }
    if (c == ',' || c == '}') { // nothing is said, within brackets
        const auto at = static_cast<std::uint32_t>(colon + 1);
        return Edit{{at, static_cast<std::uint32_t>(c == ',' ? value : at), file_},
                    " { " + std::string(entry) + " }"};
    }
    if (c != '\n' && c != '\r' && c != '#') return std::nullopt; // it is no map
    const std::uint32_t begin = line_begin(key.begin);
    const std::uint32_t end = line_end(key.begin);
    std::uint32_t indent = indent_of(begin) + 2;
    for (std::uint32_t line = end + 1; line < text_.size(); line = line_end(line) + 1)
        if (!is_empty(line)) {
            if (indent_of(line) > indent_of(begin)) indent = indent_of(line);
            break;
        }
    const std::uint32_t at = words_end(key.begin);
    return Edit{{at, at, file_}, "\n" + std::string(indent, ' ') + std::string(entry)};
}

std::optional<Edit> Layout::add_beside(std::uint32_t at, std::string_view entry) const {
    if (const Bracket* map = around(at, '{')) return insert_in(*map, entry);
    const std::uint32_t begin = line_begin(at), end = words_end(at);
    const std::uint32_t indent = indent_of(begin) + (is_item(begin) ? 2 : 0);
    return Edit{{end, end, file_}, "\n" + std::string(indent, ' ') + std::string(entry)};
}

std::optional<Edit> Layout::add_item(std::uint32_t at, std::string_view item) const {
    if (const Bracket* list = around(at, '[')) return insert_in(*list, item);
    const std::uint32_t begin = begin_of_map(at);
    if (!is_item(begin)) return std::nullopt;
    const std::uint32_t end = end_of_entry(begin);
    const std::string line = std::string(indent_of(begin), ' ') + "- " + std::string(item) + "\n";
    return Edit{{end, end, file_},
                (end == text_.size() && text_.back() != '\n' ? "\n" : "") + line};
}

std::optional<std::vector<Edit>> Layout::move_item(std::uint32_t at, std::uint32_t before) const {
    const std::uint32_t from = line_begin(at), to = line_begin(before);
    if (!is_item(from) || !is_item(to) || from == to) return std::nullopt;
    const std::uint32_t end = end_of_entry(from);
    std::string item(text_.substr(from, end - from));
    if (!item.ends_with('\n')) item += '\n';
    return std::vector<Edit>{{{to, to, file_}, std::move(item)}, {{from, end, file_}, ""}};
}

Edit Layout::add_line(std::uint32_t at, std::string_view line) const {
    const std::uint32_t begin = line_begin(at);
    return {{begin, begin, file_}, std::string(line) + "\n"};
}

} // namespace rondix
