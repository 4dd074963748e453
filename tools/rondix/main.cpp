// The rondix tool: reads its command line and hands on. All work is done by the libraries.
#include "commands.hpp"

#include "rondix/report.hpp"

#include <fmt/format.h>

#include <cstdio>
#include <filesystem>
#include <map>

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

std::string read_size(const std::string& text, int least, int most, int& width, int& height) {
    char rest = 0;
    const int read = std::sscanf(text.c_str(), "%5dx%5d%c", &width, &height, &rest);
    const bool good =
        read == 2 && width >= least && height >= least && width <= most && height <= most;
    return good
               ? ""
               : fmt::format("a size is written as 1280x800, from {0}x{0} to {1}x{1}", least, most);
}

} // namespace rondix::tool

namespace {

int run(int argc, char** argv) {
    using namespace rondix::tool;
    CLI::App app{"Menus of a game: run, proved and drawn from one flow file.", "rondix"};
    app.require_subcommand(1);
    app.set_version_flag("--version", RONDIX_VERSION);
    app.footer("Exit status: 0 proved, 1 errors found, 2 the input cannot be used, 3 not settled.");

    std::map<CLI::App*, Run> runs;
    const auto command = [&](const char* name, const char* about, Run (*add)(CLI::App&)) {
        CLI::App* sub = app.add_subcommand(name, about);
        runs[sub] = add(*sub);
    };
    command("new", "begin a project: a flow, a walkthrough, CMake, a main loop", add_new);
    command("check", "find what is wrong with a flow, or prove that nobody gets stuck in it",
            add_check);
    command("walk", "replay walkthroughs, or traces of a game", add_walk);
    command("trace", "tell what a trace of a game says", add_trace);
    command("map", "draw the flow as a picture", add_map);
    command("draw", "draw every screen", add_draw);
    command("focus", "tell where the directions lead on a screen", add_focus);
    command("pack", "write the compiled flow as one image, to ship", add_pack);
    command("ids", "write the names of a flow as C++ constants", add_ids);
#ifdef RONDIX_PLAY
    command("play", "play the flow in a window", add_play);
#endif

    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& fault) {
        const int status = app.exit(fault);
        return status == 0 ? 0 : cannot_be_used;
    }
    return runs.at(app.get_subcommands().front())();
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
