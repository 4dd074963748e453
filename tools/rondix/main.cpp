// The rondix tool: reads its command line and hands on. All work is done by the libraries.
#include "commands.hpp"

#include "rondix/report.hpp"

#include <fmt/format.h>

#include <cstdio>
#include <cstdlib>
#include <filesystem>
#include <sys/ioctl.h>
#include <unistd.h>

namespace rondix::tool {

bool write_file(const std::string& path, const std::string& contents) {
    const std::string beside = path + ".new";
    std::FILE* file = std::fopen(beside.c_str(), "wb");
    bool good = file && std::fwrite(contents.data(), 1, contents.size(), file) == contents.size();
    if (file) good = std::fclose(file) == 0 && good;
    std::error_code fault;
    if (good) std::filesystem::rename(beside, path, fault);
    if (good && !fault) return true;
    std::filesystem::remove(beside, fault);
    fmt::print(stderr, "error: cannot write '{}'\n", path);
    return false;
}

TextStyle style_for_output() {
    if (isatty(STDOUT_FILENO) == 0) return {};
    TextStyle style;
    const char* no_colour = std::getenv("NO_COLOR");
    style.colour = no_colour == nullptr || *no_colour == '\0';
    winsize size{};
    if (ioctl(STDOUT_FILENO, TIOCGWINSZ, &size) == 0) style.width = size.ws_col;
    return style;
}

FlowFile load_and_tell(const std::string& path) {
    FlowFile file = load_flow(path);
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
        "Exit status: 0 proved, 1 errors found, 2 the input cannot be used, 3 not settled.",
        {
            {"new", "begin a project: a flow, a walkthrough, CMake, a main loop", add_new},
            {"check", "find what is wrong with a flow, or prove that nobody gets stuck in it",
             add_check},
            {"explain", "tell what a finding means, with a flow that has it", add_explain},
            {"walk", "replay walkthroughs, or traces of a game", add_walk},
            {"cover", "tell what no walkthrough has touched, or make some that touch everything",
             add_cover},
            {"trace", "tell what a trace of a game says", add_trace},
            {"map", "draw the flow as a picture", add_map},
            {"draw", "draw every screen", add_draw},
            {"strip", "draw the screens that a walkthrough, or the way into a trap, passes",
             add_strip},
            {"focus", "tell where the directions lead on a screen", add_focus},
            {"pack", "write the compiled flow as one image, to ship", add_pack},
            {"ids", "write the names of a flow as C++ constants", add_ids},
            {"schema", "print the form of flow files, for editors", add_schema},
#ifdef RONDIX_PLAY
            {"play", "play the flow in a window", add_play},
#endif
        }};
    return run_command_line(commands, argc, argv, cannot_be_used);
}

} // namespace

int main(int argc, char** argv) {
    try {
        return run(argc, argv);
    } catch (const std::exception& fault) {
        std::fprintf(stderr, "error: %s\n", fault.what());
        return rondix::tool::cannot_be_used;
    }
}
