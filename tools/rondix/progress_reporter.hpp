// ProgressReporter: keeps the limits that the user set, shows on a terminal how far the work is
// once it takes longer than a second, and stops it when the user interrupts.
//
// The work is asked to stop (CheckOptions::progress): what was found until then is told. What does
// not hear of it in time, such as a library in the middle of a picture, is ended with the program.
#pragma once

#include "rondix/check_options.hpp"

#include <atomic>
#include <ctime>
#include <memory>
#include <optional>

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
    class Watch;
    static void ring(int signal);
    void begin_to_ring();
    static std::atomic<Watch*> looking_;
    std::unique_ptr<Watch> watch_;
    std::optional<timer_t> timer_;
};

} // namespace rondix::tool
