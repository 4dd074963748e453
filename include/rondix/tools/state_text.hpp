// A menu state in words, as walkthroughs and traces write it.
//
// Errors: none. Cost: allocates the text. Threads: any.
#pragma once

#include "rondix/runtime/menu_state.hpp"

#include <string>
#include <vector>

namespace rondix {

/// The names of the open screens, from the bottom up.
std::vector<std::string> open_screens(const CompiledFlow& flow, const MenuState& state);

/// The same in one text: `bridge > pause`.
std::string stack_text(const CompiledFlow& flow, const MenuState& state);

} // namespace rondix
