// rondix language-server: what an editor asks for flow files, over standard input and output.
#include "commands.hpp"

#include "server/server.hpp"

#include <csignal>
#include <unistd.h>

namespace rondix::tool {

Run add_language_server(Command&) {
    return [] {
        std::signal(SIGPIPE, SIG_IGN); // an editor that is gone
        return server::Server(STDIN_FILENO, STDOUT_FILENO).run();
    };
}

} // namespace rondix::tool
