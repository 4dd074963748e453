// Where a user's files are, and opening them by a name in UTF-8, as each system has it.
#pragma once

#include <cstdio>
#include <string>

namespace rondix::files {

/// For settings: `$XDG_CONFIG_HOME` or `~/.config`; on Windows `%APPDATA%`. Empty: there is none.
/// Source: XDG Base Directory Specification 0.8.
std::string settings_folder();

/// As std::fopen().
std::FILE* open_stream(const std::string& path, const char* mode);

/// As std::filesystem::rename(), replacing what has the name already. Returns why it could not be
/// done, or an empty text.
std::string rename_file(const std::string& from, const std::string& to);

bool is_there(const std::string& path);

} // namespace rondix::files
