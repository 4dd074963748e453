// Budget: the limits that a check keeps, and its progress reporter. Long loops ask it now and then.
#pragma once

#include "rondix/check_options.hpp"

#include <algorithm>
#include <chrono>
#include <string>

namespace rondix {

/// Thrown where a limit is reached or the progress reporter says stop: the check is undecided.
/// What was found before stands.
struct Stopped {
    Stop why{};
    std::string where = {}; ///< the move that is to blame, if one is
};

/// The same options, with the seconds and the memory counted from now on if they are not yet: for
/// calls that share them.
CheckOptions begun(const CheckOptions& options);

class Budget {
  public:
    explicit Budget(const CheckOptions& options);

    /// To be called once for each small piece of work: `done` of `all` are done.
    void step(std::string_view stage, std::size_t done, std::size_t all) {
        if (++steps_ % 256 == 0) look(stage, done, all);
    }
    /// Looks at the clock, and every few milliseconds asks the progress reporter and for the memory
    /// in use.
    void look(std::string_view stage, std::size_t done, std::size_t all);
    std::size_t max_work_for_shortest() const { return options_.max_work_for_shortest; }
    unsigned max_bits() const { return options_.max_bits; }
    std::size_t max_reopenable() const { return options_.max_reopenable; }
    std::size_t max_cases() const { return options_.max_cases; }
    std::size_t max_work_for_doubts() const { return options_.max_work_for_doubts; }
    void expect_heads(std::size_t heads) const {
        if (heads > options_.max_heads) throw Stopped{Stop::heads};
    }
    /// For so many heads there was not enough memory: it need not be tried again.
    void note_too_many(std::size_t heads) { too_many_ = std::min(too_many_, heads); }
    bool lacked_memory() const { return too_many_ != static_cast<std::size_t>(-1); }
    void expect_not_too_many(std::size_t heads) const {
        if (heads >= too_many_) throw Stopped{Stop::memory};
    }
    /// To be asked before a large table is made.
    void expect_memory(std::size_t bytes) const {
        if (bytes >> 20 >= options_.max_megabytes) throw Stopped{Stop::memory};
    }

  private:
    using Clock = std::chrono::steady_clock;
    const CheckOptions& options_;
    const Clock::time_point began_;
    Clock::time_point asked_; // when the progress reporter was, last
    std::size_t in_use_ = 0;  // bytes, at the beginning
    std::size_t steps_ = 0;
    std::size_t too_many_ = static_cast<std::size_t>(-1); // heads
};

} // namespace rondix
