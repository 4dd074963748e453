// The value of a setting in a file: as it is written, and what becomes of it when it is read.
#pragma once

#include "keep/toml_lines.hpp"
#include "rondix/runtime/runner.hpp"

namespace rondix::keep {

/// `70`, `true`, `"1280x720"`: the value that is kept, which is the one before while the player is
/// asked whether the new one shall be.
std::string written(const Runner& menus, SettingId setting);

/// Gives the Runner a value: as it stands, or the nearest that the setting can have. Returns what
/// was wrong ("is 300, and 100 at most"), or an empty text.
std::string give(Runner& menus, SettingId setting, const TomlValue& value);

} // namespace rondix::keep
