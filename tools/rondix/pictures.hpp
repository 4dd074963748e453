// Looks at pictures, in the program that can draw them.
#pragma once

#include "command.hpp"

#include "rondix/tools/check.hpp"

#include <string>
#include <vector>

namespace rondix::tool {

/// Runs it where there are pictures: in this program, or the same command line in the one that has
/// them.
int run_with_pictures(const Run& run);

/// Looks as `check` does at windows of these sizes, or, without any, of the usual ones. Asked for
/// within run_with_pictures() alone.
LookAt look_at_sizes(const std::vector<Size>& sizes);

/// The pictures of a flow as a file for PackedPictures, beside its packed image; false: one cannot
/// be drawn, which has been said. Asked for within run_with_pictures() alone.
bool packed_pictures(const FlowFile& file, const std::string& image, double scale,
                     std::string& bytes);

/// A screen as a small PNG; empty: it cannot be drawn, or nothing can.
std::string picture_of_screen(const FlowFile& file, const std::string& screen);

} // namespace rondix::tool
