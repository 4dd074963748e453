// Texts with edits, and the flow that they are then.
#pragma once

#include "rondix/tools/edit.hpp"

#include <string>
#include <vector>

namespace rondix {

/// What is put in ends its lines as the text does. An edit outside of it is left out.
std::string with_edits(const Source& source, std::vector<Edit> edits);

/// The flow as it reads where some of its files have these texts.
FlowFile with_texts(const FlowFile& file, const FileTexts& changed);

} // namespace rondix
