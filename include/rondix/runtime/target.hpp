// Target: what a key or pad button may stand for, and how the texts of a flow mention it.
//
// Errors: a word that is none gives nothing. Threads: any.
#pragma once

#include "rondix/runtime/device.hpp"
#include "rondix/runtime/ids.hpp"

#include <string_view>

namespace rondix {

struct CompiledFlow;

/// The buttons come first, then the keys that the flow names.
enum class Target : std::uint16_t {};
inline constexpr Target no_target{0xFFFF};
constexpr Target target_of(Button button) {
    return Target(button);
}
constexpr Target target_of(KeyId key) {
    return Target(button_count + static_cast<std::size_t>(key));
}
constexpr bool is_button(Target target) {
    return static_cast<std::size_t>(target) < button_count;
}
constexpr KeyId key_of(Target target) {
    return KeyId(static_cast<std::size_t>(target) - button_count);
}

/// The target with the name of a button, or no_target.
Target button_named(std::string_view name);

/// As flows and settings files write it: `accept`, `pages-on`, `chart`; empty for none.
std::string_view name_of(const CompiledFlow& flow, Target target);
Target target_named(const CompiledFlow& flow, std::string_view name);

/// `{time-left}` in a text: the seconds until the screen in front does something by itself.
inline constexpr std::string_view time_left_mention = "time-left";

/// The next `{name}` of a text from `begin` on: where its brace is, and the name. An empty name: no
/// further one.
struct Mention {
    std::size_t begin = std::string_view::npos;
    std::string_view name;
};
Mention next_mention(std::string_view text, std::size_t begin);

} // namespace rondix
