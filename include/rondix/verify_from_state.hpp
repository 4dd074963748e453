// Whether a flow that is taken up in the middle, from any state, lets nobody get stuck. For
// menu states that no moves of this flow have led to: those that another version of it was left in.
//
// It is the proof of check() with one more menu state to start from. What is lost from the start as
// well is not held against the menu state; where it stands itself is.
#pragma once

#include "rondix/check_options.hpp"
#include "rondix/menu_state.hpp"

namespace rondix {

/// `proved`: from `state` on there is a way out, and the game can be left, whatever happens.
/// The flow must have passed verify(), and the menu state be one of its own; what closes at once
/// there is closed first.
Verdict verify_from_state(const CompiledFlow& flow, const MenuState& state,
                          const CheckOptions& options = {});

} // namespace rondix
