// Files that are replaced as a whole: whatever happens meanwhile, the old text or the new one is
// there, never a part of one.
#pragma once

#include <string>
#include <string_view>

namespace rondix::keep {

/// Writes beside the file, makes sure that it is on the disk, and then gives it the file's name: a
/// step that the file system does as one. Makes folders that are missing. Returns why it could not
/// be done, or an empty text.
std::string write_whole(const std::string& path, std::string_view text);

/// Reads at most `most` bytes. False where the file cannot be read, with `fault` empty where it is
/// not there at all.
bool read_whole(const std::string& path, std::size_t most, std::string& text, std::string& fault);

} // namespace rondix::keep
