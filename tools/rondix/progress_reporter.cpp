#include "progress_reporter.hpp"

#include "command.hpp"
#include "commands.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <csignal>
#include <cstdio>
#include <cstdlib>
#include <unistd.h>

namespace rondix::tool {

namespace {

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

/// Of this process, in bytes.
std::size_t memory_in_use() {
    std::size_t pages = 0, resident = 0;
    if (std::FILE* file = std::fopen("/proc/self/statm", "r")) {
        if (std::fscanf(file, "%zu %zu", &pages, &resident) != 2) resident = 0;
        std::fclose(file);
    }
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

ProgressReporter::ProgressReporter(CheckOptions& options)
    : options_(options)
    , on_terminal_(isatty(STDERR_FILENO) == 1)
    , began_(Clock::now())
    , in_use_(memory_in_use()) {
    options.since = began_;
    options.memory_in_use = memory_in_use;
    options.progress = [this](const Progress& progress) { return look(progress); };
    hear_interrupts();
    looking_ = std::thread([this] { keep_looking(); });
}

ProgressReporter::~ProgressReporter() {
    end();
    std::signal(SIGINT, SIG_DFL);
}

bool ProgressReporter::look(const Progress& progress) {
    const std::lock_guard lock(mutex_);
    stage_ = progress.stage;
    at_ = progress.done, all_ = progress.all;
    return !is_interrupted();
}

bool ProgressReporter::is_over() const {
    return is_interrupted() || is_too_long(0) || is_too_much(0);
}

void ProgressReporter::end() {
    {
        const std::lock_guard lock(ending_);
        done_ = true;
    }
    ended_.notify_one();
    if (!looking_.joinable()) return;
    looking_.join();
    clear();
}

double ProgressReporter::seconds() const {
    return std::chrono::duration<double>(Clock::now() - began_).count();
}

bool ProgressReporter::is_too_long(double late) const {
    return options_.max_seconds > 0 && seconds() > options_.max_seconds + late;
}

bool ProgressReporter::is_too_much(std::size_t more) const {
    const std::size_t in_use = memory_in_use();
    return in_use > in_use_ && (in_use - in_use_) >> 20 > options_.max_megabytes + more;
}

/// False, and at once: the work is done.
bool ProgressReporter::waits_for_next_look() {
    std::unique_lock lock(ending_);
    return !ended_.wait_for(lock, between_looks, [&] { return done_.load(); });
}

/// Beside the work, in a thread of its own.
void ProgressReporter::keep_looking() {
    double next_word = first_word, asked_to_stop = -1;
    while (waits_for_next_look()) {
        const double now = seconds();
        if (on_terminal_ && now >= next_word && !done_) {
            show(now);
            next_word = now + between_words;
        }
        if (asked_to_stop < 0 && is_over()) asked_to_stop = now;
        const double late = std::max(seconds_to_stop, options_.max_seconds * part_to_stop);
        const bool deaf = asked_to_stop >= 0 && now > asked_to_stop + late;
        if ((deaf || is_too_much(megabytes_to_stop)) && !done_) end_the_program();
    }
}

void ProgressReporter::end_the_program() {
    clear();
    const std::lock_guard lock(mutex_);
    const char* why = is_interrupted() ? "it was stopped"
                      : is_too_long(0) ? "it takes too long; raise the limit with --max-seconds"
                                       : "too much memory is needed; raise the limit with "
                                         "--max-megabytes";
    fmt::print(stderr, "error: undecided: {}{}{}\n", why,
               stage_.empty() ? "" : "; while working on: ", stage_);
    std::_Exit(not_settled);
}

void ProgressReporter::show(double seconds) {
    const std::lock_guard lock(mutex_);
    shown_ = true;
    const std::string far = all_ > 1 ? fmt::format(": {} of {}", at_, all_) : "";
    fmt::print(stderr, "\r\x1b[K{:.0f} s, {}{} (Ctrl-C: stop and report)", seconds,
               stage_.empty() ? "reading" : stage_, far);
    std::fflush(stderr);
}

void ProgressReporter::clear() {
    const std::lock_guard lock(mutex_);
    if (shown_) fmt::print(stderr, "\r\x1b[K");
    shown_ = false;
}

} // namespace rondix::tool
