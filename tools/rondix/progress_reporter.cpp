#include "progress_reporter.hpp"

#include "command.hpp"
#include "commands.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <csignal>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <fcntl.h>
#include <mutex>
#include <string>
#include <thread>
#include <unistd.h>

namespace rondix::tool {

namespace {

using Clock = std::chrono::steady_clock;
constexpr std::chrono::milliseconds between_looks{25};
constexpr double first_word = 1; // seconds, until something is shown
constexpr double between_words = .2;
// What the work may take more, until it has heard that it is to stop: seconds, or so much of the
// limit, and megabytes.
constexpr double seconds_to_stop = .2, part_to_stop = .06;
constexpr std::size_t megabytes_to_stop = 64;

volatile std::sig_atomic_t interrupted = 0;

void interrupt(int signal) {
    interrupted = 1;
    std::signal(signal, SIG_DFL);
}

/// Of this process, in bytes: the second number there is, in pages.
std::size_t memory_in_use() {
    const int file = open("/proc/self/statm", O_RDONLY | O_CLOEXEC);
    if (file < 0) return 0;
    char text[128] = {};
    const ssize_t size = read(file, text, sizeof text - 1);
    close(file);
    const char* space = size > 0 ? std::strchr(text, ' ') : nullptr;
    const std::size_t resident = space ? std::strtoull(space, nullptr, 10) : 0;
    return resident * static_cast<std::size_t>(sysconf(_SC_PAGESIZE));
}

} // namespace

void hear_interrupts() {
    std::signal(SIGINT, interrupt);
}

bool is_interrupted() {
    return interrupted != 0;
}

void add_limits(Command& command, CheckOptions& options) {
    command.count("--max-heads", options.max_heads, 1, std::size_t{1} << 31,
                  "stop at more heads than this: screens with what decides how "
                  "they go on");
    command.seconds("--max-seconds", options.max_seconds, 1e9, "stop after this time; 0: no limit");
    command.count("--max-megabytes", options.max_megabytes, 1, std::size_t{1} << 24,
                  "stop at more memory than this");
}

/// Looks after one piece of work, in a thread of its own.
class ProgressReporter::Watch {
  public:
    explicit Watch(const CheckOptions& options)
        : max_seconds_(options.max_seconds)
        , max_megabytes_(options.max_megabytes)
        , on_terminal_(isatty(STDERR_FILENO) == 1)
        , in_use_(memory_in_use()) {}

    Clock::time_point began() const { return began_; }
    std::size_t in_use_before() const { return in_use_; }
    void note(const Progress& progress);
    bool is_over() const { return is_interrupted() || is_too_long(0) || is_too_much(0); }
    void keep_looking();
    void end();

  private:
    double seconds() const { // since the beginning
        return std::chrono::duration<double>(Clock::now() - began_).count();
    }
    bool is_too_long(double late) const {
        return max_seconds_ > 0 && seconds() > max_seconds_ + late;
    }
    bool is_too_much(std::size_t more) const; // than the limit by so many megabytes
    bool look();                              // false: the work is done
    void show(double seconds);
    void clear();
    [[noreturn]] void end_the_program();

    const double max_seconds_;
    const std::size_t max_megabytes_;
    const bool on_terminal_;
    const Clock::time_point began_ = Clock::now();
    const std::size_t in_use_; // bytes, at the beginning
    // Of the thread alone: when it has the next word, and since when it waits for an end.
    double next_word_ = first_word, asked_to_stop_ = -1;
    // Held during a look. (The other one the work takes often: who looks should not wait for it.)
    std::mutex looking_;
    bool done_ = false;
    std::mutex noting_; // of what follows
    std::string stage_;
    std::size_t at_ = 0, all_ = 0;
    bool shown_ = false;
};

void ProgressReporter::Watch::note(const Progress& progress) {
    const std::lock_guard lock(noting_);
    stage_ = progress.stage;
    at_ = progress.done, all_ = progress.all;
}

bool ProgressReporter::Watch::is_too_much(std::size_t more) const {
    const std::size_t in_use = memory_in_use();
    return in_use > in_use_ && (in_use - in_use_) >> 20 > max_megabytes_ + more;
}

void ProgressReporter::Watch::keep_looking() {
    do std::this_thread::sleep_for(between_looks);
    while (look());
}

bool ProgressReporter::Watch::look() {
    const std::lock_guard lock(looking_);
    if (done_) return false;
    const double now = seconds();
    if (on_terminal_ && now >= next_word_) {
        show(now);
        next_word_ = now + between_words;
    }
    if (asked_to_stop_ < 0 && is_over()) asked_to_stop_ = now;
    const double late = std::max(seconds_to_stop, max_seconds_ * part_to_stop);
    const bool deaf = asked_to_stop_ >= 0 && now > asked_to_stop_ + late;
    if (deaf || is_too_much(megabytes_to_stop)) end_the_program();
    return true;
}

void ProgressReporter::Watch::end_the_program() {
    clear();
    const std::lock_guard lock(noting_);
    const char* why = is_interrupted() ? "it was stopped"
                      : is_too_long(0) ? "it takes too long; raise the limit with --max-seconds"
                                       : "too much memory is needed; raise the limit with "
                                         "--max-megabytes";
    fmt::print(stderr, "error: undecided: {}{}{}\n", why,
               stage_.empty() ? "" : "; while working on: ", stage_);
    std::_Exit(not_settled);
}

void ProgressReporter::Watch::show(double seconds) {
    const std::lock_guard lock(noting_);
    shown_ = true;
    const std::string far = all_ > 1 ? fmt::format(": {} of {}", at_, all_) : "";
    fmt::print(stderr, "\r\x1b[K{:.0f} s, {}{} (Ctrl-C: stop and report)", seconds,
               stage_.empty() ? "reading" : stage_, far);
    std::fflush(stderr);
}

void ProgressReporter::Watch::clear() {
    const std::lock_guard lock(noting_);
    if (shown_) fmt::print(stderr, "\r\x1b[K");
    shown_ = false;
}

void ProgressReporter::Watch::end() {
    const std::lock_guard lock(looking_);
    if (done_) return;
    done_ = true;
    clear();
}

ProgressReporter::ProgressReporter(CheckOptions& options)
    : watch_(std::make_shared<Watch>(options)) {
    options.since = watch_->began();
    options.memory_in_use = memory_in_use;
    options.memory_before = watch_->in_use_before();
    options.progress = [this](const Progress& progress) { return look(progress); };
    hear_interrupts();
    std::thread([watch = watch_] { watch->keep_looking(); }).detach();
}

ProgressReporter::~ProgressReporter() {
    end();
    std::signal(SIGINT, SIG_DFL);
}

bool ProgressReporter::look(const Progress& progress) {
    watch_->note(progress);
    return !is_interrupted();
}

bool ProgressReporter::is_over() const {
    return watch_->is_over();
}

void ProgressReporter::end() {
    watch_->end();
}

} // namespace rondix::tool
