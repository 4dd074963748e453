#include "draw/screens/apart.hpp"

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

} // namespace

bool gets_through(const std::function<void()>& work, double seconds, std::size_t megabytes) {
    using namespace std::chrono;
    const auto end = steady_clock::now() + duration<double>(seconds * most_waiting);
    const pid_t child = fork();
    if (child < 0) return true; // then it cannot be tried
    if (child == 0) do_it(work, seconds, megabytes);
    int status = 0;
    for (auto pause = microseconds(200);; pause = std::min(pause * 2, microseconds(10'000))) {
        const pid_t ended = waitpid(child, &status, WNOHANG);
        if (ended == child) return WIFEXITED(status) && WEXITSTATUS(status) == 0;
        if (ended < 0 && errno != EINTR) return true;
        if (steady_clock::now() > end) break;
        std::this_thread::sleep_for(pause);
    }
    kill(child, SIGKILL);
    while (waitpid(child, &status, 0) < 0 && errno == EINTR) {
    }
    return false;
}

} // namespace rondix::draw
