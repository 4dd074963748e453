// AccessibleInfo: a control in words, for players who hear the menus: what a screen reader, or a
// voice of the game's own, says of it.
#pragma once

#include "rondix/compiled_flow.hpp"

namespace rondix {

/// The texts are as worded, and last until the next call that passes input or time on.
struct AccessibleInfo {
    ControlKind role{};
    std::string_view name;
    std::string_view value; ///< of its setting, or the text of the row in focus
    std::string_view hint;
    std::uint32_t row = 0, rows = 0; ///< of a list: the row in focus, counted from 0; how many
    bool focused = false, disabled = false, pressed = false;
    bool on = false; ///< a toggle that says yes; a button that turns to the page that is shown
};

/// What a role is called: "button", "list" ...
std::string_view name_of(ControlKind role);

} // namespace rondix
