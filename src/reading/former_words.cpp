#include "reading/former_words.hpp"

#include <algorithm>

namespace rondix {

namespace {

struct Former {
    std::string_view before, now;
};

constexpr Former former_keys[] = {
    {"starts-with", "start"},
    {"give-up", "timeout"},
    {"like", "extends"},
    {"first", "default"},
    {"letters", "max-length"},
    {"entry", "text-field"},
    {"unfolds", "dropdown"},
    {"stretches", "scales"},
    {"shade", "dim"},
    {"stays", "keep-loaded"},
    {"each", "item-size"},
    {"ink", "text-color"},
    {"ink-shadow", "text-shadow"},
    {"ink-shadow-offset", "text-shadow-offset"},
    {"least", "min-size"},
    {"change", "transition"},
};

} // namespace

std::string_view style_once_called(std::string_view name) {
    return name == "shade" ? "dim" : "";
}

Suggestion suggested_key(std::string_view wrong, const std::vector<std::string_view>& known) {
    for (const Former& key : former_keys)
        if (key.before == wrong && std::find(known.begin(), known.end(), key.now) != known.end())
            return {std::string(key.now), "; it is called '" + std::string(key.now) + "'"};
    return suggestion(wrong, known);
}

} // namespace rondix
