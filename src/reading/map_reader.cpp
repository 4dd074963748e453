#include "reading/map_reader.hpp"

#include "reading/former_words.hpp"

#include <algorithm>
#include <charconv>
#include <cmath>

namespace rondix {

namespace {
std::string quoted(std::string_view word) {
    return "'" + std::string(word) + "'";
}
} // namespace

template <class IsKnown, class Keys>
void MapReader::look_at_keys(IsKnown is_known, Keys keys) {
    if (!good()) {
        add_finding(findings_, RuleId::wrong_type, node_.place,
                    what_ + " is written as keys with values: 'key: value'");
        return;
    }
    for (std::size_t i = 0; i + 1 < node_.children.size(); i += 2)
        if (!is_known(std::string_view(node_.children[i].text)))
            report_unknown(node_.children[i], keys());
}

void MapReader::report_unknown(const yaml::Node& key, const std::vector<std::string_view>& known) {
    const Suggestion near = suggested_key(key.text, known);
    Finding& finding = add_finding(findings_, RuleId::unknown_key, key.place,
                                   what_ + " has no key " + quoted(key.text) + near);
    finding.keys.assign(known.begin(), known.end());
    if (near.name.empty()) {
        std::string all;
        for (std::string_view name : known) all += (all.empty() ? "" : ", ") + std::string(name);
        finding.fix = "the keys here are: " + all;
        has_unknown_ = true;
    } else if (!key_node(near.name)) {
        taken_.push_back({*std::find(known.begin(), known.end(), near.name), &key});
    }
}

MapReader::MapReader(const yaml::Node& node, std::string_view what,
                     const std::vector<std::string_view>& known, Findings& findings)
    : node_(node)
    , what_(what)
    , findings_(findings) {
    look_at_keys(
        [&](auto key) { return std::find(known.begin(), known.end(), key) != known.end(); },
        [&]() -> const std::vector<std::string_view>& { return known; });
}

MapReader::MapReader(const yaml::Node& node, grammar::Owner owner, std::string_view what,
                     Findings& findings)
    : node_(node)
    , owner_(owner)
    , what_(what)
    , findings_(findings) {
    look_at_keys([&](auto key) { return grammar::find(owner, key) != nullptr; },
                 [&] { return grammar::keys_of(owner); });
}

MapReader::MapReader(const yaml::Node& node, ControlKind kind, Findings& findings)
    : node_(node)
    , owner_(grammar::Owner::control)
    , what_(grammar::row_of(kind).what)
    , findings_(findings) {
    const std::string_view name = grammar::row_of(kind).name;
    look_at_keys([&](auto key) { return key == name || grammar::has_key(kind, key); },
                 [&] { return grammar::keys_of(kind); });
}

const yaml::Node* MapReader::key_node(std::string_view key) const {
    if (const yaml::Node* node = key_written(key)) return node;
    const auto taken = std::find_if(taken_.begin(), taken_.end(),
                                    [&](const TakenFor& one) { return one.right == key; });
    return taken == taken_.end() ? nullptr : taken->key;
}

const yaml::Node* MapReader::key_written(std::string_view key) const {
    if (!good()) return nullptr;
    for (std::size_t i = 0; i + 1 < node_.children.size(); i += 2)
        if (node_.children[i].text == key) return &node_.children[i];
    return nullptr;
}

const yaml::Node* MapReader::find(std::string_view key) const {
    const yaml::Node* node = key_node(key);
    return node ? node + 1 : nullptr; // the value stands behind its key
}

const yaml::Node* MapReader::need(std::string_view key) const {
    const yaml::Node* node = find(key);
    if (!node && good() && !has_unknown_)
        add_finding(findings_, RuleId::missing_key, node_.place,
                    what_ + " needs the key " + quoted(key));
    return node;
}

const yaml::Node* MapReader::text_node(std::string_view key, std::string_view wanted) const {
    const yaml::Node* node = find(key);
    if (!node) return nullptr;
    if (node->kind == yaml::Kind::text && !node->says_nothing()) return node;
    if (!node->says_nothing()) {
        add_finding(findings_, RuleId::wrong_type, node->place,
                    quoted(key) + " needs " + std::string(wanted));
        return nullptr;
    }
    add_finding(findings_, RuleId::wrong_type, key_node(key)->place,
                quoted(key) + " has no value; it needs " + std::string(wanted))
        .fix = "write one behind the ':'; one that begins with '#', '&' or '!' needs quotes";
    return nullptr;
}

std::optional<std::string> MapReader::text(std::string_view key) const {
    const yaml::Node* node = text_node(key, "a text");
    return node ? std::optional(node->text) : std::nullopt;
}

std::optional<Name> MapReader::name(std::string_view key) const {
    const yaml::Node* node = text_node(key, "a name");
    return node ? std::optional(Name{node->text, node->place}) : std::nullopt;
}

std::optional<std::size_t> MapReader::one_of(std::string_view key,
                                             const std::vector<std::string_view>& words) const {
    if (!find(key)) return std::nullopt;
    std::string all;
    for (std::string_view word : words) all += (all.empty() ? "" : ", ") + std::string(word);
    const yaml::Node* node = text_node(key, "one of " + all);
    if (!node) return std::nullopt;
    const auto word = std::find(words.begin(), words.end(), node->text);
    if (word != words.end()) return static_cast<std::size_t>(word - words.begin());
    add_finding(findings_, RuleId::wrong_type, node->place,
                quoted(key) + " needs one of " + all + suggestion(node->text, words));
    return std::nullopt;
}

std::optional<std::size_t> MapReader::one_of(std::string_view key) const {
    const grammar::KeyRow* row = find(key) ? grammar::find(owner_, key) : nullptr;
    return row ? one_of(key, grammar::words_of(*row)) : std::nullopt;
}

std::optional<bool> MapReader::yes_no(std::string_view key) const {
    const yaml::Node* node = text_node(key, "yes or no");
    if (!node) return std::nullopt;
    if (node->plain && (node->text == "yes" || node->text == "true")) return true;
    if (node->plain && (node->text == "no" || node->text == "false")) return false;
    add_finding(findings_, RuleId::wrong_type, node->place,
                quoted(key) + " needs yes or no, not " + quoted(node->text) +
                    suggestion(node->text, {"true", "false", "yes", "no"}));
    return std::nullopt;
}

std::optional<std::vector<Name>> MapReader::names(std::string_view key) const {
    const yaml::Node* node = find(key);
    if (!node) return std::nullopt;
    const bool good = node->kind == yaml::Kind::list &&
                      std::all_of(node->children.begin(), node->children.end(), [](auto& child) {
                          return child.kind == yaml::Kind::text && !child.text.empty();
                      });
    if (!good) {
        add_finding(findings_, RuleId::wrong_type, node->place,
                    quoted(key) + " needs a list of names: [a, b]");
        return std::nullopt;
    }
    std::vector<Name> names;
    for (const yaml::Node& child : node->children) names.push_back({child.text, child.place});
    return names;
}

std::optional<std::uint32_t> MapReader::duration_ms(std::string_view key) const {
    const yaml::Node* node = text_node(key, "a time such as 1.2s or 250ms");
    if (!node) return std::nullopt;
    std::string_view unit;
    const std::optional<double> number = leading_number(node->text, unit);
    const double factor = unit == "s" ? 1000 : unit == "ms" ? 1 : 0;
    const double ms = number.value_or(0) * factor;
    if (number && factor > 0 && ms <= 86'400'000 && (ms >= 1 || ms == 0))
        return static_cast<std::uint32_t>(std::lround(ms));
    add_finding(findings_, RuleId::wrong_type, node->place,
                quoted(key) + " needs a time such as 1.2s or 250ms, of at most a day");
    return std::nullopt;
}

std::optional<std::uint8_t> MapReader::percent(std::string_view key) const {
    const yaml::Node* node = text_node(key, "a share such as 60%");
    if (!node) return std::nullopt;
    std::string_view unit;
    const std::optional<double> number = leading_number(node->text, unit);
    if (number && unit == "%" && *number <= 100)
        return static_cast<std::uint8_t>(std::lround(*number));
    add_finding(findings_, RuleId::wrong_type, node->place,
                quoted(key) + " needs a share from 0% to 100%, such as 60%");
    return std::nullopt;
}

std::optional<double> leading_number(std::string_view text, std::string_view& rest) {
    double number = 0;
    if (text.empty() || text[0] < '0' || text[0] > '9') return std::nullopt;
    const auto [end, fault] =
        std::from_chars(text.data(), text.data() + text.size(), number, std::chars_format::fixed);
    if (fault != std::errc{}) return std::nullopt;
    rest = text.substr(static_cast<std::size_t>(end - text.data()));
    return number;
}

} // namespace rondix
