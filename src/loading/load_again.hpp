// Loading a flow again and again, as somebody types: load_flow_texts(), with the trees of the files
// as they were read before, and with the names only where they are asked for.
#pragma once

#include "rondix/tools/flow.hpp"
#include "yaml/trees.hpp"

namespace rondix {

FlowFile load_again(const std::string& path, const FileTexts& texts, const std::string& root,
                    yaml::Trees& trees);

/// The names of a flow that was read with these trees, and before them no other was. With
/// `or_before` those that its files had when they could be read last.
NameIndex names_of(const FlowFile& file, const yaml::Trees& trees, bool or_before = false);

} // namespace rondix
