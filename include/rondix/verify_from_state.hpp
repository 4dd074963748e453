// Whether a flow that is taken up in the middle, from any state, lets nobody get stuck. For
// menu states that no moves of this flow have led to: those that another version of it was left in.
//
// It is the proof of check() with one more menu state to start from. Traps that can be reached from
// the start as well do not count; a state that is in one does.
//
// Errors: `undecided` where a limit is reached. Cost: that of the proof, within the options.
// Threads: any.
#pragma once

#include "rondix/check_options.hpp"
#include "rondix/runtime/menu_state.hpp"

namespace rondix {

/// `proved`: from `state` there is a way out and a way to quit, whatever happens. The flow must
/// have passed verify(), and the state must be one of its own; screens that close at once are
/// closed first.
Verdict verify_from_state(const CompiledFlow& flow, const MenuState& state,
                          const CheckOptions& options = {});

} // namespace rondix
