#include "files/whole_file.hpp"

#include "files/handle.hpp"
#include "files/read_file.hpp"

#include <array>
#include <cerrno>
#include <cstdint>
#include <cstdio>
#include <cstring>
#include <filesystem>
#include <sys/random.h>
#include <sys/socket.h>
#include <sys/stat.h>
#include <sys/un.h>

namespace rondix::files {

namespace {

namespace fs = std::filesystem;

std::string cannot_write(const fs::path& path, const std::string& why) {
    return "cannot write '" + path.string() + "': " + why;
}

std::string cannot_write(const fs::path& path) {
    return cannot_write(path, std::strerror(errno));
}

/// What the path leads to, so that a link stays a link: one to a file that is not there yet, too.
fs::path target_of(fs::path path) {
    constexpr int max_links = 40;
    std::error_code fault;
    for (int i = 0; i < max_links && fs::is_symlink(path, fault); ++i) {
        const fs::path to = fs::read_symlink(path, fault);
        if (fault) break;
        path = to.is_absolute() ? to : path.parent_path() / to;
    }
    return path;
}

bool write_all(int number, std::string_view text) {
    while (!text.empty()) {
        const ssize_t written = ::write(number, text.data(), text.size());
        if (written < 0 && errno == EINTR) continue;
        if (written < 0) return false;
        text.remove_prefix(static_cast<std::size_t>(written));
    }
    return true;
}

/// What is no file takes the text and stays what it is. A pipe that nobody reads is not waited for.
std::string write_into(const fs::path& path, std::string_view text, mode_t mode) {
    if (S_ISDIR(mode)) return cannot_write(path, "it is a folder");
    if (S_ISSOCK(mode)) {
        sockaddr_un address{};
        address.sun_family = AF_UNIX;
        const std::string name = path.string();
        if (name.size() >= sizeof address.sun_path) return cannot_write(path, "its name is long");
        std::memcpy(address.sun_path, name.data(), name.size());
        Handle to(::socket(AF_UNIX, SOCK_STREAM | SOCK_CLOEXEC, 0));
        const auto* of = reinterpret_cast<const sockaddr*>(&address);
        if (!to.good() || ::connect(to.number(), of, sizeof address) != 0 ||
            !write_all(to.number(), text) || !to.close())
            return cannot_write(path);
        return {};
    }
    Handle to(path.string(), O_WRONLY | O_NONBLOCK);
    if (!to.good() && errno == ENXIO) return cannot_write(path, "nobody reads from it");
    if (!to.good() || ::fcntl(to.number(), F_SETFL, 0) != 0 || !write_all(to.number(), text) ||
        !to.close())
        return cannot_write(path);
    return {};
}

/// A name beside the file that nobody can guess, and that nothing has.
class Beside {
  public:
    explicit Beside(const fs::path& target)
        : name_(target.parent_path() / ("." + target.filename().string() + random_end())) {}
    ~Beside() {
        if (made_) ::unlink(name_.c_str());
    }
    Beside(const Beside&) = delete;
    Beside& operator=(const Beside&) = delete;

    /// With the mode and the owner of what it is to replace, where that is there.
    std::string write(std::string_view text, const struct stat* like) {
        Handle file(name_, O_WRONLY | O_CREAT | O_EXCL | O_NOFOLLOW, like ? 0600 : 0666);
        if (!file.good()) return std::strerror(errno);
        made_ = true;
        if (like) {
            // Who is not root keeps what can be kept.
            if (::fchown(file.number(), like->st_uid, like->st_gid) != 0 &&
                ::fchown(file.number(), uid_t(-1), like->st_gid) != 0)
                errno = 0;
            if (::fchmod(file.number(), like->st_mode & 07777) != 0) return std::strerror(errno);
        }
        if (!write_all(file.number(), text) || ::fsync(file.number()) != 0 || !file.close())
            return std::strerror(errno);
        return {};
    }
    const std::string& name() const { return name_; }
    void has_gone() { made_ = false; }

  private:
    static std::string random_end() {
        std::array<std::uint32_t, 4> bits{};
        if (::getrandom(bits.data(), sizeof bits, 0) < 0)
            bits[0] = static_cast<std::uint32_t>(::getpid());
        char text[48];
        std::snprintf(text, sizeof text, ".%08x%08x%08x%08x", bits[0], bits[1], bits[2], bits[3]);
        return text;
    }

    std::string name_;
    bool made_ = false;
};

bool still_says(const std::string& path, std::string_view text) {
    const Text now = read_file(path, text.size());
    return now.fault.empty() && now.text == text;
}

const char* const changed = "it was changed in the meantime and is left as it is";

/// The file and its new text change places; what was saved in the very last moment goes back.
std::string take_place(Beside& beside, const fs::path& target, const Writing& how) {
    if (!how.instead_of) {
        if (::rename(beside.name().c_str(), target.c_str()) != 0) return std::strerror(errno);
        beside.has_gone();
        return {};
    }
    if (!still_says(target.string(), *how.instead_of)) return changed;
    const auto exchange = [&] {
#if defined(RENAME_EXCHANGE)
        return ::renameat2(AT_FDCWD, beside.name().c_str(), AT_FDCWD, target.c_str(),
                           RENAME_EXCHANGE) == 0;
#else
        return false;
#endif
    };
    if (!exchange()) { // some file systems, and some systems, cannot
        if (::rename(beside.name().c_str(), target.c_str()) != 0) return std::strerror(errno);
        beside.has_gone();
        return {};
    }
    if (still_says(beside.name(), *how.instead_of)) return {};
    return exchange() ? changed : std::strerror(errno);
}

/// A file with several names. The new text stands beside it until it is written.
std::string write_over(const fs::path& target, std::string_view text, const Writing& how) {
    if (how.instead_of && !still_says(target.string(), *how.instead_of)) return changed;
    Handle file(target.string(), O_WRONLY);
    if (!file.good() || !write_all(file.number(), text) ||
        ::ftruncate(file.number(), static_cast<off_t>(text.size())) != 0 ||
        ::fsync(file.number()) != 0 || !file.close())
        return std::strerror(errno);
    return {};
}

} // namespace

std::string write_whole(const std::string& path, std::string_view text, Writing how) {
    const fs::path target = target_of(path);
    struct stat about {};
    const bool is_there = ::stat(target.c_str(), &about) == 0;
    if (is_there && !S_ISREG(about.st_mode)) return write_into(target, text, about.st_mode);
    if (is_there && ((about.st_mode & 0222) == 0 || ::access(target.c_str(), W_OK) != 0))
        return cannot_write(target, "it is read-only");
    const fs::path folder = target.has_parent_path() ? target.parent_path() : fs::path(".");
    std::error_code fault;
    if (how.make_folders) {
        fs::create_directories(folder, fault);
        if (fault) return "cannot make the folder '" + folder.string() + "': " + fault.message();
    }
    if (!fs::is_directory(folder, fault))
        return cannot_write(target, "there is no folder '" + folder.string() + "'");
    Beside beside(target);
    std::string why = beside.write(text, is_there ? &about : nullptr);
    if (!why.empty()) return cannot_write(target, why);
    const bool has_more_names = is_there && about.st_nlink > 1;
    why = has_more_names ? write_over(target, text, how) : take_place(beside, target, how);
    if (has_more_names && !why.empty() && why != changed) {
        beside.has_gone(); // the file may be half written: what it should say is not lost
        why += "; the new text is in '" + beside.name() + "'";
    }
    if (!why.empty()) return cannot_write(target, why);
    // The new name is on the disk once its folder is. Where that fails, the file is whole still.
    const Handle entry(folder.string(), O_RDONLY | O_DIRECTORY);
    if (entry.good()) ::fsync(entry.number());
    return {};
}

bool are_one_file(const std::string& a, const std::string& b) {
    struct stat one {
    }, other{};
    if (::stat(a.c_str(), &one) == 0 && ::stat(b.c_str(), &other) == 0)
        return one.st_dev == other.st_dev && one.st_ino == other.st_ino;
    const auto plain = [](const std::string& path) { // one that is yet to be written
        std::error_code unknown;
        return fs::weakly_canonical(fs::absolute(target_of(path), unknown), unknown);
    };
    return plain(a) == plain(b);
}

} // namespace rondix::files
