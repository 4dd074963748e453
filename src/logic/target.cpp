#include "rondix/runtime/target.hpp"

#include "rondix/runtime/compiled_flow.hpp"

#include <array>

namespace rondix {

namespace {
constexpr std::array<std::string_view, button_count> button_names = {
    "up", "down", "left", "right", "accept", "back", "menu", "pages-back", "pages-on"};

bool is_part_of_name(char c) {
    return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || c == '-' ||
           c == '_';
}
} // namespace

Target button_named(std::string_view name) {
    for (std::size_t i = 0; i < button_names.size(); ++i)
        if (button_names[i] == name) return Target(i);
    return no_target;
}

std::string_view name_of(const CompiledFlow& flow, Target target) {
    if (is_button(target)) return button_names[static_cast<std::size_t>(target)];
    const KeyId key = key_of(target);
    return index(key) < flow.keys.size() ? flow.text(flow.keys[index(key)]) : std::string_view{};
}

Target target_named(const CompiledFlow& flow, std::string_view name) {
    const Target button = button_named(name);
    if (button != no_target) return button;
    const KeyId key = flow.key(name);
    return index(key) < flow.keys.size() ? target_of(key) : no_target;
}

Mention next_mention(std::string_view text, std::size_t begin) {
    for (std::size_t open = text.find('{', begin); open != std::string_view::npos;
         open = text.find('{', open + 1)) {
        std::size_t end = open + 1;
        while (end < text.size() && is_part_of_name(text[end])) ++end;
        if (end > open + 1 && end < text.size() && text[end] == '}')
            return {open, text.substr(open + 1, end - open - 1)};
    }
    return {};
}

} // namespace rondix
