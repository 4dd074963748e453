// The rules of check_looks() that ask for pictures: contrast of texts, and whether the focus is
// seen.
#pragma once

#include "proof/budget.hpp"
#include "rondix/painter.hpp"
#include "rondix/tools/look_check.hpp"

namespace rondix::looks {

void check_colours(const FlowFile& file, Painter& painter, const LookCheckOptions& options,
                   Budget& budget, Findings& findings);

} // namespace rondix::looks
