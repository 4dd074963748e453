// Links: which screen leads to which, read off the tables without running anything. The map draws
// them; findings about screens that are never shown follow them.
#pragma once

#include "rondix/runtime/compiled_flow.hpp"
#include "rondix/runtime/move.hpp"

#include <vector>

namespace rondix {

enum class LinkKind : std::uint8_t {
    forward, ///< open, go
    back,    ///< back, back to, resume, and closing by the back move
    load,    ///< load, retry, home: to a scene, and so to its root screen
    quit,    ///< out of the game
};

struct Link {
    ScreenId from = no_screen; ///< `no_screen` for an event, which may happen on many screens
    ScreenId to = no_screen;   ///< `no_screen` where it depends on the stack (`back`, `resume`)
    LinkKind kind{};
    StepKind step{};
    SceneId scene = no_scene; ///< of a load
    Move by; ///< press, back, menu, key, event, an answer, or the screen's moving on
};

/// All links, in the order of the screens and of what stands on them, then those of the events.
std::vector<Link> links(const CompiledFlow& flow);

} // namespace rondix
