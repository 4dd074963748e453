// Changes of the text of a flow: stretches that are to read otherwise, and what comes of them.
//
// Errors: an edit outside its text is left out. Cost: linear in the texts; difference() at most
// quadratic in the lines that differ. Threads: any.
#pragma once

#include "rondix/tools/flow.hpp"

#include <string>
#include <string_view>
#include <vector>

namespace rondix {

/// The texts of the files that the edits change, as they read then; what is put in ends its lines
/// as the file does. No edit overlaps another.
FileTexts with_edits(const FlowFile& file, const std::vector<Edit>& edits);

/// The texts of all files of a flow, by path.
FileTexts texts_of(const FlowFile& file);

/// What changes from one text to another: the lines, with two around them, as `diff -u` writes it.
std::string difference(const std::string& name, std::string_view before, std::string_view after);

} // namespace rondix
