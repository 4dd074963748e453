// Styles and themes as they are written. Values stay words until the whole palette is known.
#pragma once

#include "reading/map_reader.hpp"
#include "yaml/yaml_tree.hpp"

namespace rondix {

/// What may stand in a theme file and in the flow itself: `palette`, `styles`, `cues`, `tunes`,
/// `enters`, `leaves`.
void read_theme_keys(const MapReader& map, const Source& source, Theme& theme, Findings& findings);

/// A theme file: `rondix-theme: 1`, then the keys of a theme.
void read_theme_file(const yaml::Node& root, const Source& source, Theme& theme,
                     Findings& findings);

/// `style: brass`, or a style written in place.
std::optional<FlowStyleUse> read_style_use(const MapReader& map, std::string_view key,
                                           const Source& source, Findings& findings);

std::optional<ScreenTransition> read_screen_transition(const MapReader& map, std::string_view key,
                                                       const Source& source, Findings& findings);

} // namespace rondix
