// Watch: the limits that a check keeps, and whoever looks on. Long loops ask it now and then.
#pragma once

#include "rondix/check_options.hpp"

#include <chrono>
#include <string>

namespace rondix {

/// Thrown where a limit is reached or the onlooker says stop: the check is not settled. What was
/// found before stands.
struct Stopped {
    Stop why{};
    std::string where = {}; ///< the move that is to blame, if one is
};

class Watch {
  public:
    explicit Watch(const CheckOptions& options)
        : options_(options)
        , began_(Clock::now()) {}

    /// To be called once for each small piece of work: `done` of `all` are done.
    void step(std::string_view stage, std::size_t done, std::size_t all) {
        if (++steps_ % 256 == 0) look(stage, done, all);
    }
    /// Looks at the time and asks the onlooker.
    void look(std::string_view stage, std::size_t done, std::size_t all) const;
    void expect_heads(std::size_t heads) const {
        if (heads > options_.most_heads) throw Stopped{Stop::heads};
    }
    /// To be asked before a large table is made.
    void expect_memory(std::size_t bytes) const {
        if (bytes >> 20 >= options_.most_megabytes) throw Stopped{Stop::memory};
    }

  private:
    using Clock = std::chrono::steady_clock;
    const CheckOptions& options_;
    Clock::time_point began_;
    std::size_t steps_ = 0;
};

} // namespace rondix
