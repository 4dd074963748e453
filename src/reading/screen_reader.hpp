// Screens and their controls as they are written.
#pragma once

#include "reading/map_reader.hpp"

namespace rondix {

/// One entry of `screens:`. What cannot be read is reported and left out.
FlowScreen read_screen(const yaml::Node& key, const yaml::Node& node, const Source& source,
                       Findings& findings);

/// One entry of `parts:`.
FlowScreen read_part(const yaml::Node& key, const yaml::Node& node, const Source& source,
                     Findings& findings);

/// The steps under a key; reports a key that says nothing.
std::optional<FlowAction> read_action_key(const MapReader& map, std::string_view key,
                                          const Source& source, Findings& findings);

/// Whether a key can be a name; reports one that cannot.
bool check_name(const yaml::Node& node, Findings& findings);

} // namespace rondix
