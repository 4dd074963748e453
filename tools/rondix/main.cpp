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

namespace {
std::string root; // --root
}

FlowFile read_flow(const std::string& path) {
    return load_flow(path, root);
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

int run(int argc, char** argv) {
    using namespace rondix::tool;
    const Commands commands{
        "Menus of a game: run, proved and drawn from one flow file.",
        RONDIX_VERSION,
        "Exit status: 0 proved, 1 errors found, 2 the input cannot be used, 3 undecided.",
        {
            {"new", "create a project: a flow, walkthroughs, CMake, a main loop", add_new},
            {"check", "find the errors of a flow, or prove that nobody gets stuck in it",
             add_check},
            {"explain", "explain a rule, with an example", add_explain},
            {"walk", "replay walkthroughs, or traces of a game", add_walk},
            {"cover",
             "report what no walkthrough covers, or generate walkthroughs that cover everything",
             add_cover},
            {"trace", "print a trace of a game", add_trace},
            {"map", "draw the flow as a picture", add_map},
            {"draw", "draw every screen", add_draw},
            {"strip", "draw the screens along a walkthrough or the way into a trap", add_strip},
            {"uses", "print where the names of a flow are declared and used", add_uses},
            {"rename", "give something another name, in all files of a flow", add_rename},
            {"edit", "change a flow: set, add, copy, move, remove", add_edit},
            {"focus", "print where the directions lead on a screen", add_focus},
            {"pack", "write the compiled flow as one image to ship", add_pack},
            {"ids", "write the names of a flow as C++ constants", add_ids},
            {"schema", "print the JSON Schema of flow files, for editors", add_schema},
            {"language-server", "answer an editor, over standard input and output",
             add_language_server},
#ifdef RONDIX_PLAY
            {"play", "play the flow in a window", add_play},
#endif
        },
        &root};
    return run_command_line(commands, argc, argv, cannot_be_used);
}

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
    rondix::tool::keep_command_line(argv);
    try {
        const int status = run(argc, argv);
        return rondix::tool::finish_printing() ? status : rondix::tool::cannot_be_used;
    } catch (const std::exception& fault) {
        std::fprintf(stderr, "error: %s\n", fault.what());
        return rondix::tool::cannot_be_used;
    }
}
