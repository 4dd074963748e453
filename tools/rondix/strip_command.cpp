// rondix strip: the screens that a walkthrough, or the moves into a finding, pass.
#include "commands.hpp"
#include "outputs.hpp"

#include "moves_of.hpp"
#include "progress_reporter.hpp"
#include "rondix/tools/film_strip.hpp"
#include "rondix/tools/move_text.hpp"

#include <fmt/format.h>

#include <filesystem>
#include <memory>

namespace rondix::tool {

namespace {

constexpr std::size_t max_frames = 200;

struct Options {
    std::string flow, walkthrough, output;
    std::size_t finding = 0, columns = 3;
    CheckOptions check;
};

/// The control that a step in words presses or changes, where it does so.
ControlId pressed(const Runner& menus, const std::string& step, bool& players) {
    std::string fault;
    const auto move = read_move(menus.flow(), menus.menu_state(), step, fault);
    players =
        move ? is_players(move->kind) : !step.starts_with("wait ") && !step.starts_with("game ");
    if (!move) return no_control;
    const bool at_control = move->kind == MoveKind::press || move->kind == MoveKind::change;
    return at_control ? move->control() : no_control;
}

/// Frame by frame; false where the walkthrough does not pass.
bool fill(FilmStrip& strip, const Walkthrough& walk) {
    WalkPlayer player(strip.runner(), walk);
    std::size_t frames = 0;
    for (const WalkStep& step : walk.steps) {
        if (player.done()) break;
        if (!step.expect && !step.begin && ++frames < max_frames) {
            bool players = true;
            const ControlId control = pressed(strip.runner(), step.text, players);
            strip.add(step.text, control, players);
        }
        player.step();
    }
    return player.report().passed;
}

std::string title_of(const Finding& finding) {
    if (finding.answers.empty()) return finding.text;
    return fmt::format("{}, while {}", finding.text, fmt::join(finding.answers, " and "));
}

std::string end_of(const Finding& finding) {
    if (!finding.around.empty()) return "and round again";
    if (finding.rule != RuleId::no_way_out && finding.rule != RuleId::no_quit) return finding.text;
    return finding.here.empty() ? "no move is possible here"
                                : fmt::format("here: {}", fmt::join(finding.here, ", "));
}

int run(Options& options) {
    const std::string ending = std::filesystem::path(options.output).extension().string();
    if (ending != ".svg" && ending != ".png") {
        fmt::print(stderr, "error: '{}' should end in .svg or .png\n", options.output);
        return cannot_be_used;
    }
    if (options.walkthrough.empty() == (options.finding == 0)) {
        fmt::print(stderr, "error: name a walkthrough, or a finding with --finding N\n");
        return cannot_be_used;
    }
    const ProgressReporter progress(options.check);
    const FlowFile file = load_and_tell(options.flow);
    if (!file.compiled) return status_without_tables(file);
    std::optional<Finding> finding;
    std::optional<Walkthrough> walk;
    if (options.finding > 0) {
        int status = proved;
        finding = finding_numbered(file, options.finding, options.check, status);
        if (!finding) return status;
        walk = walk_into(*finding);
    } else {
        walk = load_good_walkthrough(options.walkthrough);
    }
    if (!walk || !may_write({options.output})) return cannot_be_used;

    FilmStripOptions strip_options;
    strip_options.format = ending == ".svg" ? PictureFormat::svg : PictureFormat::png;
    strip_options.columns = static_cast<int>(options.columns);
    strip_options.title = finding                ? title_of(*finding)
                          : !walk->title.empty() ? walk->title
                                                 : options.walkthrough;
    FilmStrip strip(*file.compiled, strip_options);
    const bool passed = fill(strip, *walk);
    strip.end(finding  ? end_of(*finding)
              : passed ? "as expected"
                       : "not as expected",
              finding || !passed);
    if (!write_file(options.output, strip.finish())) return cannot_be_used;
    fmt::print("wrote {}\n", options.output);
    return passed ? proved : errors_found;
}

} // namespace

Run add_strip(Command& command) {
    const auto options = std::make_shared<Options>();
    command.text("FLOW", options->flow, "the flow file").needed().means(Means::flow);
    command.text("WALKTHROUGH", options->walkthrough, "a walkthrough or a trace")
        .means(Means::walkthrough);
    add_finding_number(command, options->finding,
                       "the moves into this finding instead: the N-th of those that have moves");
    command.text("-o,--output", options->output, "the picture: .svg or .png")
        .needed()
        .means(Means::file);
    command.count("--columns", options->columns, 1, 50, "frames side by side");
    add_limits(command, options->check);
    command.describes(
        "Draw the screens along a walkthrough, a trace or the way into a finding, side by side.");
    command.example("rondix strip game.flow.yaml --finding 1 -o trap.png",
                    "show the way into the first trap");
    return [options] { return run(*options); };
}

} // namespace rondix::tool
