#include "reading/style_reader.hpp"
#include "reading/former_words.hpp"

#include "reading/screen_reader.hpp"
#include "reading/style_words.hpp"
#include "reading/values.hpp"
#include "rondix/tools/names.hpp"

#include <algorithm>

namespace rondix {

namespace {

class StyleReader {
  public:
    StyleReader(const Source& source, Findings& findings)
        : source_(source)
        , findings_(findings) {}

    void read(const yaml::Node& node, FlowStyle& style) {
        if (node.says_nothing()) return;
        if (node.kind != yaml::Kind::map) {
            add_finding(findings_, RuleId::wrong_type, node.place,
                        "a style needs keys with values: 'fill: ...'");
            return;
        }
        for (std::size_t i = 0; i + 1 < node.children.size(); i += 2)
            read_key(node.children[i], node.children[i + 1], style);
    }

  private:
    void read_key(const yaml::Node& key, const yaml::Node& value, FlowStyle& style) {
        if (key.text == "extends") {
            if (value.kind == yaml::Kind::text && is_name(value.text))
                style.like = Name{value.text, value.place};
            else
                add_finding(findings_, RuleId::wrong_type, value.place,
                            "'extends' needs the name of a style");
            return;
        }
        const auto state = std::find(std::begin(state_names), std::end(state_names), key.text);
        if (state == std::end(state_names)) {
            read_setting(key, value, style, 0);
        } else if (value.kind != yaml::Kind::map) {
            add_finding(findings_, RuleId::wrong_type, value.place,
                        "'" + key.text + "' is a state; it needs keys with values");
        } else {
            const auto number = static_cast<std::size_t>(state - std::begin(state_names));
            for (std::size_t i = 0; i + 1 < value.children.size(); i += 2)
                read_setting(value.children[i], value.children[i + 1], style, number);
        }
    }

    void read_setting(const yaml::Node& key, const yaml::Node& value, FlowStyle& style,
                      std::size_t state) {
        const StyleWord* word = find_style_word(key.text);
        if (!word) return report_unknown(key, state);
        if (word->whole && state > 0) {
            add_finding(findings_, RuleId::wrong_type, key.place,
                        "'" + key.text + "' is the same in every state")
                .fix = "write it next to the states, not within one";
            return;
        }
        FlowStyleLine setting{{key.text, key.place}, {}};
        if (!word->raw) {
            auto words = words_of_value(value, source_, key.text, findings_);
            if (!words) return;
            setting.words = std::move(*words);
        } else if (value.kind == yaml::Kind::text && !value.says_nothing()) {
            setting.words = {{value.text, value.place}};
        } else {
            add_finding(findings_, RuleId::wrong_type, key.place,
                        "'" + key.text + "' needs a text");
            return;
        }
        style.states[state].push_back(std::move(setting));
    }

    void report_unknown(const yaml::Node& key, std::size_t state) {
        std::vector<std::string_view> known;
        for (const StyleWord& word : style_words())
            if (state == 0 || !word.whole) known.push_back(word.key);
        std::string all;
        for (std::string_view name : known) all += (all.empty() ? "" : ", ") + std::string(name);
        if (state == 0) {
            known.push_back("extends");
            for (std::string_view name : state_names) known.push_back(name);
        }
        Finding& finding =
            add_finding(findings_, RuleId::unknown_key, key.place,
                        "a style has no '" + key.text + "'" + suggested_key(key.text, known));
        finding.fix = "the keys here are: " + all;
    }

    const Source& source_;
    Findings& findings_;
};

bool is_map(const yaml::Node* node, std::string_view key, Findings& findings) {
    if (!node || node->says_nothing()) return false;
    if (node->kind == yaml::Kind::map) return true;
    add_finding(findings, RuleId::wrong_type, node->place,
                "'" + std::string(key) + "' needs keys with values: 'name: ...'");
    return false;
}

/// Names with a word each.
void read_pairs(const MapReader& map, std::string_view key,
                std::vector<std::pair<Name, Name>>& into, std::string_view wanted,
                std::string_view fix, Findings& findings) {
    const yaml::Node* pairs = map.find(key);
    if (!is_map(pairs, key, findings)) return;
    for (std::size_t i = 0; i + 1 < pairs->children.size(); i += 2) {
        const yaml::Node& name = pairs->children[i];
        const yaml::Node& value = pairs->children[i + 1];
        if (!check_name(name, findings)) continue;
        if (value.kind == yaml::Kind::text && !value.text.empty())
            into.push_back({{name.text, name.place}, {value.text, value.place}});
        else
            add_finding(findings, RuleId::wrong_type,
                        value.says_nothing() ? name.place : value.place,
                        "'" + name.text + "' needs " + std::string(wanted))
                .fix = fix;
    }
}

} // namespace

void read_theme_keys(const MapReader& map, const Source& source, Theme& theme, Findings& findings) {
    read_pairs(map, "palette", theme.palette, "a colour, such as \"#c9a24a\"",
               "'#' begins a comment, so a colour needs quotes", findings);
    read_pairs(map, "tunes", theme.tunes, "a file, such as sounds/sea.ogg", "", findings);
    read_pairs(map, "cues", theme.cues, "a file, such as sounds/bell.wav", "", findings);
    const yaml::Node* styles = map.find("styles");
    if (is_map(styles, "styles", findings))
        for (std::size_t i = 0; i + 1 < styles->children.size(); i += 2) {
            const yaml::Node& key = styles->children[i];
            if (!check_name(key, findings)) continue;
            FlowStyle style;
            style.id = {key.text, key.place};
            StyleReader(source, findings).read(styles->children[i + 1], style);
            theme.styles.push_back(std::move(style));
        }
    theme.enters = read_screen_transition(map, "enters", source, findings);
    theme.leaves = read_screen_transition(map, "leaves", source, findings);
}

void read_theme_file(const yaml::Node& root, const Source& source, Theme& theme,
                     Findings& findings) {
    const MapReader map(root, grammar::Owner::theme, findings);
    if (!map.good()) return;
    const yaml::Node* version = map.find("rondix-theme");
    if (!version || version->text != "1") {
        add_finding(findings, RuleId::not_a_flow, version ? version->place : root.place,
                    version ? "this version of the format is not supported" : "this is not a theme")
            .fix = "begin the file with 'rondix-theme: 1'";
        return;
    }
    if (const yaml::Node* node = map.find("design-size")) {
        const auto words = words_of_value(*node, source, "design-size", findings);
        const auto size =
            words ? Values("design-size", *words, node->place, findings).size() : std::nullopt;
        if (size && std::min(size->width, size->height) >= 16)
            theme.short_side = std::min(size->width, size->height);
    }
    read_theme_keys(map, source, theme, findings);
}

std::optional<FlowStyleUse> read_style_use(const MapReader& map, std::string_view key,
                                           const Source& source, Findings& findings) {
    const yaml::Node* node = map.find(key);
    if (!node) return std::nullopt;
    FlowStyleUse use;
    use.place = node->place;
    if (node->kind == yaml::Kind::text && is_name(node->text))
        use.style.like = Name{node->text, node->place};
    else
        StyleReader(source, findings).read(*node, use.style);
    return use;
}

std::optional<ScreenTransition> read_screen_transition(const MapReader& map, std::string_view key,
                                                       const Source& source, Findings& findings) {
    const yaml::Node* node = map.find(key);
    if (!node) return std::nullopt;
    const auto words = words_of_value(*node, source, key, findings);
    if (!words) return std::nullopt;
    return Values(key, *words, node->place, findings).screen_transition();
}

} // namespace rondix
