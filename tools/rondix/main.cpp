// The rondix tool: reads its command line and hands on. All work is done by the libraries.
#include "commands.hpp"
#include "hand_on.hpp"
#include "outputs.hpp"

#include "rondix/tools/report.hpp"

#include <fmt/format.h>

#include <csignal>
#include <cstdio>
#include <cstdlib>
#include <fcntl.h>
#include <sys/ioctl.h>
#include <unistd.h>

namespace rondix::tool {

TextStyle style_for_output() {
    if (isatty(STDOUT_FILENO) == 0) return {};
    TextStyle style;
    const char* no_colour = std::getenv("NO_COLOR");
    style.colour = no_colour == nullptr || *no_colour == '\0';
    winsize size{};
    if (ioctl(STDOUT_FILENO, TIOCGWINSZ, &size) == 0) style.width = size.ws_col;
    return style;
}

FlowFile read_flow(const std::string& path) {
    return load_flow(path, *all_commands().root);
}

FlowFile load_and_tell(const std::string& path) {
    FlowFile file = read_flow(path);
    note_inputs(file);
    for (const Finding& finding : file.findings)
        if (finding.severity() == Severity::error)
            fmt::print(stderr, "{}", finding_text(finding, file.sources));
    return file;
}

int status_without_tables(const FlowFile& file) {
    return file.readable ? errors_found : cannot_be_used;
}

} // namespace rondix::tool

namespace {

/// A file that is opened later must not get the number of an output that is closed: what is printed
/// would end up in it. One that cannot be written to takes its place.
void hold_closed_outputs() {
    for (const int number : {STDIN_FILENO, STDOUT_FILENO, STDERR_FILENO})
        if (fcntl(number, F_GETFD) < 0 && open("/dev/null", O_RDONLY) != number) std::_Exit(2);
}

/// Some libraries end the program where memory is short. That is said, and the status is one that
/// scripts know.
void give_up(int) {
    constexpr char words[] = "error: a library failed; there may be too little memory\n";
    [[maybe_unused]] const auto written = write(STDERR_FILENO, words, sizeof words - 1);
    std::_Exit(rondix::tool::cannot_be_used);
}

} // namespace

int main(int argc, char** argv) {
    hold_closed_outputs();
    std::signal(SIGABRT, give_up);
    std::signal(SIGTRAP, give_up);
    using namespace rondix::tool;
    keep_command_line(argv);
    try {
        const int status = run_command_line(all_commands(), argc, argv, cannot_be_used);
        return finish_printing() ? status : cannot_be_used;
    } catch (const std::exception& fault) {
        std::fprintf(stderr, "error: %s\n", fault.what());
        return cannot_be_used;
    }
}
