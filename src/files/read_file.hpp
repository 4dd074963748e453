// Files that are read as a whole. What is no ordinary file, such as a pipe or a device, is refused
// at once: nobody wants to wait for what may never come.
#pragma once

#include <cstddef>
#include <string>

namespace rondix::files {

struct Text {
    std::string text;
    std::string fault;    ///< why it could not be read; empty: it was
    bool missing = false; ///< there is no such file
};

/// More than `most` bytes are not read; then the text is one byte longer than that.
Text read_file(const std::string& path, std::size_t most);

/// What a path leads to, where that is no ordinary file: "a folder", "a pipe", "a device", "a
/// socket". Empty: it is one, or it is not there.
std::string what_else_is(const std::string& path);

} // namespace rondix::files
