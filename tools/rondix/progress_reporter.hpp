// ProgressReporter: keeps the limits that the user set, shows on a terminal how far the work is
// once it takes longer than a second, and stops it when the user interrupts.
//
// The work is asked to stop (CheckOptions::progress): what was found until then is told. What does
// not hear of it in time, such as a library in the middle of a picture, is ended with the program.
#pragma once

#include "rondix/check_options.hpp"

#include <atomic>
#include <condition_variable>
#include <mutex>
#include <string>
#include <thread>

namespace rondix::tool {

class Command;

/// The words that set the limits, for a command that proves or draws something.
void add_limits(Command& command, CheckOptions& options);

/// From now on an interrupt is noted; a second one ends the program.
void hear_interrupts();
bool is_interrupted();

class ProgressReporter {
  public:
    /// Begins to count the seconds, and fills in who is asked: both have to stay where they are.
    /// Hears interrupts until it is gone.
    explicit ProgressReporter(CheckOptions& options);
    ~ProgressReporter();
    ProgressReporter(const ProgressReporter&) = delete;
    ProgressReporter& operator=(const ProgressReporter&) = delete;

    /// False: the user wants it to stop.
    bool look(const Progress& progress);
    /// A limit was reached, or the user interrupted: what there is, is not whole.
    bool is_over() const;
    /// The work is done: nothing is shown or ended from now on.
    void end();

  private:
    using Clock = std::chrono::steady_clock;

    void keep_looking();
    bool waits_for_next_look();
    void show(double seconds);
    void clear();
    [[noreturn]] void end_the_program();
    double seconds() const; ///< since the beginning
    bool is_too_long(double late) const;
    bool is_too_much(std::size_t more) const; ///< than the limit by so many megabytes

    const CheckOptions& options_;
    const bool on_terminal_;
    const Clock::time_point began_;
    const std::size_t in_use_; // bytes, at the beginning
    std::atomic<bool> done_ = false;
    std::mutex
        ending_; // of `ended_` alone: the work, which asks for the other often, is not waited for
    std::condition_variable ended_;
    mutable std::mutex mutex_; // of what follows
    std::string stage_;
    std::size_t at_ = 0, all_ = 0;
    bool shown_ = false;
    std::thread looking_; // last: it uses all of these
};

} // namespace rondix::tool
