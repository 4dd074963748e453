// Where themes come from: the built-in one, and the file that a flow names.
#pragma once

#include "reading/further_files.hpp"
#include "rondix/tools/flow.hpp"

namespace rondix {

/// The theme that every flow begins with (plain.theme.yaml).
Theme plain_theme();

/// Reads the theme file that the flow names and puts all themes in their order. The file's text is
/// added to `sources`.
void gather_themes(Flow& flow, Files& files, Findings& findings);

} // namespace rondix
