#include "keep/toml_lines.hpp"

#include <algorithm>
#include <cstdio>
#include <optional>
#include <set>
#include <toml++/toml.h>

namespace rondix::keep {

namespace {

std::vector<TomlItem> items_of(const toml::array& list) {
    std::vector<TomlItem> items;
    for (const toml::node& node : list) {
        if (const auto text = node.value_exact<std::string>()) items.emplace_back(*text);
        if (const auto number = node.value_exact<std::int64_t>()) items.emplace_back(*number);
    }
    return items;
}

TomlValue value_of(const toml::node& node) {
    if (const auto value = node.value_exact<bool>()) return *value;
    if (const auto value = node.value_exact<std::int64_t>()) return *value;
    if (const auto value = node.value_exact<double>()) return *value;
    if (const auto value = node.value_exact<std::string>()) return *value;
    if (const toml::array* list = node.as_array()) return items_of(*list);
    return {};
}

/// Tables in tables become names with dots, as their headers are.
void add_entries(const toml::table& table, const std::string& name, std::uint32_t lines_before,
                 std::vector<TomlEntry>& entries) {
    for (const auto& [key, node] : table) {
        const std::string own(key.str());
        if (const toml::table* inner = node.as_table()) {
            std::string whole = name;
            if (!whole.empty()) whole += '.';
            add_entries(*inner, whole += own, lines_before, entries);
            continue;
        }
        const auto line = static_cast<std::uint32_t>(key.source().begin.line) + lines_before;
        entries.push_back({name, own, value_of(node), line});
    }
}

std::optional<TomlFault> read_whole(std::string_view text, std::uint32_t lines_before,
                                    std::vector<TomlEntry>& entries) {
    try {
        const toml::table table = toml::parse(text);
        add_entries(table, "", lines_before, entries);
        return std::nullopt;
    } catch (const toml::parse_error& error) {
        return TomlFault{static_cast<std::uint32_t>(error.source().begin.line) + lines_before,
                         std::string(error.description())};
    }
}

void read_line_by_line(std::string_view text, TomlFile& file) {
    std::string header;
    std::set<std::string> known; // a setting that stands twice: the first one counts
    std::uint32_t number = 0;
    while (!text.empty()) {
        const std::size_t end = std::min(text.find('\n'), text.size());
        const std::string_view line = text.substr(0, end);
        text.remove_prefix(std::min(end + 1, text.size()));
        ++number;
        const std::size_t begin = line.find_first_not_of(" \t\r");
        if (begin == std::string_view::npos) continue;
        const bool is_header = line[begin] == '[';
        std::vector<TomlEntry> entries;
        const std::string alone = is_header ? std::string(line) : header + std::string(line);
        const std::uint32_t lines_before = is_header || header.empty() ? number - 1 : number - 2;
        if (auto fault = read_whole(alone, lines_before, entries)) {
            file.faults.push_back({number, std::move(fault->text)});
            if (is_header) header = "[a-table-that-cannot-be-read]\n";
            continue;
        }
        if (is_header) header = std::string(line) + "\n";
        for (TomlEntry& entry : entries) {
            if (known.insert(entry.table + "\n" + entry.key).second)
                file.entries.push_back(std::move(entry));
            else
                file.faults.push_back({number, "'" + entry.key + "' is given twice"});
        }
    }
}

} // namespace

TomlFile read_toml(std::string_view text) {
    TomlFile file;
    if (read_whole(text, 0, file.entries)) {
        file.entries.clear();
        read_line_by_line(text, file);
    }
    std::stable_sort(file.entries.begin(), file.entries.end(),
                     [](const TomlEntry& a, const TomlEntry& b) { return a.line < b.line; });
    return file;
}

std::string toml_quoted(std::string_view text) {
    std::string quoted = "\"";
    for (const char c : text) {
        const auto byte = static_cast<unsigned char>(c);
        if (c == '"' || c == '\\') quoted += '\\';
        if (byte >= 0x20 && byte != 0x7F) {
            quoted += c;
            continue;
        }
        char escaped[8];
        std::snprintf(escaped, sizeof escaped, "\\u%04X", byte);
        quoted += escaped;
    }
    return quoted + "\"";
}

} // namespace rondix::keep
