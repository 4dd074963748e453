// What walkthroughs say of a flow, said of the same flow under other names.
#pragma once

#include "rondix/tools/walkthrough.hpp"

#include <vector>

namespace rondix {

struct WalkEdits {
    std::vector<Edit> edits; ///< in the walkthrough's source
    bool followed = true;    ///< to its end; what is behind the first failure is not there
};

/// `after` is `before` with other names: the same ids stand for the same things.
WalkEdits renamed_in(const CompiledFlow& before, const CompiledFlow& after,
                     const Walkthrough& walk);

} // namespace rondix
