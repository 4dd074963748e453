// Reach: what can be, with the values of all flags that conditions ask for, where these are few.
//
// Rows of bits tell which heads are met, and no more: no lengths and no moves, which makes it far
// cheaper than paths.hpp. Flags of the game are left out where they can be turned at any moment.
#pragma once

#include "proof/goals.hpp"

#include <memory>

namespace rondix {

/// All that conditions ask for, these flags first; those of the game only where they are among
/// these. `is_exact`: what is met with them can be, in truth.
struct AllAsked {
    std::vector<FlagId> flags;
    bool is_exact = false;
};
AllAsked all_asked(const CompiledFlow& flow, Frames& frames, const std::vector<FlagId>& first);

struct Reach {
    Heads heads;
    HeadSet reached;
    bool exact = false; ///< what is reached can be, in truth

    /// With these flags first, in their order. Null where there are too many others, or too many
    /// screens.
    static std::unique_ptr<Reach> of(const CompiledFlow& flow, Frames& frames, DeviceSet devices,
                                     const std::vector<FlagId>& first, Budget& budget);
};

} // namespace rondix
