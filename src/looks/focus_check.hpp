// Declared routes may leave a control out of reach of the keys and the pad: looked for in every
// combination of enabled controls and pages.
#pragma once

#include "proof/budget.hpp"
#include "rondix/painter.hpp"
#include "rondix/tools/flow.hpp"

namespace rondix::looks {

void check_focus(const FlowFile& file, Painter& painter, Budget& budget, Findings& findings);

} // namespace rondix::looks
