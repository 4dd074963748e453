// The controls of a screen: each says first what it is and its name, `- button: play`.
#pragma once

#include "reading/map_reader.hpp"

namespace rondix {

/// Nothing, where it cannot be told what the control is.
std::optional<FlowControl> read_control(const yaml::Node& node, const Source& source,
                                        Findings& findings);

} // namespace rondix
