// One more start: whether a flow that is taken up in the middle lets nobody get stuck. For
// situations that no moves of this flow have led to: those that another version of it was left in.
//
// It is the proof of check() with one more situation to start from. What is lost from the start as
// well is not held against the situation; where it stands itself is.
#pragma once

#include "rondix/check_options.hpp"
#include "rondix/situation.hpp"

namespace rondix {

/// `proved`: from `situation` on there is a way out, and the game can be left, whatever happens.
/// The flow must have passed verify(), and the situation be one of its own; what closes at once
/// there is closed first.
Verdict one_more_start(const CompiledFlow& flow, const Situation& situation,
                       const CheckOptions& options = {});

} // namespace rondix
