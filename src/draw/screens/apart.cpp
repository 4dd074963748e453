#include "draw/screens/apart.hpp"

#include <algorithm>
#include <cerrno>
#include <chrono>
#include <cmath>
#include <csignal>
#include <cstdio>
#include <sys/prctl.h>
#include <sys/resource.h>
#include <sys/time.h>
#include <sys/wait.h>
#include <thread>
#include <unistd.h>

namespace rondix::draw {

namespace {

/// So much more memory, and no more. (The address sanitizer maps terabytes: it has no limit.)
void limit_memory(std::size_t megabytes) {
#if defined(RONDIX_SANITIZED)
    (void)megabytes;
#else
    std::size_t pages = 0;
    if (std::FILE* file = std::fopen("/proc/self/statm", "r")) {
        if (std::fscanf(file, "%zu", &pages) != 1) pages = 0;
        std::fclose(file);
    }
    const std::size_t mapped = pages * static_cast<std::size_t>(sysconf(_SC_PAGESIZE));
    const rlimit memory{mapped + (megabytes << 20), RLIM_INFINITY};
    setrlimit(RLIMIT_AS, &memory);
#endif
}

/// How much longer than its own time it may take: others want the machine too.
constexpr double most_waiting = 10;

/// So much time of its own, whatever else the machine does meanwhile.
void limit_time(double seconds) {
    const double whole = std::floor(seconds);
    itimerval timer{};
    timer.it_value.tv_sec = static_cast<time_t>(whole);
    timer.it_value.tv_usec = static_cast<suseconds_t>((seconds - whole) * 1e6);
    setitimer(ITIMER_PROF, &timer, nullptr);
}

/// The child: quiet, without a core file, and gone with its parent.
[[noreturn]] void do_it(const std::function<void()>& work, double seconds, std::size_t megabytes) {
    prctl(PR_SET_PDEATHSIG, SIGKILL);
    for (const int number : {SIGINT, SIGABRT, SIGTRAP, SIGPROF}) signal(number, SIG_DFL);
    limit_time(seconds);
    const rlimit none{0, 0};
    setrlimit(RLIMIT_CORE, &none);
    limit_memory(megabytes);
    if (std::freopen("/dev/null", "w", stderr)) work();
    _exit(0);
}

enum class Outcome { got_through, failed, waits };

using Clock = std::chrono::steady_clock;

/// Whether a process waits for something: it neither computes nor would, if it were let.
bool sleeps(pid_t process) {
    char path[32];
    std::snprintf(path, sizeof path, "/proc/%d/stat", static_cast<int>(process));
    char state = 0;
    if (std::FILE* file = std::fopen(path, "r")) {
        if (std::fscanf(file, "%*d (%*[^)]) %c", &state) != 1) state = 0;
        std::fclose(file);
    }
    return state == 'S';
}

/// Waits for the child until `end`, or until it has waited itself for longer than computing ever
/// does.
Outcome wait_for(pid_t child, Clock::time_point end) {
    using namespace std::chrono_literals;
    constexpr auto longest_sleep = 500ms;
    int status = 0;
    auto awake = Clock::now();
    for (auto pause = 200us;; pause = std::min<std::chrono::microseconds>(pause * 2, 10ms)) {
        const pid_t ended = waitpid(child, &status, WNOHANG);
        if (ended == child)
            return WIFEXITED(status) && WEXITSTATUS(status) == 0 ? Outcome::got_through
                                                                 : Outcome::failed;
        if (ended < 0 && errno != EINTR) return Outcome::got_through; // somebody else waited for it
        const auto now = Clock::now();
        if (!sleeps(child)) awake = now;
        if (now > end || now - awake > longest_sleep) break;
        std::this_thread::sleep_for(pause);
    }
    kill(child, SIGKILL);
    while (waitpid(child, &status, 0) < 0 && errno == EINTR) {
    }
    return Clock::now() > end ? Outcome::failed : Outcome::waits;
}

pid_t copy_of_this() {
    const std::lock_guard<std::mutex> lock(no_copy_now());
    return fork();
}

} // namespace

std::mutex& no_copy_now() {
    static std::mutex lock;
    return lock;
}

// What no_copy_now() does not know of, such as the locks of what draws text, may still be taken: a
// child that waits is given up, and tried once more.
bool gets_through(const std::function<void()>& work, double seconds, std::size_t megabytes) {
    constexpr int most_tries = 8;
    const auto longest = std::chrono::duration<double>(seconds * most_waiting);
    const auto end = Clock::now() + std::chrono::duration_cast<Clock::duration>(longest);
    for (int tries = 0; tries < most_tries; ++tries) {
        const pid_t child = copy_of_this();
        if (child < 0) return true; // then it cannot be tried
        if (child == 0) do_it(work, seconds, megabytes);
        const Outcome outcome = wait_for(child, end);
        if (outcome != Outcome::waits) return outcome == Outcome::got_through;
    }
    return false;
}

} // namespace rondix::draw
