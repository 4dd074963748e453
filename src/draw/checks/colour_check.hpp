// The rules of check_looks() that ask for pictures: contrast of texts, and whether the focus is
// seen.
#pragma once

#include "rondix/look_check.hpp"
#include "rondix/painter.hpp"

namespace rondix::draw {

void check_colours(const FlowFile& file, Painter& painter, const LookCheckOptions& options,
                   Findings& findings);

} // namespace rondix::draw
