#include "files/read_file.hpp"

#include "files/handle.hpp"

#include <algorithm>
#include <cerrno>
#include <cstring>
#include <sys/stat.h>

namespace rondix::files {

namespace {

std::string what_else(mode_t mode) {
    if (S_ISREG(mode)) return {};
    if (S_ISDIR(mode)) return "a folder";
    if (S_ISFIFO(mode)) return "a pipe";
    if (S_ISSOCK(mode)) return "a socket";
    return "a device";
}

} // namespace

std::string what_else_is(const std::string& path) {
    struct stat about {};
    return ::stat(path.c_str(), &about) == 0 ? what_else(about.st_mode) : std::string();
}

Text read_file(const std::string& path, std::size_t most) {
    Text read;
    const Handle file(path, O_RDONLY | O_NONBLOCK); // a pipe is not waited for
    struct stat about {};
    if (!file.good() || ::fstat(file.number(), &about) != 0) {
        read.missing = errno == ENOENT || errno == ENOTDIR;
        read.fault = std::strerror(errno);
        if (errno == ENXIO) read.fault = "it is " + what_else_is(path);
        return read;
    }
    if (const std::string other = what_else(about.st_mode); !other.empty()) {
        read.fault = "it is " + other;
        return read;
    }
    char buffer[1 << 16];
    while (read.text.size() <= most) {
        const std::size_t room = std::min(sizeof buffer, most + 1 - read.text.size());
        const ssize_t count = ::read(file.number(), buffer, room);
        if (count < 0 && errno == EINTR) continue;
        if (count < 0) read.fault = std::strerror(errno);
        if (count <= 0) break;
        read.text.append(buffer, static_cast<std::size_t>(count));
    }
    return read;
}

} // namespace rondix::files
