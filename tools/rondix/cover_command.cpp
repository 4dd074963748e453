// rondix cover: what walkthroughs have touched; and walkthroughs that touch everything.
#include "commands.hpp"
#include "outputs.hpp"

#include "made_walks.hpp"
#include "moves_of.hpp"
#include "progress_reporter.hpp"
#include "rondix/tools/coverage.hpp"
#include "rondix/tools/report.hpp"

#include <fmt/format.h>

#include <memory>
#include <optional>

namespace rondix::tool {

namespace {

struct Options {
    std::string flow, make;
    std::vector<std::string> walkthroughs;
    bool whole = false;
    CheckOptions check;
};

bool is_whole(const Coverage& coverage) {
    for (const Cover& one : coverage.all())
        if (!one.touched) return false;
    return true;
}

/// Adds what walkthroughs touch; nothing where one cannot be used, else whether all passed.
std::optional<bool> add_walks(const std::vector<std::string>& paths, Coverage& coverage) {
    bool passed = true;
    for (const std::string& path : paths) {
        const auto walk = load_good_walkthrough(path);
        if (!walk) return std::nullopt;
        if (coverage.add(*walk).passed) continue;
        fmt::print(stderr, "{} fails; what it covered until then counts\n", path);
        passed = false;
    }
    return passed;
}

int run(Options& options) {
    ProgressReporter progress(options.check);
    const FlowFile file = load_and_tell(options.flow);
    if (!file.compiled) return status_without_tables(file);
    for (const std::string& path : options.walkthroughs) note_input(path);
    Coverage coverage(*file.compiled);
    std::vector<std::string> paths = options.walkthroughs;
    if (!options.make.empty()) {
        const auto made = write_made_walks(*file.compiled, options.make, options.check);
        if (!made) return cannot_be_used;
        paths.insert(paths.end(), made->begin(), made->end());
    }
    const auto passed = add_walks(paths, coverage);
    if (!passed) return cannot_be_used;
    const bool over = progress.is_over();
    progress.end();
    fmt::print("{}", cover_text(coverage));
    if (over) {
        fmt::print(stderr, "error: undecided: it was stopped before all walkthroughs were made\n");
        return not_settled;
    }
    return !*passed || (options.whole && !is_whole(coverage)) ? errors_found : proved;
}

} // namespace

Run add_cover(Command& command) {
    const auto options = std::make_shared<Options>();
    command.text("FLOW", options->flow, "the flow file").needed().means(Means::flow);
    command.texts("WALKTHROUGH", options->walkthroughs, "walkthroughs or traces")
        .means(Means::walkthrough);
    command
        .text("--make", options->make,
              "write walkthroughs that cover everything into this folder, and count them as well")
        .means(Means::folder);
    command.flag("--whole", options->whole, "exit with 1 if anything is not covered");
    add_limits(command, options->check);
    command.describes("Report which screens, controls, loads, requests and events no walkthrough "
                      "passes, or write walkthroughs that pass all of them.");
    command.example("rondix cover game.flow.yaml walks/*.walk.yaml",
                    "see what no walkthrough covers");
    command.example("rondix cover game.flow.yaml --make more",
                    "write walkthroughs that cover everything");
    return [options] { return run(*options); };
}

} // namespace rondix::tool
