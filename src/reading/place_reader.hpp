// Places as they are written: where a box stands, how large it is, and how it arranges what it
// holds.
#pragma once

#include "reading/map_reader.hpp"

namespace rondix {

/// `place:` of a control or piece, `heading:` of a screen: keys of a place, without a group's.
std::optional<FlowForm> read_place(const yaml::Node& node, const Source& source,
                                   std::optional<FlowForm>& portrait, Findings& findings);

/// A number of design units.
std::optional<float> read_length(const MapReader& map, std::string_view key, const Source& source,
                                 Findings& findings);

/// The keys that every box may have: `place`, `in`, `style`, `picture`, `bleed`.
void read_box_keys(const MapReader& map, const Source& source, FlowBox& box, Findings& findings);

/// `layout:` of a screen and each of its `groups:`.
void read_group(const yaml::Node& node, const Source& source, FlowGroup& group, Findings& findings);

} // namespace rondix
