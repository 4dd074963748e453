#include "keep/setting_value.hpp"

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <optional>

namespace rondix::keep {

namespace {

std::string_view word_of(const CompiledFlow& flow, const Setting& setting, std::uint16_t value) {
    return flow.text(flow.words[setting.words.begin + value]);
}

std::optional<double> number_in(const TomlValue& value) {
    if (const auto* whole = std::get_if<std::int64_t>(&value)) return static_cast<double>(*whole);
    if (const auto* number = std::get_if<double>(&value)) return *number;
    return std::nullopt;
}

std::string shown(double number) {
    char text[32];
    std::snprintf(text, sizeof text, "%g", number);
    return text;
}

/// Out of range it is the end of the range; between two values, the nearer one.
std::string give_number(Runner& menus, SettingId id, double number) {
    const CompiledFlow& flow = menus.flow();
    const Setting& setting = flow[id];
    const double last = setting.values - 1;
    const double exact =
        (number - static_cast<double>(setting.from)) / static_cast<double>(setting.by);
    const double value =
        std::isnan(exact) ? setting.first : std::clamp(std::round(exact), 0.0, last);
    const auto row = static_cast<std::uint16_t>(value);
    menus.set_setting(id, row);
    if (std::abs(exact - value) < 1e-3) return {};
    return "cannot be " + shown(number) + "; it is " + std::string(word_of(flow, setting, row)) +
           " now";
}

std::string give_word(Runner& menus, SettingId id, const std::string& word) {
    const CompiledFlow& flow = menus.flow();
    const Setting& setting = flow[id];
    for (std::uint16_t i = 0; i < setting.values; ++i)
        if (word_of(flow, setting, i) == word) return menus.set_setting(id, i), std::string();
    return "cannot be '" + word + "'";
}

std::string give_text(Runner& menus, SettingId id, const std::string& text) {
    menus.set_text(id, text);
    if (menus.text_of(id) == text) return {};
    return "is longer than " + std::to_string(menus.flow()[id].values) + " characters and was cut";
}

} // namespace

std::string written(const Runner& menus, SettingId id) {
    const CompiledFlow& flow = menus.flow();
    const Setting& setting = flow[id];
    switch (setting.kind) {
    case SettingKind::text: return toml_quoted(menus.text_of(id));
    case SettingKind::yes_no: return menus.kept_value_of(id) == 1 ? "true" : "false";
    case SettingKind::number: return std::string(word_of(flow, setting, menus.kept_value_of(id)));
    case SettingKind::choice:
    case SettingKind::key: break;
    }
    return toml_quoted(word_of(flow, setting, menus.kept_value_of(id)));
}

std::string give(Runner& menus, SettingId id, const TomlValue& value) {
    const auto* text = std::get_if<std::string>(&value);
    switch (menus.flow()[id].kind) {
    case SettingKind::text: return text ? give_text(menus, id, *text) : "must be a text";
    case SettingKind::choice: return text ? give_word(menus, id, *text) : "must be a text";
    case SettingKind::number:
        if (const auto number = number_in(value)) return give_number(menus, id, *number);
        return "must be a number";
    case SettingKind::yes_no:
        if (const auto* yes = std::get_if<bool>(&value))
            return menus.set_setting(id, *yes ? 1 : 0), std::string();
        return "must be true or false";
    case SettingKind::key: break;
    }
    return {};
}

} // namespace rondix::keep
