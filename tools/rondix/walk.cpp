// rondix walk: walkthroughs replayed.
#include "commands.hpp"

#include "rondix/report.hpp"

#include <fmt/format.h>

#include <memory>

namespace rondix::tool {

namespace {

struct Options {
    std::string flow;
    std::vector<std::string> walkthroughs;
    std::string format = "text";
};

int run(const Options& options) {
    const FlowFile file = load_flow(options.flow);
    for (const Finding& finding : file.findings)
        if (finding.severity() == Severity::error)
            fmt::print(stderr, "{}", finding_text(finding, file.sources));
    if (!file.compiled) return file.readable ? errors_found : cannot_be_used;

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
    command.text("FLOW", options->flow, "the flow file").needed();
    command.texts("WALKTHROUGH", options->walkthroughs, "walkthroughs or traces to replay")
        .needed();
    command.text("--format", options->format, "text or junit").one_of({"text", "junit"});
    return [options] { return run(*options); };
}

} // namespace rondix::tool
