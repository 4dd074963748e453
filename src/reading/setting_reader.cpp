// A setting is one of four kinds, told by the keys that it has: a number (`from`, `to`, `by`), a
// choice (`one-of`), a text (`max-length`), a key (`binds`), or else yes or no.
#include "reading/setting_reader.hpp"

#include "reading/map_reader.hpp"
#include "reading/setting_values.hpp"
#include "rondix/tools/names.hpp"

#include <cmath>
#include <cstdio>

namespace rondix {

namespace {

constexpr double max_values = 1000;

std::string written(double number) {
    char text[32];
    std::snprintf(text, sizeof text, "%g", number);
    return text;
}

class SettingReader {
  public:
    SettingReader(const yaml::Node& key, const yaml::Node& node, Findings& findings)
        : key_(key)
        , map_(node, grammar::Owner::setting, findings)
        , findings_(findings) {
        setting_.id = {key.text, key.place};
    }

    FlowSetting read() {
        if (!map_.good()) return setting_;
        if (map_.find("from") || map_.find("to") || map_.find("by"))
            read_number();
        else if (map_.find("one-of"))
            read_choice();
        else if (map_.find("max-length"))
            read_text();
        else if (map_.find("binds"))
            return read_key(), setting_;
        else
            read_yes_no();
        setting_.keep_within_ms = map_.duration_ms("keep-within").value_or(0);
        if (map_.find("labels")) read_labels();
        if (map_.find("scales")) read_stretches();
        return setting_;
    }

  private:
    template <class Words>
    void fail(std::string_view key, Words text) {
        const yaml::Node* node = map_.find(key);
        add_finding(findings_, RuleId::wrong_type, node ? node->place : key_.place,
                    std::move(text));
    }

    std::optional<double> number(std::string_view key) {
        const auto text = map_.name(key);
        if (!text) return std::nullopt;
        const auto value = number_of(text->text);
        if (value && std::abs(*value) <= 1e9) return value;
        fail(key, "'" + std::string(key) + "' needs a number");
        return std::nullopt;
    }

    void read_number() {
        setting_.kind = SettingKind::number;
        if (!map_.need("from") || !map_.need("to")) return;
        const auto from = number("from"), to = number("to");
        const auto by = map_.find("by") ? number("by") : std::optional(1.0);
        if (!from || !to || !by) return;
        if (!(*by > 0) || !(*to > *from)) {
            fail(*by > 0 ? "to" : "by",
                 "'to' must be greater than 'from', and 'by' greater than 0");
            return;
        }
        const double steps = std::floor((*to - *from) / *by + 1e-6);
        if (steps + 1 > max_values)
            return fail("by", "a setting has at most 1000 values; make 'by' larger");
        setting_.from = *from;
        setting_.by = *by;
        for (int i = 0; i <= static_cast<int>(steps); ++i)
            setting_.values.push_back({written(*from + i * *by), key_.place});
        if (!map_.find("default")) return;
        const auto first = number("default");
        if (!first) return;
        const double place = (*first - *from) / *by;
        if (place < -1e-6 || place > steps + 1e-6 || std::abs(place - std::round(place)) > 1e-3)
            return fail("default", "'default' must be one of the values from " + written(*from) +
                                       " to " + written(*to) + " by " + written(*by));
        setting_.first = static_cast<std::uint16_t>(std::lround(place));
    }

    void read_choice() {
        setting_.kind = SettingKind::choice;
        const yaml::Node& list = *map_.find("one-of");
        if (list.kind != yaml::Kind::list || list.children.empty())
            return fail("one-of", "'one-of' needs a list: '[960x540, 1280x720]'");
        if (static_cast<double>(list.children.size()) > max_values)
            return fail("one-of", "a setting has at most 1000 values");
        for (const yaml::Node& value : list.children) {
            if (value.kind != yaml::Kind::text || value.text.empty()) {
                add_finding(findings_, RuleId::wrong_type, value.place, "a word is expected here");
                continue;
            }
            for (const Name& known : setting_.values)
                if (known.text == value.text)
                    add_finding(findings_, RuleId::given_twice, value.place,
                                "'" + value.text + "' is already in this list");
            setting_.values.push_back({value.text, value.place});
        }
        const auto first = map_.find("default") ? map_.name("default") : std::nullopt;
        if (!first) return;
        std::vector<std::string_view> words;
        for (std::size_t i = 0; i < setting_.values.size(); ++i) {
            words.push_back(setting_.values[i].text);
            if (setting_.values[i].text == first->text)
                return void(setting_.first = static_cast<std::uint16_t>(i));
        }
        fail("default",
             "'" + first->text + "' is not one of the values" + suggestion(first->text, words));
    }

    void read_text() {
        setting_.kind = SettingKind::text;
        const auto letters = number("max-length");
        if (letters && (*letters < 1 || *letters > 200 || *letters != std::floor(*letters)))
            fail("max-length", "'max-length' needs a whole number from 1 to 200");
        else if (letters)
            setting_.longest = static_cast<std::uint16_t>(*letters);
        setting_.values.push_back({map_.text("default").value_or(""), key_.place});
    }

    /// Which key it is, Rondix keeps elsewhere; here it has one value, which a step may come back
    /// to. Its label is what the player reads while a key is waited for.
    void read_key() {
        setting_.kind = SettingKind::key;
        setting_.binds = map_.name("binds");
        setting_.values = {{"default", key_.place}};
        setting_.labels = {{"Press a key", {}}};
        for (const std::string_view key : {"default", "keep-within", "labels", "scales"})
            if (map_.find(key))
                fail(key, "a setting that is a key has no '" + std::string(key) + "'");
    }

    void read_stretches() {
        if (!map_.one_of("scales")) return;
        if (setting_.kind != SettingKind::number || !(setting_.from > 0))
            return fail("scales",
                        "time limits are scaled by a number that is always greater than 0, such as "
                        "'from: 1, to: 5'");
        setting_.stretches = true;
    }

    /// One for each value, as the player sees it.
    void read_labels() {
        const yaml::Node& list = *map_.find("labels");
        const bool fits = list.kind == yaml::Kind::list && setting_.kind != SettingKind::text &&
                          list.children.size() == setting_.values.size();
        if (!fits)
            return fail("labels", "'labels' needs a list with a text for each value, here " +
                                      std::to_string(setting_.values.size()));
        setting_.labels.clear();
        for (const yaml::Node& label : list.children)
            setting_.labels.push_back({label.text, label.place});
    }

    void read_yes_no() {
        setting_.kind = SettingKind::yes_no;
        setting_.values = {{"no", key_.place}, {"yes", key_.place}};
        setting_.labels = {{"Off", {}}, {"On", {}}};
        setting_.first = map_.yes_no("default").value_or(false) ? 1 : 0;
    }

    const yaml::Node& key_;
    const MapReader map_;
    Findings& findings_;
    FlowSetting setting_;
};

} // namespace

FlowSetting read_setting(const yaml::Node& key, const yaml::Node& node, Findings& findings) {
    return SettingReader(key, node, findings).read();
}

} // namespace rondix
