// How the editor looks over the game's part of the window: frames and guides, what is asked for,
// the states of what is dressed, the sheet of all screens.
#pragma once

#include "play/editor/editor.hpp"
#include "rondix/painter.hpp"

namespace rondix::tool {

/// `width` pixels of the window are the game's.
void draw_editor(const Pixels& window, int width, const Editor& editor);

} // namespace rondix::tool
