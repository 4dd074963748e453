// A writer that is watched at every system call: ended there, or told that the disk is full. Linux
// on x86-64 only, by ptrace.
#pragma once

#include <cerrno>
#include <csignal>
#include <functional>
#include <sys/ptrace.h>
#include <sys/user.h>
#include <sys/wait.h>
#include <unistd.h>

namespace rondix::test {

enum class AtCall { goes_on, ends, has_no_room };

struct TracedRun {
    int calls = 0;        ///< system calls that were made
    bool ended = false;   ///< it was ended before its work was done
    int exit_status = -1; ///< where it was not
};

/// Runs `work` in a process of its own; at its `nth` system call (from 1) `what` happens. `work`
/// gives the exit status.
inline TracedRun run_traced(int nth, AtCall what, const std::function<int()>& work) {
    const pid_t child = ::fork();
    if (child == 0) {
        ::ptrace(PTRACE_TRACEME, 0, nullptr, nullptr);
        ::raise(SIGSTOP);
        ::_exit(work());
    }
    TracedRun run;
    int status = 0;
    ::waitpid(child, &status, 0);
    ::ptrace(PTRACE_SETOPTIONS, child, nullptr, PTRACE_O_TRACESYSGOOD | PTRACE_O_EXITKILL);
    bool inside = false, refuses = false;
    while (true) {
        ::ptrace(PTRACE_SYSCALL, child, nullptr, nullptr);
        ::waitpid(child, &status, 0);
        if (WIFEXITED(status)) {
            run.exit_status = WEXITSTATUS(status);
            return run;
        }
        if (WIFSIGNALED(status)) return run;
        if (!WIFSTOPPED(status) || WSTOPSIG(status) != (SIGTRAP | 0x80)) continue;
        inside = !inside;
        user_regs_struct registers{};
        if (inside && ++run.calls == nth && what == AtCall::ends) {
            ::kill(child, SIGKILL);
            ::waitpid(child, &status, 0);
            run.ended = true;
            return run;
        }
        if (what != AtCall::has_no_room || run.calls != nth) continue;
        ::ptrace(PTRACE_GETREGS, child, nullptr, &registers);
        if (inside) { // the call is swapped for one that there is not,
            refuses = true;
            registers.orig_rax = static_cast<unsigned long long>(-1);
        } else if (refuses) { // which then seems to have failed for want of room
            registers.rax = static_cast<unsigned long long>(-ENOSPC);
            refuses = false;
        }
        ::ptrace(PTRACE_SETREGS, child, nullptr, &registers);
    }
}

} // namespace rondix::test
