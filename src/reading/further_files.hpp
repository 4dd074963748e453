// The files that a flow names besides itself: those that it includes, and its theme.
#pragma once

#include "rondix/tools/flow.hpp"
#include "yaml/trees.hpp"

namespace rondix {

/// The files of a flow while they are read.
struct Files {
    const FileTexts& texts; ///< that stand for the files whose paths they have
    std::vector<Source>& sources;
    yaml::Trees& trees;
};

/// The folder of a file, ending in '/'; empty for one in the current folder.
std::string folder_of(const std::string& file);

/// Whether a file that a flow names stands where its files may stand; told where it does not.
bool may_be_read(const Flow& flow, const Name& name, const std::string& path, Findings& findings);

/// Reads the file that `name` stands for and adds it to the sources; reports one that cannot be
/// read. Null: it cannot be used.
const yaml::Node* read_further(const Flow& flow, const Name& name, const std::string& path,
                               Files& files, Findings& findings);

/// Reads every file that the flow includes, and those that they include, each once. False when one
/// of them is no flow at all, or cannot be read.
bool gather_includes(Flow& flow, Files& files, Findings& findings);

/// Reports names that more than one of them gives; within one, that was told when it was read.
void report_names_of_several_files(const Flow& flow, Findings& findings);

} // namespace rondix
