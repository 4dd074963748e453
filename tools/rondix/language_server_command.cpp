// rondix language-server: what an editor asks for flow files, over standard input and output.
#include "commands.hpp"
#include "pictures.hpp"

#include "server/server.hpp"

#include <csignal>
#include <filesystem>
#ifdef __GLIBC__
#include <malloc.h>
#endif
#include <unistd.h>

namespace rondix::tool {

namespace {

/// The page of all rules, where it is installed.
std::string explanations() {
    namespace fs = std::filesystem;
    std::error_code fault;
    const fs::path here = fs::read_symlink("/proc/self/exe", fault).parent_path();
    for (const char* folder : {RONDIX_DOC_FROM_BIN, RONDIX_DOC_FROM_LIBEXEC}) {
        const fs::path page = (here / folder / "findings.md").lexically_normal();
        if (fs::exists(page, fault)) return page.string();
    }
    return {};
}

/// A flow is read again with each letter: memory that goes back to the system in between has to be
/// cleared each time.
void keep_memory() {
#ifdef __GLIBC__
    constexpr int much = 512 << 20;
    mallopt(M_TRIM_THRESHOLD, much);
    mallopt(M_MMAP_THRESHOLD, much);
#endif
}

int serve() {
    keep_memory();
    std::signal(SIGPIPE, SIG_IGN); // an editor that is gone
    return server::Server(STDIN_FILENO, STDOUT_FILENO,
                          {look_at_sizes({}), picture_of_screen, explanations()})
        .run();
}

} // namespace

Run add_language_server(Command& command) {
    command.describes(
        "Answer an editor over standard input and output, by the Language Server "
        "Protocol: findings while one types, completion, definitions, renaming, fixes.");
    return [] { return run_with_pictures(serve); };
}

} // namespace rondix::tool
