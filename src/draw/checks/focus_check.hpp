// Declared routes may leave a control out of reach of the keys and the pad: looked for in every
// combination of enabled controls and pages.
#pragma once

#include "rondix/flow.hpp"
#include "rondix/painter.hpp"

namespace rondix::draw {

void check_focus(const FlowFile& file, Painter& painter, Findings& findings);

} // namespace rondix::draw
