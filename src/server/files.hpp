// Files that a key may name.
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace rondix::server {

/// Those in a folder and below that may stand behind a key, as they are written there; nothing
/// where the key names no file.
std::vector<std::string> files_for(std::string_view key, const std::string& folder);

} // namespace rondix::server
