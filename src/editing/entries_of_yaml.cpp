// Entries and items by the places of their nodes: values that are set, entries and items that are
// put in, taken out and moved.
#include "editing/yaml_layout.hpp"

#include <algorithm>

namespace rondix {

namespace {

/// Characters (code points) of UTF-8.
std::size_t letters(std::string_view text) {
    return static_cast<std::size_t>(std::ranges::count_if(
        text, [](char c) { return (static_cast<unsigned char>(c) & 0xC0) != 0x80; }));
}

} // namespace

std::uint32_t Layout::blanks_at(std::uint32_t at) const {
    std::uint32_t end = at;
    while (end < text_.size() && text_[end] == ' ') ++end;
    return end - at;
}

/// Nothing where `at` stands in brackets.
std::optional<std::uint32_t> Layout::column_of(std::uint32_t at) const {
    if (around(at, 0)) return std::nullopt;
    return at - line_begin(at);
}

/// The begin of the line behind what belongs to a key on a line of its own, or behind a dash.
std::uint32_t Layout::end_of_key(std::uint32_t key) const {
    const std::uint32_t column = key - line_begin(key);
    const auto size = static_cast<std::uint32_t>(text_.size());
    std::uint32_t end = std::min(line_end(key) + 1, size);
    // What stands in brackets or quotes may go on in lines that are set in less.
    for (const Bracket& bracket : marks_.brackets)
        if (bracket.open > key && bracket.open < end && bracket.close >= end)
            end = std::min(line_end(bracket.close) + 1, size);
    for (std::uint32_t line = end; line < size; line = line_end(line) + 1) {
        if (is_empty(line)) continue;
        const std::uint32_t indent = indent_of(line);
        if (indent < column || (indent == column && !is_item(line))) break;
        end = std::min(line_end(line) + 1, size);
    }
    return end;
}

/// The first line as it is, the further ones moved in; an empty one stays empty.
std::string Layout::set_in(std::string_view lines, std::uint32_t column) {
    std::string out;
    for (std::size_t i = 0; i < lines.size(); ++i) {
        out += lines[i];
        if (lines[i] == '\n' && i + 1 < lines.size() && lines[i + 1] != '\n')
            out.append(column, ' ');
    }
    return out;
}

/// The other way round, as far as there are blanks.
std::string Layout::set_out(std::string_view lines, std::uint32_t column) {
    std::string out;
    for (std::size_t i = 0; i < lines.size(); ++i) {
        if (lines[i] == '\r') continue;
        out += lines[i];
        if (lines[i] != '\n') continue;
        for (std::uint32_t k = 0; k < column && i + 1 < lines.size() && lines[i + 1] == ' '; ++k)
            ++i;
    }
    return out;
}

std::string Layout::flow_text(const Bracket& bracket, std::uint32_t at) const {
    Stretch entry = flow_entry(bracket, at);
    const auto is_blank = [&](std::uint32_t i) {
        return text_[i] == ' ' || text_[i] == '\n' || text_[i] == '\r';
    };
    while (entry.begin < entry.end && is_blank(entry.begin)) ++entry.begin;
    while (entry.end > entry.begin && is_blank(entry.end - 1)) --entry.end;
    return std::string(text_.substr(entry.begin, entry.end - entry.begin));
}

std::string Layout::lines_text(std::uint32_t begin, std::uint32_t end, std::uint32_t column) const {
    std::string text = set_out(text_.substr(begin, end - begin), column);
    while (!text.empty() && text.back() == '\n') text.pop_back();
    return text;
}

std::string Layout::entry_text(SourceRange key) const {
    key = with_quotes(key);
    if (const Bracket* bracket = around(key.begin, 0)) return flow_text(*bracket, key.begin);
    return lines_text(key.begin, end_of_key(key.begin), key.begin - line_begin(key.begin));
}

/// The place of a quoted text is what stands between its quotes.
SourceRange Layout::with_quotes(SourceRange text) const {
    if (text.begin == 0 || text.end >= text_.size()) return text;
    const char quote = text_[text.begin - 1];
    if ((quote != '"' && quote != '\'') || text_[text.end] != quote) return text;
    return {text.begin - 1, text.end + 1, text.file};
}

/// What comes next behind a comma, and stands in a column, stays there.
std::vector<Edit> Layout::set_text(SourceRange value, std::string_view text) const {
    const std::uint32_t end = value.end + 1; // behind a comma
    const bool comma = value.end < text_.size() && text_[value.end] == ',';
    const std::uint32_t blanks = comma ? blanks_at(end) : 0;
    const std::size_t was = letters(text_.substr(value.begin, value.end - value.begin));
    const std::size_t is = letters(text);
    if (blanks < 2 || was == is) return {Edit{{value.begin, value.end, file_}, std::string(text)}};
    const std::size_t kept =
        was > is ? blanks + (was - is) : blanks - std::min<std::size_t>(blanks - 1, is - was);
    return {
        Edit{{value.begin, end + blanks, file_}, std::string(text) + "," + std::string(kept, ' ')}};
}

std::optional<std::vector<Edit>> Layout::set_value(SourceRange key, SourceRange value, bool is_text,
                                                   std::string_view text) const {
    const auto edit = [&](std::uint32_t begin, std::uint32_t end, std::string with) {
        return Edit{{begin, end, file_}, std::move(with)};
    };
    if (is_text) value = with_quotes(value);
    if (is_text && value.end > value.begin) return set_text(value, text);
    const std::size_t colon = text_.find(':', key.end);
    if (colon == std::string_view::npos) return std::nullopt;
    const auto behind = static_cast<std::uint32_t>(colon + 1);
    if (is_text) return std::vector{edit(behind, behind, std::string(text))}; // nothing is said
    for (const Bracket& bracket : marks_.brackets)
        if (bracket.open == value.begin)
            return std::vector{edit(bracket.open, bracket.close + 1, std::string(text))};
    if (around(key.begin, 0) || value.begin < behind) return std::nullopt;
    // On lines of its own; a comment behind the key stays there.
    const std::uint32_t next =
        std::min<std::uint32_t>(line_end(key.begin) + 1, static_cast<std::uint32_t>(text_.size()));
    if (value.begin < next) return std::nullopt;
    return std::vector{edit(behind, behind, " " + std::string(text)),
                       edit(next, end_of_key(key.begin), "")};
}

std::optional<Edit> Layout::add_behind(SourceRange key, std::string_view entry) const {
    key = with_quotes(key);
    if (const Bracket* bracket = around(key.begin, 0)) {
        if (text_[bracket->open] != '{') return std::nullopt;
        std::uint32_t end = flow_entry(*bracket, key.begin).end;
        while (end > key.end &&
               (text_[end - 1] == ' ' || text_[end - 1] == '\n' || text_[end - 1] == '\r'))
            --end;
        for (const Stretch& comment : marks_.comments) // it stands on the last line of the entry
            if (comment.begin >= key.end && comment.end == end) return std::nullopt;
        return Edit{{end, end, file_}, ", " + std::string(entry)};
    }
    const std::uint32_t column = key.begin - line_begin(key.begin);
    const std::uint32_t end = end_of_key(key.begin);
    const bool unfinished = end == text_.size() && !text_.empty() && text_.back() != '\n';
    // As far apart as the one before is from what is above it.
    const std::uint32_t line = line_begin(key.begin);
    const bool apart = line > 1 && line_end(line_begin(line - 1)) == line_begin(line - 1);
    return Edit{{end, end, file_},
                std::string(unfinished ? "\n" : "") + (apart ? "\n" : "") +
                    std::string(column, ' ') + set_in(entry, column) + "\n"};
}

std::optional<Edit> Layout::add_before(SourceRange key, std::string_view entry) const {
    key = with_quotes(key);
    if (around(key.begin, 0)) return Edit{{key.begin, key.begin, file_}, std::string(entry) + ", "};
    const std::uint32_t column = key.begin - line_begin(key.begin);
    return Edit{{key.begin, key.begin, file_},
                set_in(entry, column) + "\n" + std::string(column, ' ')};
}

std::optional<Edit> Layout::drop_key(SourceRange key, std::optional<SourceRange> next) const {
    key = with_quotes(key);
    if (next) next = with_quotes(*next);
    if (const Bracket* bracket = around(key.begin, 0)) return drop_flow_entry(*bracket, key.begin);
    const std::uint32_t line = line_begin(key.begin);
    const std::uint32_t end = end_of_key(key.begin);
    if (line + indent_of(line) == key.begin) return Edit{{line, end, file_}, ""};
    // Behind a dash: what comes next moves up to it. No comment is lost for that.
    if (!next) return std::nullopt;
    for (const Stretch& comment : marks_.comments)
        if (comment.begin >= end && comment.begin < next->begin) return std::nullopt;
    return Edit{{key.begin, next->begin, file_}, ""};
}

// --- items

std::string Layout::item_text(std::uint32_t item) const {
    if (const Bracket* bracket = around(item, 0)) return flow_text(*bracket, item);
    const std::uint32_t line = line_begin(item);
    const std::uint32_t dash = line + indent_of(line);
    return lines_text(dash + 1 + blanks_at(dash + 1), end_of_entry(line), indent_of(line));
}

std::optional<Edit> Layout::drop_item(std::uint32_t item) const {
    if (const Bracket* bracket = around(item, 0)) {
        if (text_[bracket->open] != '[') return std::nullopt;
        return drop_flow_entry(*bracket, item);
    }
    const std::uint32_t line = line_begin(item);
    if (!is_item(line) || line + indent_of(line) + 2 > item) return std::nullopt;
    return Edit{{line, end_of_entry(line), file_}, ""};
}

std::optional<Edit> Layout::put_item(std::uint32_t item, bool behind, std::string_view text) const {
    if (const Bracket* bracket = around(item, 0)) {
        if (text_[bracket->open] != '[' || text.find('\n') != std::string_view::npos)
            return std::nullopt;
        const Stretch entry = flow_entry(*bracket, item);
        const std::uint32_t first = entry.begin + blanks_at(entry.begin);
        if (!behind) return Edit{{first, first, file_}, std::string(text) + ", "};
        std::uint32_t end = entry.end;
        while (end > item && (text_[end - 1] == ' ' || text_[end - 1] == '\n')) --end;
        for (const Stretch& comment : marks_.comments)
            if (comment.begin >= item && comment.end == end) return std::nullopt;
        return Edit{{end, end, file_}, ", " + std::string(text)};
    }
    const std::uint32_t line = line_begin(item);
    if (!is_item(line)) return std::nullopt;
    const std::uint32_t column = indent_of(line);
    const std::string words = std::string(column, ' ') + "- " + set_in(text, column) + "\n";
    if (!behind) return Edit{{line, line, file_}, words};
    const std::uint32_t end = end_of_entry(line);
    const bool unfinished = end == text_.size() && !text_.empty() && text_.back() != '\n';
    return Edit{{end, end, file_}, (unfinished ? "\n" : "") + words};
}

} // namespace rondix
