#include "reading/setting_values.hpp"

#include <algorithm>
#include <charconv>
#include <cmath>

namespace rondix {

std::optional<double> number_of(std::string_view word) {
    double value = 0;
    const auto [end, fault] =
        std::from_chars(word.data(), word.data() + word.size(), value, std::chars_format::fixed);
    if (fault != std::errc{} || end != word.data() + word.size()) return std::nullopt;
    return value;
}

std::optional<std::uint16_t> value_of(const FlowSetting& setting, std::string_view word) {
    if (setting.kind == SettingKind::text) return std::nullopt;
    const bool yes_no = setting.kind == SettingKind::yes_no;
    if (yes_no && word == "true") word = "yes";
    if (yes_no && word == "false") word = "no";
    for (std::size_t i = 0; i < setting.values.size(); ++i)
        if (setting.values[i].text == word) return static_cast<std::uint16_t>(i);
    const auto value = setting.kind == SettingKind::number ? number_of(word) : std::nullopt;
    if (!value) return std::nullopt;
    const double place = (*value - setting.from) / setting.by;
    const double whole = std::round(place);
    if (std::abs(place - whole) > 1e-3 || whole < 0 ||
        whole >= static_cast<double>(setting.values.size()))
        return std::nullopt;
    return static_cast<std::uint16_t>(whole);
}

std::optional<AskedValues> asked_values(const FlowSetting& setting, const Condition& condition) {
    if (!is_counted(setting.kind)) return std::nullopt;
    const auto last = static_cast<std::uint16_t>(setting.values.size() - 1);
    if (condition.kind == Condition::Kind::flag) {
        if (setting.kind != SettingKind::yes_no) return std::nullopt;
        return AskedValues{1, 1};
    }
    if (condition.kind == Condition::Kind::is) {
        const auto value = value_of(setting, condition.value.text);
        if (!value) return std::nullopt;
        return AskedValues{*value, *value};
    }
    const auto limit = number_of(condition.value.text);
    if (setting.kind != SettingKind::number || !limit) return std::nullopt;
    const double place = (*limit - setting.from) / setting.by;
    if (condition.kind == Condition::Kind::above) {
        const double least = std::floor(place + 1e-6) + 1;
        if (least > last) return AskedValues{1, 0};
        return AskedValues{static_cast<std::uint16_t>(std::max(0.0, least)), last};
    }
    const double most = std::ceil(place - 1e-6) - 1;
    if (most < 0) return AskedValues{1, 0};
    return AskedValues{0, static_cast<std::uint16_t>(std::min<double>(most, last))};
}

} // namespace rondix
