// A writer that is watched at every system call: ended there, or told that the disk is full. Linux
// on x86-64 only, by ptrace.
#pragma once

#include <cerrno>
#include <csignal>
#include <functional>
#include <sys/ptrace.h>
#include <sys/syscall.h>
#include <sys/user.h>
#include <sys/wait.h>
#include <unistd.h>
#include <utility>

namespace rondix::test {

enum class AtCall { goes_on, ends, has_no_room };

/// Whether a full disk may be why this system call fails.
inline bool needs_room(long call) {
    for (const long one : {SYS_open, SYS_openat, SYS_write, SYS_fsync, SYS_close, SYS_rename,
                           SYS_renameat, SYS_mkdir, SYS_mkdirat, SYS_ftruncate})
        if (one == call) return true;
    return false;
}

/// These come when the allocator likes, and another time not.
inline bool is_about_memory(long call) {
    for (const long one : {SYS_mmap, SYS_munmap, SYS_mremap, SYS_mprotect, SYS_madvise, SYS_brk})
        if (one == call) return true;
    return false;
}

struct TracedRun {
    int calls = 0;        ///< system calls that were made, of those that are asked about
    bool ended = false;   ///< it was ended before its work was done
    int exit_status = -1; ///< where it was not
};

/// Runs `work` in a process of its own; at its `nth` system call (from 1, without those that are
/// about memory; where there is no room, of those that need some) `what` happens. `work` gives the
/// exit status.
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
        ::ptrace(PTRACE_GETREGS, child, nullptr, &registers);
        if (!inside) {
            if (!std::exchange(refuses, false)) continue;
            registers.rax = static_cast<unsigned long long>(-ENOSPC);
            ::ptrace(PTRACE_SETREGS, child, nullptr, &registers);
            continue;
        }
        const auto call = static_cast<long>(registers.orig_rax);
        const bool asked = what == AtCall::ends ? !is_about_memory(call) : needs_room(call);
        if (!asked || ++run.calls != nth) continue;
        if (what == AtCall::ends) {
            ::kill(child, SIGKILL);
            ::waitpid(child, &status, 0);
            run.ended = true;
            return run;
        }
        if (what != AtCall::has_no_room) continue;
        refuses = true; // it is swapped for a call that there is not, and seems to have failed so
        registers.orig_rax = static_cast<unsigned long long>(-1);
        ::ptrace(PTRACE_SETREGS, child, nullptr, &registers);
    }
}

} // namespace rondix::test
