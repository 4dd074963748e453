// An open file that closes itself.
#pragma once

#include <fcntl.h>
#include <string>
#include <unistd.h>
#include <utility>

namespace rondix::files {

class Handle {
  public:
    explicit Handle(int number)
        : number_(number) {}
    Handle(const std::string& path, int flags, mode_t mode = 0)
        : number_(::open(path.c_str(), flags | O_CLOEXEC | O_NOCTTY, mode)) {}
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

} // namespace rondix::files
