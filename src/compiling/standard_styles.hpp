// Which style something has that says none.
#pragma once

#include "rondix/tools/flow.hpp"

namespace rondix {

StandardStyle standard_style_of(ControlKind kind);
StandardStyle standard_style_of(const FlowPiece& piece);

} // namespace rondix
