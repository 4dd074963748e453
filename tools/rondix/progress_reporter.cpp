#include "progress_reporter.hpp"

#include "command.hpp"
#include "commands.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <atomic>
#include <cerrno>
#include <cmath>
#include <csignal>
#include <cstdlib>
#include <cstring>
#include <fcntl.h>
#include <string>
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
    static const int file = open("/proc/self/statm", O_RDONLY | O_CLOEXEC);
    char text[128] = {};
    const ssize_t size = pread(file, text, sizeof text - 1, 0);
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

/// Looks after one piece of work, each time a timer rings. (A thread that looks takes longer to
/// begin and to end than most checks.) It may ring in the middle of anything: so who looks
/// allocates nothing, waits for nobody and writes without buffers.
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
    void look();
    void end();

  private:
    double seconds() const { // since the beginning
        return std::chrono::duration<double>(Clock::now() - began_).count();
    }
    bool is_too_long(double late) const {
        return max_seconds_ > 0 && seconds() > max_seconds_ + late;
    }
    bool is_too_much(std::size_t more) const; // than the limit by so many megabytes
    void show(double seconds);
    void clear();
    [[noreturn]] void end_the_program();

    template <class... Words>
    static void print(fmt::format_string<const Words&...> words, const Words&... in) {
        char line[300];
        const auto end = fmt::format_to_n(line, sizeof line, words, in...).out;
        write_out({line, static_cast<std::size_t>(end - line)});
    }
    static void write_out(std::string_view text) {
        [[maybe_unused]] const ssize_t size = write(STDERR_FILENO, text.data(), text.size());
    }

    const double max_seconds_;
    const std::size_t max_megabytes_;
    const bool on_terminal_;
    const Clock::time_point began_ = Clock::now();
    const std::size_t in_use_; // bytes, at the beginning
    // Held by who reads or changes what follows. Who looks does without when it is.
    std::atomic_flag held_;
    double next_word_ = first_word, asked_to_stop_ = -1; // seconds
    bool done_ = false, shown_ = false;
    std::string stage_;
    std::size_t at_ = 0, all_ = 0;
};

void ProgressReporter::Watch::note(const Progress& progress) {
    while (held_.test_and_set()) {
    }
    stage_ = progress.stage;
    at_ = progress.done, all_ = progress.all;
    held_.clear();
}

bool ProgressReporter::Watch::is_too_much(std::size_t more) const {
    const std::size_t in_use = memory_in_use();
    return in_use > in_use_ && (in_use - in_use_) >> 20 > max_megabytes_ + more;
}

void ProgressReporter::Watch::look() {
    if (held_.test_and_set()) return;
    const double now = seconds();
    if (!done_ && on_terminal_ && now >= next_word_) {
        show(now);
        next_word_ = now + between_words;
    }
    if (asked_to_stop_ < 0 && is_over()) asked_to_stop_ = now;
    const double late = std::max(seconds_to_stop, max_seconds_ * part_to_stop);
    const bool deaf = asked_to_stop_ >= 0 && now > asked_to_stop_ + late;
    if (!done_ && (deaf || is_too_much(megabytes_to_stop))) end_the_program();
    held_.clear();
}

void ProgressReporter::Watch::end_the_program() {
    clear();
    const char* why = is_interrupted() ? "it was stopped"
                      : is_too_long(0) ? "it takes too long; raise the limit with --max-seconds"
                                       : "too much memory is needed; raise the limit with "
                                         "--max-megabytes";
    print("error: undecided: {}{}{}\n", why, stage_.empty() ? "" : "; while working on: ", stage_);
    std::_Exit(not_settled);
}

void ProgressReporter::Watch::show(double seconds) {
    shown_ = true;
    const std::string_view stage = stage_.empty() ? "reading" : std::string_view(stage_);
    if (all_ > 1)
        print("\r\x1b[K{} s, {}: {} of {} (Ctrl-C: stop and report)", std::lround(seconds), stage,
              at_, all_);
    else
        print("\r\x1b[K{} s, {} (Ctrl-C: stop and report)", std::lround(seconds), stage);
}

void ProgressReporter::Watch::clear() {
    if (shown_) write_out("\r\x1b[K");
    shown_ = false;
}

void ProgressReporter::Watch::end() {
    while (held_.test_and_set()) {
    }
    done_ = true;
    clear();
    held_.clear();
}

/// The one that looks now, if any. (A member, to know what a Watch is.)
std::atomic<ProgressReporter::Watch*> ProgressReporter::looking_;

void ProgressReporter::ring(int) {
    const int kept = errno;
    if (Watch* watch = looking_) watch->look();
    errno = kept;
}

/// It rings in the main thread, where all commands do their work. (Its signal is one that nobody
/// else uses: an alarm() that was set by who began the program is not lost.)
void ProgressReporter::begin_to_ring() {
    struct sigaction action = {};
    action.sa_handler = ring;
    action.sa_flags = SA_RESTART; // nobody who reads or writes should notice
    sigaction(SIGVTALRM, &action, nullptr);
    sigset_t of_ours; // which who began the program may have blocked
    sigemptyset(&of_ours);
    sigaddset(&of_ours, SIGVTALRM);
    pthread_sigmask(SIG_UNBLOCK, &of_ours, nullptr);
    sigevent event = {};
    event.sigev_notify = SIGEV_SIGNAL;
    event.sigev_signo = SIGVTALRM;
    timer_t timer = {};
    if (timer_create(CLOCK_MONOTONIC, &event, &timer) != 0) return;
    timer_ = timer;
    const timespec each = {0, std::chrono::nanoseconds(between_looks).count()};
    const itimerspec times = {each, each};
    timer_settime(timer, 0, &times, nullptr);
}

ProgressReporter::ProgressReporter(CheckOptions& options)
    : watch_(std::make_unique<Watch>(options)) {
    options.since = watch_->began();
    options.memory_in_use = memory_in_use;
    options.memory_before = watch_->in_use_before();
    options.progress = [this](const Progress& progress) { return look(progress); };
    hear_interrupts();
    looking_ = watch_.get();
    begin_to_ring();
}

ProgressReporter::~ProgressReporter() {
    end();
    looking_ = nullptr;
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
    if (timer_) timer_delete(*timer_);
    timer_.reset();
    watch_->end();
}

} // namespace rondix::tool
