// rondix walk: walkthroughs replayed.
#include "commands.hpp"

#include "made_walks.hpp"
#include "progress_reporter.hpp"
#include "rondix/tools/report.hpp"

#include <fmt/format.h>

#include <memory>

namespace rondix::tool {

namespace {

struct Options {
    std::string flow;
    std::vector<std::string> walkthroughs;
    std::string format = "text", make;
    CheckOptions check; // for what is made
};

int run(Options& options) {
    if (options.walkthroughs.empty() && options.make.empty()) {
        fmt::print(stderr, "error: name walkthroughs to replay, or a folder to --make some in\n");
        return cannot_be_used;
    }
    if (!options.make.empty() && options.format != "text") { // which tells what it writes
        fmt::print(stderr, "error: --make cannot be combined with --format\n");
        return cannot_be_used;
    }
    ProgressReporter progress(options.check);
    const FlowFile file = read_flow(options.flow);
    for (const Finding& finding : file.findings)
        if (finding.severity() == Severity::error)
            fmt::print(stderr, "{}", finding_text(finding, file.sources));
    if (!file.compiled) return file.readable ? errors_found : cannot_be_used;

    if (!options.make.empty()) {
        const auto made = write_made_walks(*file.compiled, options.make, options.check);
        if (!made) return cannot_be_used;
        if (progress.is_over()) {
            fmt::print(stderr, "error: undecided: it was stopped before all were made\n");
            return not_settled;
        }
        options.walkthroughs.insert(options.walkthroughs.end(), made->begin(), made->end());
    }
    int status = proved;
    std::size_t passed = 0;
    std::vector<Walkthrough> walks;
    std::vector<WalkReport> reports;
    for (const std::string& path : options.walkthroughs) {
        const Walkthrough& walk = walks.emplace_back(load_walkthrough(path));
        WalkReport& report = reports.emplace_back();
        if (!walk.readable) {
            for (const Finding& finding : walk.findings)
                fmt::print(stderr, "{}", finding_text(finding, {walk.source}));
            status = cannot_be_used;
            continue;
        }
        report = replay(*file.compiled, walk);
        if (options.format == "text") fmt::print("{}", walk_text(walk, report));
        if (report.passed)
            ++passed;
        else if (status == proved)
            status = errors_found;
    }
    if (options.format == "junit")
        fmt::print("{}", walk_junit(options.flow, walks, reports));
    else
        fmt::print("{} of {} walkthroughs passed\n", passed, options.walkthroughs.size());
    return status;
}

} // namespace

Run add_walk(Command& command) {
    const auto options = std::make_shared<Options>();
    command.text("FLOW", options->flow, "the flow file").needed().means(Means::flow);
    command.texts("WALKTHROUGH", options->walkthroughs, "walkthroughs or traces to replay")
        .means(Means::walkthrough);
    command
        .text("--make", options->make,
              "write walkthroughs that cover everything into this folder, and replay them as well")
        .means(Means::folder);
    add_limits(command, options->check);
    command.text("--format", options->format, "as text or junit").one_of({"text", "junit"});
    command.describes(
        "Replay walkthroughs and compare what happens with what they expect; or replay a trace "
        "that a game wrote, and compare each step with what the game had.");
    command.example("rondix walk game.flow.yaml walks/*.walk.yaml", "replay all walkthroughs");
    return [options] { return run(*options); };
}

} // namespace rondix::tool
