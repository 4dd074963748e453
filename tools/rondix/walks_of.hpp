// Which walkthroughs belong to a flow, where the command line names none.
#pragma once

#include "rondix/tools/walkthrough.hpp"

#include <string>
#include <vector>

namespace rondix::tool {

/// Those that are named; else walkthroughs_of() the flow. One that cannot be read is told and left
/// out.
std::vector<Walkthrough> walks_of(const std::string& flow, const std::vector<std::string>& named);

} // namespace rondix::tool
