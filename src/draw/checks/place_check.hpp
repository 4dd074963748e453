// The rules of check_looks() that ask for places alone.
#pragma once

#include "rondix/look_check.hpp"
#include "rondix/painter.hpp"

namespace rondix::draw {

void check_places(const FlowFile& file, Painter& painter, const LookCheckOptions& options,
                  Findings& findings);

} // namespace rondix::draw
