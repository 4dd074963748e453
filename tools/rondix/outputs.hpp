// Outputs: what a command writes, held against what it has read before anything is written. An
// output never takes the place of an input, of another output of the same call, or of a flow.
#pragma once

#include "rondix/tools/flow.hpp"

#include <string>
#include <vector>

namespace rondix::tool {

/// A file that was read, such as a walkthrough.
void note_input(const std::string& path);
/// All files of a flow, and the pictures and fonts that it names.
void note_inputs(const FlowFile& file);

/// False: one of them is also an input, or a flow, or two are one file. It is told.
bool may_write(const std::vector<std::string>& outputs);

/// Writes a whole file: a failure leaves the old one as it was. Says what went wrong on standard
/// error.
bool write_file(const std::string& path, const std::string& contents);
/// Writes the texts of files that were read, with the byte order mark where a file had one. A file
/// is only written where it still says what it said; where one cannot be written, those before it
/// are put back.
bool write_all_back(const std::vector<Source>& sources, const FileTexts& texts);
/// The same, which tells nobody: why it could not be done, or an empty text.
std::string fault_of_writing_back(const std::vector<Source>& sources, const FileTexts& texts);

/// Whether all that was printed is where it was printed to. Where it is not, that is told.
bool finish_printing();

} // namespace rondix::tool
