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

/// The same options, with the seconds counted from now on if they are not yet: for calls that share
/// them.
CheckOptions begun(const CheckOptions& options);

class Watch {
  public:
    explicit Watch(const CheckOptions& options);

    /// To be called once for each small piece of work: `done` of `all` are done.
    void step(std::string_view stage, std::size_t done, std::size_t all) {
        if (++steps_ % 256 == 0) look(stage, done, all);
    }
    /// Looks at the clock, and every few milliseconds asks the onlooker and for the memory in use.
    void look(std::string_view stage, std::size_t done, std::size_t all);
    std::size_t most_work_for_shortest() const { return options_.most_work_for_shortest; }
    unsigned most_bits() const { return options_.most_bits; }
    std::size_t most_reopenable() const { return options_.most_reopenable; }
    std::size_t most_work_for_doubts() const { return options_.most_work_for_doubts; }
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
    const Clock::time_point began_;
    Clock::time_point asked_; // when the onlooker was, last
    std::size_t in_use_ = 0;  // bytes, at the beginning
    std::size_t steps_ = 0;
};

} // namespace rondix
