// rondix check: findings, and what was proved.
#include "check_watch.hpp"
#include "commands.hpp"
#include "outputs.hpp"

#include "moves_of.hpp"
#include "pictures.hpp"
#include "progress_reporter.hpp"

#include "rondix/tools/check.hpp"
#include "rondix/tools/fix.hpp"
#include "rondix/tools/report.hpp"

#include <fmt/format.h>

#include <array>
#include <filesystem>
#include <fstream>
#include <memory>

namespace rondix::tool {

namespace {

constexpr int least_side = 16;
constexpr int max_side = 16384;

struct Options {
    std::string flow;
    std::string format = "text";
    std::string walks;
    bool strict = false;
    bool assumptions = false;
    bool no_looks = false;
    bool fixes = false, fixes_all = false, dry_run = false, watch = false;
    std::vector<Size> sizes;
    CheckOptions check;
};

/// Each finding that has moves, as a walkthrough of its own.
bool save_walks(const std::string& folder, const CheckResult& result) {
    std::error_code fault;
    std::filesystem::create_directories(folder, fault);
    if (fault) {
        fmt::print(stderr, "error: cannot make the folder '{}': {}\n", folder, fault.message());
        return false;
    }
    std::size_t number = 0;
    for (const Finding& finding : result.findings) {
        const std::vector<std::string> moves = moves_shown(finding);
        if (moves.empty()) continue;
        const std::string name =
            fmt::format("{}/{:02}-{}.walk.yaml", folder, ++number, row_of(finding.rule).name);
        if (!write_file(name, write_walkthrough(finding.text, moves))) return false;
    }
    return true;
}

/// With --strict, what is proved may fail all the same.
void print_strict(const Options& options, const CheckResult& result) {
    const std::size_t warnings = result.findings.size();
    if (options.strict && result.verdict == Verdict::proved && warnings > 0)
        fmt::print(stderr, "failed: {} {} as {} (--strict)\n", warnings,
                   warnings == 1 ? "warning counts" : "warnings count",
                   warnings == 1 ? "an error" : "errors");
}

int status_of(const FlowFile& file, const CheckResult& result, bool strict) {
    if (!file.readable) return cannot_be_used;
    if (result.verdict == Verdict::failed) return errors_found;
    if (strict && !result.findings.empty()) return errors_found; // warnings are all that is left
    return result.verdict == Verdict::proved ? proved : not_settled;
}

/// Nothing with --no-looks.
LookAt look_at(const Options& options) {
    if (options.no_looks) return {};
    return look_at_sizes(options.sizes);
}

std::string in_format(const Options& options, const FlowFile& file, const CheckResult& result) {
    const std::string& format = options.format;
    if (format == "sarif") return check_sarif(file, result, options.check, look_at(options));
    if (format == "junit") return check_junit(file, result);
    if (format == "json") return check_json(file, result);
    if (format == "csv") return figures_csv(result.figures);
    return check_text(file, result, style_for_output());
}

CheckResult check_whole(const FlowFile& file, const Options& options) {
    return check(file, options.check, look_at(options));
}

int run_fixes(const FlowFile& file, const Options& options, ProgressReporter& progress) {
    const FixWhich which = options.fixes_all ? FixWhich::all : FixWhich::safe;
    const FixResult fixed = fix_all(file, which, options.check, look_at(options));
    progress.end();
    if (!options.dry_run && !write_all_back(file.sources, fixed.texts)) return cannot_be_used;
    fmt::print("{}", fix_text(file, fixed, style_for_output(), !options.dry_run));
    if (fixed.stop != Stop::nothing) return not_settled;
    return status_of(options.dry_run ? file : read_flow(options.flow), fixed.left, options.strict);
}

int run_watch(Options& options) {
    const Checked last = watch_and_check(options.flow, [&] {
        ProgressReporter progress(options.check); // each check has the limits for itself
        Checked now;
        now.file = read_flow(options.flow);
        now.result = check_whole(now.file, options);
        return now;
    });
    return status_of(last.file, last.result, options.strict);
}

/// Differences and changes are told as text, and one after the other.
bool go_together(const Options& options) {
    const bool fixes = options.fixes || options.fixes_all;
    const char* others = options.format != "text" ? "--format"
                         : !options.walks.empty() ? "--save-walks"
                         : fixes && options.watch ? "--watch"
                                                  : nullptr;
    if (!others || (!fixes && !options.watch)) return true;
    fmt::print(stderr, "error: {} cannot be combined with {}\n", fixes ? "--fix" : "--watch",
               others);
    return false;
}

int run(Options& options) {
    options.fixes = options.fixes || options.dry_run;
    if (!go_together(options)) return cannot_be_used;
    if (options.watch) return run_watch(options);
    ProgressReporter progress(options.check);
    const FlowFile file = read_flow(options.flow);
    note_inputs(file);
    if (options.fixes || options.fixes_all) return run_fixes(file, options, progress);
    if (options.format == "csv") options.check.each_screen = true;
    const CheckResult result = check_whole(file, options);
    const std::string report = in_format(options, file, result);
    progress.end();
    fmt::print("{}", report);
    if (options.assumptions && options.format == "text") fmt::print("\n{}", assumptions_text(file));
    if (options.format == "csv") // which holds the figures alone
        for (const Finding& finding : result.findings)
            fmt::print(stderr, "{}", finding_text(finding, file.sources));
    if (!options.walks.empty() && !save_walks(options.walks, result)) return cannot_be_used;
    print_strict(options, result);
    return status_of(file, result, options.strict);
}

} // namespace

Run add_check(Command& command) {
    const auto options = std::make_shared<Options>();
    command.text("FLOW", options->flow, "the flow file").needed().means(Means::flow);
    command
        .text("--format", options->format,
              "as text, json, sarif, junit, or csv (the figures alone)")
        .one_of({"text", "json", "sarif", "junit", "csv"});
    command.flag("--figures", options->check.each_screen,
                 "print for each screen the distance from the start, to play and to quitting");
    command
        .text("--save-walks", options->walks,
              "write the moves of each finding into this folder, as walkthroughs")
        .means(Means::folder);
    add_limits(command, options->check);
    command.flag("--no-looks", options->no_looks, "skip the checks of looks");
    command.sizes("--size", options->sizes, least_side, max_side,
                  "a window size to check looks at, such as 1280x720 (repeatable)");
    command.flag(
        "--fix", options->fixes,
        "print a fix for each finding, and apply those that do not change working behaviour");
    command.flag("--fix-all", options->fixes_all, "apply the others as well");
    command.flag("--dry-run", options->dry_run,
                 "print the changes that --fix would make, and change no file");
    command.flag("--watch", options->watch,
                 "check again at each save, and report changes; Ctrl-C ends it");
    command.flag("--assumptions", options->assumptions,
                 "print what the proof assumes about the game and the players");
    command.flag("--strict", options->strict, "count warnings as errors");
    command.describes(
        "Read a flow, report what is wrong with it, and prove that nobody can get stuck in it; or "
        "show the shortest way into the trap. Each finding ends in the name of its rule, which "
        "'rondix explain' explains. All sources that the flow names are checked as well: scenes, "
        "pictures, fonts, themes and how the screens look at common window sizes.");
    command.example("rondix check game.flow.yaml", "check a flow");
    command.example("rondix check game.flow.yaml --save-walks traps",
                    "keep the way into each trap as a walkthrough");
    command.example("rondix check game.flow.yaml --fix --dry-run", "see what a fix would change");
    return [options] {
        if (options->no_looks) return run(*options);
        return run_with_pictures([&] { return run(*options); });
    };
}

} // namespace rondix::tool
