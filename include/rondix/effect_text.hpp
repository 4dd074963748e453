// Effects as text: `load harbour`, `told horn`, `setting music 70`, as `rondix walk` and traces
// have them.
//
// Errors: none. Cost: allocates the text. Threads: that of the Runner.
#pragma once

#include "rondix/runtime/runner.hpp"

#include <string>

namespace rondix {

std::string effect_text(const Runner& menus, const Effect& effect);

/// True for effects that follow from moves alone, on any device: not for cues, the pointer, focus
/// and the like.
bool follows_from_moves(EffectKind kind);
bool follows_from_moves(std::string_view effect); ///< the same of one in words

} // namespace rondix
