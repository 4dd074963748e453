// Files that are written as a whole: whatever happens meanwhile, the old text or the new one is
// there, never a part of one; and nothing else is lost for it.
//
// A new text is written beside the file, under a name that nobody can guess, and is on the disk
// before it takes the file's name, a step that the file system does as one. Links are followed, so
// that a link stays one; a file that has several names (hard links) is written over in its place,
// with the new text kept beside it until that is done. Mode and owner stay. What is no file, such
// as a device or a pipe, is written into, never replaced.
#pragma once

#include <optional>
#include <string>
#include <string_view>

namespace rondix::files {

struct Writing {
    bool make_folders = false; ///< those that are missing
    /// Only where this is still what stands in the file: somebody may have saved it meanwhile.
    std::optional<std::string_view> instead_of = std::nullopt;
};

/// Returns why it could not be done, or an empty text. A file that nobody may write is left alone.
std::string write_whole(const std::string& path, std::string_view text, Writing how = {});

/// Whether two paths lead to one file, however they are written: through links, by several names.
bool are_one_file(const std::string& a, const std::string& b);

} // namespace rondix::files
