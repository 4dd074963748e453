// The rules of check_looks() that ask for places alone.
#pragma once

#include "proof/budget.hpp"
#include "rondix/painter.hpp"
#include "rondix/tools/look_check.hpp"

namespace rondix::looks {

void check_places(const FlowFile& file, Painter& painter, const LookCheckOptions& options,
                  Budget& budget, Findings& findings);

} // namespace rondix::looks
