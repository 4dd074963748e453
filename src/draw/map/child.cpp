#include "draw/map/child.hpp"

#include <cerrno>
#include <chrono>
#include <csignal>
#include <cstring>
#include <fcntl.h>
#include <poll.h>
#include <spawn.h>
#include <sys/socket.h>
#include <sys/wait.h>
#include <unistd.h>

namespace rondix::draw {

namespace {

/// Two ends that speak with each other, closed at the end of the scope. Sockets, not pipes: writing
/// into one whose other end has gone can be told to be an error and no signal.
struct Ends {
    int ends[2] = {-1, -1};
    Ends() { good = socketpair(AF_UNIX, SOCK_STREAM | SOCK_CLOEXEC, 0, ends) == 0; }
    ~Ends() { close_end(0), close_end(1); }
    Ends(const Ends&) = delete;
    Ends& operator=(const Ends&) = delete;
    void close_end(int i) {
        if (ends[i] >= 0) close(ends[i]);
        ends[i] = -1;
    }
    bool good = false;
};

pid_t spawn(const std::vector<std::string>& command, const Ends& in, const Ends& out) {
    std::vector<char*> words;
    words.reserve(command.size() + 1);
    for (const std::string& word : command) words.push_back(const_cast<char*>(word.c_str()));
    words.push_back(nullptr);
    posix_spawn_file_actions_t actions;
    posix_spawn_file_actions_init(&actions);
    posix_spawn_file_actions_adddup2(&actions, in.ends[0], STDIN_FILENO);
    posix_spawn_file_actions_adddup2(&actions, out.ends[1], STDOUT_FILENO);
    posix_spawn_file_actions_addopen(&actions, STDERR_FILENO, "/dev/null", O_WRONLY, 0);
    pid_t child = -1;
    const int fault = posix_spawnp(&child, words[0], &actions, nullptr, words.data(), environ);
    posix_spawn_file_actions_destroy(&actions);
    errno = fault;
    return fault == 0 ? child : -1;
}

/// Writes and reads until the child closes its output, or the time is up.
bool exchange(Ends& in, Ends& out, const std::string& input, double seconds, std::string& output) {
    using Clock = std::chrono::steady_clock;
    const auto end = Clock::now() + std::chrono::duration_cast<Clock::duration>(
                                        std::chrono::duration<double>(seconds));
    fcntl(in.ends[1], F_SETFL, O_NONBLOCK);
    std::size_t written = 0;
    char buffer[1 << 16];
    while (true) {
        if (written == input.size()) in.close_end(1);
        pollfd files[2] = {{out.ends[0], POLLIN, 0}, {in.ends[1], POLLOUT, 0}};
        const auto left = std::chrono::duration_cast<std::chrono::milliseconds>(end - Clock::now());
        if (left.count() <= 0) return false;
        const int ready = poll(files, in.ends[1] >= 0 ? 2 : 1, static_cast<int>(left.count()));
        if (ready == 0 || (ready < 0 && errno != EINTR)) return false;
        if (in.ends[1] >= 0 && files[1].revents != 0) {
            const ssize_t count =
                send(in.ends[1], input.data() + written, input.size() - written, MSG_NOSIGNAL);
            if (count >= 0)
                written += static_cast<std::size_t>(count);
            else if (errno != EAGAIN)
                written = input.size(); // it reads no more: let it finish
        }
        if (files[0].revents == 0) continue;
        const ssize_t count = read(out.ends[0], buffer, sizeof buffer);
        if (count <= 0) return true;
        output.append(buffer, static_cast<std::size_t>(count));
    }
}

} // namespace

std::optional<std::string> run_child(const std::vector<std::string>& command,
                                     const std::string& input, double seconds, std::string& fault) {
    Ends in, out;
    if (!in.good || !out.good) {
        fault = std::string("cannot speak with a child: ") + std::strerror(errno);
        return std::nullopt;
    }
    const pid_t child = spawn(command, in, out);
    if (child < 0) {
        fault = "cannot run '" + command[0] + "': " + std::strerror(errno);
        return std::nullopt;
    }
    in.close_end(0);
    out.close_end(1);
    std::string output;
    const bool in_time = exchange(in, out, input, seconds, output);
    if (!in_time) kill(child, SIGKILL);
    int status = 0;
    while (waitpid(child, &status, 0) < 0 && errno == EINTR) {
    }
    if (in_time && WIFEXITED(status) && WEXITSTATUS(status) == 0) return output;
    fault = "'" + command[0] + "' " + (in_time ? "failed" : "took too long and was ended");
    return std::nullopt;
}

} // namespace rondix::draw
