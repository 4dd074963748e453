#include "keep/whole_file.hpp"

#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <filesystem>
#include <sys/stat.h>
#include <unistd.h>
#include <utility>

namespace rondix::keep {

namespace {

std::string fault_of(const std::string& what) {
    return what + ": " + std::strerror(errno);
}

/// A file that closes itself.
class Handle {
  public:
    Handle(const std::string& path, int flags, mode_t mode = 0)
        : number_(::open(path.c_str(), flags | O_CLOEXEC, mode)) {}
    ~Handle() {
        if (number_ >= 0) ::close(number_);
    }
    Handle(const Handle&) = delete;
    Handle& operator=(const Handle&) = delete;

    bool good() const { return number_ >= 0; }
    int number() const { return number_; }
    /// False where the file could not be written to its end after all.
    bool close() { return ::close(std::exchange(number_, -1)) == 0; }

  private:
    int number_;
};

bool write_all(int number, std::string_view text) {
    while (!text.empty()) {
        const ssize_t written = ::write(number, text.data(), text.size());
        if (written < 0 && errno == EINTR) continue;
        if (written < 0) return false;
        text.remove_prefix(static_cast<std::size_t>(written));
    }
    return true;
}

/// What the path leads to, so that a link stays a link.
std::filesystem::path target_of(const std::string& path) {
    std::error_code fault;
    const auto target = std::filesystem::canonical(path, fault);
    return fault ? std::filesystem::path(path) : target;
}

/// The name of the file while it is written; that of another process is another.
std::string beside(const std::filesystem::path& path) {
    return path.string() + ".new-" + std::to_string(::getpid());
}

std::string write_beside(const std::string& name, std::string_view text) {
    Handle file(name, O_WRONLY | O_CREAT | O_TRUNC, 0644);
    if (!file.good()) return fault_of("cannot write '" + name + "'");
    if (!write_all(file.number(), text) || ::fsync(file.number()) != 0 || !file.close())
        return fault_of("cannot write '" + name + "'");
    return {};
}

} // namespace

std::string write_whole(const std::string& path, std::string_view text) {
    const std::filesystem::path target = target_of(path);
    const std::filesystem::path folder =
        target.has_parent_path() ? target.parent_path() : std::filesystem::path(".");
    std::error_code error;
    std::filesystem::create_directories(folder, error);
    if (error) return "cannot make the folder '" + folder.string() + "': " + error.message();
    const std::string name = beside(target);
    std::string fault = write_beside(name, text);
    if (fault.empty() && ::rename(name.c_str(), target.c_str()) != 0)
        fault = fault_of("cannot give '" + target.string() + "' its name");
    if (!fault.empty()) {
        ::unlink(name.c_str());
        return fault;
    }
    // The new name is on the disk once its folder is. Where that fails, the file is whole still.
    const Handle entry(folder.string(), O_RDONLY | O_DIRECTORY);
    if (entry.good()) ::fsync(entry.number());
    return {};
}

bool read_whole(const std::string& path, std::size_t most, std::string& text, std::string& fault) {
    const Handle file(path, O_RDONLY);
    if (!file.good()) {
        if (errno != ENOENT && errno != ENOTDIR) fault = fault_of("cannot read '" + path + "'");
        return false;
    }
    char buffer[4096];
    while (true) {
        const ssize_t count = ::read(file.number(), buffer, sizeof buffer);
        if (count < 0 && errno == EINTR) continue;
        if (count < 0) return fault = fault_of("cannot read '" + path + "'"), false;
        if (count == 0) return true;
        text.append(buffer, static_cast<std::size_t>(count));
        if (text.size() > most)
            return fault = "'" + path + "' is larger than any settings are", false;
    }
}

} // namespace rondix::keep
