#include "onlooker.hpp"

#include <fmt/format.h>

#include <csignal>
#include <cstdio>
#include <unistd.h>

namespace rondix::tool {

namespace {

volatile std::sig_atomic_t interrupted = 0;

void interrupt(int signal) {
    interrupted = 1;
    std::signal(signal, SIG_DFL);
}

} // namespace

Onlooker::Onlooker()
    : on_terminal_(isatty(STDERR_FILENO) == 1) {
    std::signal(SIGINT, interrupt);
}

Onlooker::~Onlooker() {
    std::signal(SIGINT, SIG_DFL);
}

bool Onlooker::look(const Progress& progress) {
    if (interrupted != 0) return false;
    if (!on_terminal_ || progress.seconds < last_) return true;
    last_ = progress.seconds + 0.2;
    shown_ = true;
    fmt::print(stderr, "\r\x1b[K{:.0f} s, {}: {} of {} (Ctrl-C: tell what is known so far)",
               progress.seconds, progress.stage, progress.done, progress.all);
    std::fflush(stderr);
    return true;
}

bool Onlooker::is_interrupted() const {
    return interrupted != 0;
}

void Onlooker::end() {
    if (shown_) fmt::print(stderr, "\r\x1b[K");
    shown_ = false;
}

} // namespace rondix::tool
