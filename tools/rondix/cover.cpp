// rondix cover: what walkthroughs have touched; and walkthroughs that touch everything.
#include "commands.hpp"

#include "moves_of.hpp"
#include "rondix/coverage.hpp"
#include "rondix/report.hpp"

#include <fmt/format.h>

#include <filesystem>
#include <memory>

namespace rondix::tool {

namespace {

struct Options {
    std::string flow, make;
    std::vector<std::string> walkthroughs;
    bool whole = false;
};

bool is_whole(const Coverage& coverage) {
    for (const Cover& one : coverage.all())
        if (!one.touched) return false;
    return true;
}

/// Writes them, and adds each to what is covered: they have to pass as any other.
bool make_and_add(const CompiledFlow& flow, const std::string& folder, Coverage& coverage) {
    std::error_code fault;
    std::filesystem::create_directories(folder, fault);
    std::size_t number = 0;
    for (const MadeWalk& made : make_walks(flow)) {
        const std::string path = fmt::format("{}/everything-{}.walk.yaml", folder, ++number);
        const Walkthrough walk = load_walkthrough_text(path, made.text);
        const WalkReport report = coverage.add(walk);
        if (!report.passed) fmt::print(stderr, "{}", walk_text(walk, report));
        if (!report.passed || !write_file(path, made.text)) return false;
        fmt::print("wrote {}, {} steps\n", path, walk.steps.size());
    }
    return true;
}

int run(const Options& options) {
    const FlowFile file = load_and_tell(options.flow);
    if (!file.compiled) return status_without_tables(file);
    Coverage coverage(*file.compiled);
    int status = proved;
    for (const std::string& path : options.walkthroughs) {
        const auto walk = load_good_walkthrough(path);
        if (!walk) return cannot_be_used;
        const WalkReport report = coverage.add(*walk);
        if (report.passed) continue;
        fmt::print(stderr, "{} does not pass; what it touched until then counts\n", path);
        status = errors_found;
    }
    if (!options.make.empty() && !make_and_add(*file.compiled, options.make, coverage))
        return cannot_be_used;
    fmt::print("{}", cover_text(coverage));
    return options.whole && !is_whole(coverage) ? errors_found : status;
}

} // namespace

Run add_cover(Command& command) {
    const auto options = std::make_shared<Options>();
    command.text("FLOW", options->flow, "the flow file").needed();
    command.texts("WALKTHROUGH", options->walkthroughs, "walkthroughs or traces");
    command.text("--make", options->make,
                 "write walkthroughs that touch everything into this folder, and count them too");
    command.flag("--whole", options->whole, "end with 1 where anything is left untouched");
    return [options] { return run(*options); };
}

} // namespace rondix::tool
