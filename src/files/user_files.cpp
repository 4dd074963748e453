#include "files/user_files.hpp"

#include <cerrno>
#include <cstdlib>
#include <cstring>
#include <unistd.h>

namespace rondix::files {

std::string settings_folder() {
    const char* said = std::getenv("XDG_CONFIG_HOME");
    const char* home = std::getenv("HOME");
    if (said && said[0] == '/') return said; // the specification has others ignored
    if (home && home[0] != '\0') return std::string(home) + "/.config";
    return {};
}

std::FILE* open_stream(const std::string& path, const char* mode) {
    return std::fopen(path.c_str(), mode);
}

std::string rename_file(const std::string& from, const std::string& to) {
    return std::rename(from.c_str(), to.c_str()) == 0 ? std::string() : std::strerror(errno);
}

bool is_there(const std::string& path) {
    return ::access(path.c_str(), F_OK) == 0;
}

} // namespace rondix::files
