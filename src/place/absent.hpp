// What is not there: controls that are hidden just now and keep no room, and groups in which
// nothing is left. Layout goes by it (arrange.hpp), so that what is hidden leaves no hole.
#pragma once

#include "rondix/runtime/canvas.hpp"
#include "rondix/runtime/compiled_flow.hpp"
#include "rondix/runtime/menu_state.hpp"

#include <span>

namespace rondix::place {

/// Whether anything of a screen can be absent at all.
bool some_can_be_absent(const CompiledFlow& flow, ScreenId screen);

/// Marks the boxes of `screen` that are absent in a menu state. True: they are others than before.
bool mark_absent(const CompiledFlow& flow, ScreenId screen, const MenuState& now,
                 std::span<Placed> out);

} // namespace rondix::place
