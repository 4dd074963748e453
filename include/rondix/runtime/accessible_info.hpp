// AccessibleInfo: a control as a screen reader, or a voice of the game's own, announces it.
//
// Errors: of a control that there is not, all is empty. Threads: that of the Runner.
#pragma once

#include "rondix/runtime/compiled_flow.hpp"

namespace rondix {

/// The texts are translated and stay valid until the next call that passes input or time.
struct AccessibleInfo {
    ControlKind role{};
    std::string_view name;
    std::string_view value; ///< of its setting, or the text of the row in focus
    std::string_view hint;
    std::uint32_t row = 0, rows = 0; ///< of a list: the row in focus, counted from 0; how many
    bool focused = false, disabled = false, pressed = false;
    bool on = false; ///< a toggle that is on; the button of the page that is shown
};

/// The name of a role: "button", "list" ...
std::string_view name_of(ControlKind role);

} // namespace rondix
