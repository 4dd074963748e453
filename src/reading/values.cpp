#include "reading/values.hpp"

#include "reading/text_part.hpp"
#include "rondix/tools/names.hpp"

#include <algorithm>
#include <charconv>
#include <cmath>

namespace rondix {

namespace {

constexpr float largest_number = 100'000;

const std::vector<std::string_view> eases = {"even", "in", "out", "both"};
const std::vector<std::string_view> ways = {"cut", "fade", "slide", "grow"};
const std::vector<std::string_view> directions = {"left", "right", "top", "bottom"};

std::optional<std::size_t> place_in(const std::vector<std::string_view>& words,
                                    std::string_view word) {
    const auto found = std::find(words.begin(), words.end(), word);
    if (found == words.end()) return std::nullopt;
    return static_cast<std::size_t>(found - words.begin());
}

/// A number with what follows it: "-4", "105%".
std::optional<float> number_with(std::string_view text, std::string_view ending) {
    if (!text.ends_with(ending)) return std::nullopt;
    text.remove_suffix(ending.size());
    float number = 0;
    const char* end = text.data() + text.size();
    const auto [stop, fault] = std::from_chars(text.data(), end, number, std::chars_format::fixed);
    const bool good = fault == std::errc{} && stop == end && std::isfinite(number) &&
                      std::abs(number) <= largest_number;
    return good ? std::optional(number) : std::nullopt;
}

} // namespace

std::optional<std::vector<Name>> words_of_value(const yaml::Node& node, const Source& source,
                                                std::string_view key, Findings& findings) {
    if (node.kind == yaml::Kind::text && !node.says_nothing()) return words_of(node, source);
    std::vector<Name> words;
    bool good = node.kind == yaml::Kind::list;
    for (const yaml::Node& child : node.children) {
        good = good && child.kind == yaml::Kind::text;
        if (good) words.push_back({child.text, child.place});
    }
    if (good) return words;
    add_finding(findings, RuleId::wrong_type, node.place,
                "'" + std::string(key) + "' needs words or numbers, such as '" + std::string(key) +
                    ": 20 40'");
    return std::nullopt;
}

void Values::wants(std::string_view what, std::string_view fix) {
    add_finding(findings_, RuleId::wrong_type, place_,
                "'" + std::string(key_) + "' needs " + std::string(what))
        .fix = fix;
}

std::optional<float> Values::number_in(const Name& word) const {
    return number_with(word.text, "");
}

std::optional<float> Values::number() {
    const auto number = count() == 1 ? number_in(words_[0]) : std::nullopt;
    if (!number || *number < 0) return wants("a number from 0 to 100000"), std::nullopt;
    return number;
}

std::optional<float> Values::factor() {
    std::optional<float> number;
    if (count() == 1) number = number_with(words_[0].text, "%");
    if (number)
        number = *number / 100;
    else if (count() == 1)
        number = number_in(words_[0]);
    if (!number || *number < 0 || *number > 100)
        return wants("a factor such as 1.05 or 105%"), std::nullopt;
    return number;
}

std::optional<float> Values::degrees() {
    const auto number = count() == 1 ? number_in(words_[0]) : std::nullopt;
    if (!number || std::abs(*number) > 360)
        return wants("an angle from -360 to 360 degrees, clockwise"), std::nullopt;
    return number;
}

std::optional<Point> Values::pair() {
    const auto x = count() == 2 ? number_in(words_[0]) : std::nullopt;
    const auto y = count() == 2 ? number_in(words_[1]) : std::nullopt;
    if (!x || !y) return wants("two numbers, to the right and down, such as 20 -4"), std::nullopt;
    return Point{*x, *y};
}

std::optional<Size> Values::margins() {
    const auto x = count() == 1 || count() == 2 ? number_in(words_.front()) : std::nullopt;
    const auto y = x ? number_in(words_.back()) : std::nullopt;
    if (!y || *x < 0 || *y < 0)
        return wants("one number, or two: across and down, such as 24 40"), std::nullopt;
    return Size{*x, *y};
}

std::optional<Sides> Values::sides() {
    Sides sides{};
    bool good = count() == 1 || count() == 2 || count() == 4;
    for (std::size_t i = 0; good && i < 4; ++i) {
        const auto number = number_in(words_[i % count()]);
        good = number && *number >= 0;
        sides[i] = number.value_or(0);
    }
    if (!good)
        return wants("one number, two (across and down), or four: left, top, right, bottom"),
               std::nullopt;
    return sides;
}

std::optional<Size> Values::size() {
    const std::string_view text = count() == 1 ? std::string_view(words_[0].text) : "";
    const std::size_t cross = text.find('x');
    if (cross != std::string_view::npos) {
        const auto width = number_with(text.substr(0, cross), "");
        const auto height = number_with(text.substr(cross + 1), "");
        if (width && height && *width >= 0 && *height >= 0) return Size{*width, *height};
    }
    wants("a size such as 300x64");
    return std::nullopt;
}

std::optional<std::size_t> Values::one_of(const std::vector<std::string_view>& words) {
    if (count() == 1)
        if (const auto place = place_in(words, words_[0].text)) return place;
    std::string all;
    for (std::string_view word : words) all += (all.empty() ? "" : ", ") + std::string(word);
    const Suggestion near = count() == 1 ? suggestion(words_[0].text, words) : Suggestion{};
    wants("one of " + all + near.text);
    findings_.back().meant = near.name;
    return std::nullopt;
}

std::optional<bool> Values::yes_no() {
    const std::string_view text = count() == 1 ? std::string_view(words_[0].text) : "";
    if (text == "yes" || text == "true") return true;
    if (text == "no" || text == "false") return false;
    wants("yes or no");
    return std::nullopt;
}

bool Values::take_time(const Name& word, Transition& into) const {
    if (const auto ease = place_in(eases, word.text)) {
        into.ease = Ease(*ease);
        return true;
    }
    auto ms = number_with(word.text, "ms");
    if (!ms) {
        ms = number_with(word.text, "s");
        if (ms) ms = *ms * 1000;
    }
    if (!ms || *ms < 0 || *ms > 60'000) return false;
    into.ms = static_cast<std::uint16_t>(std::lround(*ms));
    return true;
}

std::optional<Transition> Values::transition() {
    Transition transition;
    bool good = count() == 1 || count() == 2;
    for (const Name& word : words_) good = good && take_time(word, transition);
    if (good) return transition;
    wants("a time of at most a minute and how it runs (even, in, out, both), such as 120ms both");
    return std::nullopt;
}

std::optional<ScreenTransition> Values::screen_transition() {
    ScreenTransition screen_transition;
    screen_transition.time.ms = 200;
    const auto way = count() > 0 ? place_in(ways, words_[0].text) : std::nullopt;
    bool good = way.has_value();
    if (good) screen_transition.by = ScreenTransition::By(*way);
    for (std::size_t i = 1; good && i < count(); ++i) {
        const auto from = place_in(directions, words_[i].text);
        if (from && screen_transition.by == ScreenTransition::By::slide)
            screen_transition.from = ScreenTransition::From(*from);
        else
            good = take_time(words_[i], screen_transition.time);
    }
    if (screen_transition.by == ScreenTransition::By::cut) screen_transition.time.ms = 0;
    if (good) return screen_transition;
    wants(
        "cut, fade, grow, or slide and a side, with a time and how it runs: slide left 250ms both");
    return std::nullopt;
}

// --- colours

namespace {

std::optional<Colour> hex_colour(std::string_view text) {
    if (text.empty() || text[0] != '#') return std::nullopt;
    text.remove_prefix(1);
    std::uint32_t value = 0;
    const char* end = text.data() + text.size();
    const auto [stop, fault] = std::from_chars(text.data(), end, value, 16);
    if (fault != std::errc{} || stop != end) return std::nullopt;
    if (text.size() == 3)
        return rgb((value >> 8 & 0xF) * 0x110000 + (value >> 4 & 0xF) * 0x1100 +
                   (value & 0xF) * 0x11);
    if (text.size() == 6) return rgb(value);
    if (text.size() == 8) return rgb(value >> 8, static_cast<float>(value & 0xFF) / 255.0F);
    return std::nullopt;
}

} // namespace

Palette::Palette(const std::vector<Theme>& themes, Findings& findings) {
    for (const Theme& theme : themes)
        for (const auto& [name, colour] : theme.palette) {
            // A name may stand for an earlier one, with another opacity.
            const std::optional<Colour> value = this->colour(colour, findings);
            if (!colours_.contains(name.text)) names_.push_back(name.text);
            colours_[name.text] = value.value_or(Colour{});
        }
}

std::optional<Colour> Palette::colour(const Name& word, Findings& findings) const {
    std::string_view text = word.text;
    float opacity = 1;
    if (const std::size_t slash = text.find('/'); slash != std::string_view::npos) {
        const auto share = number_with(text.substr(slash + 1), "%");
        if (!share || *share < 0 || *share > 100) {
            add_finding(findings, RuleId::wrong_type, word.place,
                        "the opacity of '" + word.text +
                            "' needs a share from 0% to 100%, such as fog/60%");
            return std::nullopt;
        }
        opacity = *share / 100;
        text = text.substr(0, slash);
    }
    std::optional<Colour> colour = hex_colour(text);
    if (text == "none") colour = no_colour;
    if (const auto found = colours_.find(std::string(text)); found != colours_.end())
        colour = found->second;
    if (colour) {
        colour->opacity *= opacity;
        return colour;
    }
    const std::vector<std::string_view> names(names_.begin(), names_.end());
    add_finding(findings, RuleId::unknown_name, word.place,
                text.starts_with('#')
                    ? Said("'" + word.text + "' is no colour")
                    : "there is no colour '" + std::string(text) + "'" + suggestion(text, names))
        .fix = "write it as #rrggbb, or name it under 'palette'";
    return std::nullopt;
}

} // namespace rondix
