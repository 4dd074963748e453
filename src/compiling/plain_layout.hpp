// The plain layout: where things stand on a screen whose author says nothing about it. A heading at
// the top, the controls in a column under it, a bar of progress at the foot.
#pragma once

#include "rondix/runtime/looks.hpp"

#include <cstddef>

namespace rondix::plain {

/// The whole of what it stands in.
BoxForm whole();

/// All of these depend on the design size of one shape of window.
BoxForm heading(Size design);
/// On top of the controls, on the same sheet.
BoxForm heading_in_column(Size design);
/// What is left for controls, under a heading or not.
BoxForm region(Size design, bool under_heading);
BoxForm column(Size design);
BoxForm progress(Size design);

/// The parts of a control that changes a setting, within its body.
BoxForm value(Size design);
BoxForm track(Size design, std::size_t letters_of_value);
BoxForm knob(Size design);

} // namespace rondix::plain
