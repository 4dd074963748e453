#include "editing/yaml_value.hpp"

#include <algorithm>
#include <array>

namespace rondix {

namespace {

/// Without quotes it means what it says, in brackets as well (YAML 1.2, 7.3.3).
bool is_plain(std::string_view text) {
    if (text.empty() || text.front() == ' ' || text.back() == ' ' || text.back() == ':')
        return false;
    if (std::string_view("?:,[]{}#&*!|>'\"%@`").find(text.front()) != std::string_view::npos)
        return false;
    if (text.starts_with("- ") || text == "-" || text.starts_with("---") || text.starts_with("..."))
        return false;
    if (text.find_first_of(",[]{}") != std::string_view::npos) return false;
    if (text == "~" || text == "null" || text == "Null" || text == "NULL") return false;
    if (text.find(": ") != std::string_view::npos || text.find(" #") != std::string_view::npos)
        return false;
    return std::ranges::none_of(
        text, [](char c) { return static_cast<unsigned char>(c) < 0x20 || c == 0x7F; });
}

std::string quoted(std::string_view text) {
    constexpr std::string_view digits = "0123456789abcdef";
    std::string out = "\"";
    for (const char c : text) {
        const auto byte = static_cast<unsigned char>(c);
        if (c == '"' || c == '\\')
            (out += '\\') += c;
        else if (c == '\n')
            out += "\\n";
        else if (c == '\t')
            out += "\\t";
        else if (byte < 0x20 || byte == 0x7F)
            (out += "\\x") += {digits[byte / 16], digits[byte % 16]};
        else
            out += c;
    }
    return out + "\"";
}

} // namespace

std::optional<yaml::Node> read_value(const std::string& text, std::string& fault) {
    const bool is_yaml =
        !text.empty() && std::string_view("{[\"'").find(text[0]) != std::string_view::npos;
    if (!is_yaml) return text_node(text);
    Findings findings;
    const Source source("value", "value: " + text + "\n");
    std::optional<yaml::Node> tree = yaml::read(source, 0, findings);
    if (tree && findings.empty() && tree->kind == yaml::Kind::map && tree->children.size() == 2)
        return std::move(tree->children[1]);
    fault = "'" + text + "' is no value: " +
            (findings.empty() ? std::string("it is more than one") : findings.front().text);
    return std::nullopt;
}

std::string write_value(const yaml::Node& value) {
    if (value.kind == yaml::Kind::text) {
        if (value.plain && value.text.empty()) return "";
        return value.plain && is_plain(value.text) ? value.text : quoted(value.text);
    }
    const bool map = value.kind == yaml::Kind::map;
    std::string out;
    for (std::size_t i = 0; i < value.children.size(); ++i) {
        const bool behind_key = map && i % 2 == 1;
        const std::string one = write_value(value.children[i]);
        out += behind_key ? (one.empty() ? ":" : ": ") : i == 0 ? "" : ", ";
        out += one;
    }
    if (!map) return "[" + out + "]";
    return out.empty() ? "{}" : "{ " + out + " }";
}

bool same(const yaml::Node& a, const yaml::Node& b) {
    const auto is_nothing = [](const yaml::Node& node) {
        return node.says_nothing() || (node.kind != yaml::Kind::text && node.children.empty());
    };
    if (is_nothing(a) || is_nothing(b)) return is_nothing(a) && is_nothing(b);
    if (a.kind != b.kind || a.text != b.text) return false;
    if (a.text == "none" && a.plain != b.plain) return false;
    return std::ranges::equal(a.children, b.children, same);
}

yaml::Node text_node(std::string text) {
    yaml::Node node;
    node.text = std::move(text);
    return node;
}

yaml::Node map_node(std::string key, yaml::Node value) {
    yaml::Node node;
    node.kind = yaml::Kind::map;
    node.children.push_back(text_node(std::move(key)));
    node.children.push_back(std::move(value));
    return node;
}

} // namespace rondix
