// Effects in words: `load harbour`, `told horn`, `setting music 70`. The same words stand in what
// `rondix walk` prints and in traces.
#pragma once

#include "rondix/runner.hpp"

#include <string>

namespace rondix {

std::string effect_text(const Runner& menus, const Effect& effect);

/// True for effects that follow from moves alone, on whatever device they were made: not for cues,
/// the pointer, focus and the like.
bool follows_from_moves(EffectKind kind);
bool follows_from_moves(std::string_view effect); ///< the same of one in words

} // namespace rondix
