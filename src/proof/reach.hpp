// Reach: what can be, with the values of all flags that conditions ask for, where these are few.
//
// Rows of bits tell which heads are met, and no more: no lengths and no moves, which makes it far
// cheaper than paths.hpp. Flags of the game are left out where they can be turned at any moment.
#pragma once

#include "proof/goals.hpp"

#include <memory>

namespace rondix {

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
