// Entries: where the player walks into what is lost, and how near that is.
#pragma once

#include "check/check_context.hpp"

namespace rondix {

struct Entries {
    /// The lost heads that are entered from one that is not lost, or are the start. From a load
    /// that leads into the trap on to the screen that its answer shows: that is where something can
    /// be fixed.
    HeadSet heads;
    /// Their screens, the nearest first, were no untracked flag in the way: when a limit is
    /// reached, what is near has been told.
    std::vector<ScreenId> screens;
};

Entries entries_of(CheckContext& context, const HeadSet& lost);

} // namespace rondix
