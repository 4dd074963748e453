// Walkthroughs that touch everything, as files.
#pragma once

#include "rondix/check_options.hpp"
#include "rondix/runtime/compiled_flow.hpp"

#include <optional>
#include <string>
#include <vector>

namespace rondix::tool {

/// Writes them into a folder, which is made if it is not there: `everything-1.walk.yaml` and so on.
/// Tells each, and gives their paths; nothing when one cannot be written.
std::optional<std::vector<std::string>>
write_made_walks(const CompiledFlow& flow, const std::string& folder, const CheckOptions& options);

} // namespace rondix::tool
