#include "rondix/report.hpp"

#include <fmt/format.h>

#include <algorithm>

namespace rondix {

namespace {

std::string counted(std::size_t count, std::string_view one, std::string_view many) {
    return fmt::format("{} {}", count, count == 1 ? one : many);
}

/// The figures of what was looked at. `whole`: all of it was.
std::string figures_text(const Figures& figures, bool whole) {
    std::string text = fmt::format(
        "  {}, {}, {}{}\n", counted(figures.screens, "screen", "screens"),
        counted(figures.scenes, "scene", "scenes"), counted(figures.buttons, "button", "buttons"),
        whole ? ": each screen is shown, each button can be pressed" : "");
    text += fmt::format("  {} and {} looked at; at most {}: {}\n",
                        counted(figures.situations, "situation", "situations"),
                        counted(figures.moves, "move", "moves"),
                        counted(figures.deepest_stack, "screen is open", "screens are open"),
                        fmt::join(figures.deepest, " > "));
    return text;
}

std::string verdict_text(const FlowFile& file, const CheckResult& result) {
    const Figures& figures = result.figures;
    const std::string name = file.flow.game.empty() ? file.sources[0].name() : file.flow.game;
    if (result.verdict == Verdict::proved) {
        std::string text = fmt::format("proved: nobody can get stuck in the menus of {}\n", name);
        text += figures_text(figures, true);
        text +=
            fmt::format("  whenever the game is quiet, play or the way out of the game is at most "
                        "{} away\n",
                        counted(figures.longest_way_out, "move", "moves"));
        if (figures.longest_way_out > 0 && !figures.furthest.empty())
            text += fmt::format("  (furthest after: {})\n", fmt::join(figures.furthest, " · "));
        return text;
    }
    if (result.verdict == Verdict::not_settled)
        return fmt::format(
                   "not settled: no error was found, but there are more than {} situations\n"
                   "  raise the limit with --most-situations\n",
                   figures.situations - 1) +
               figures_text(figures, false);
    const auto errors = static_cast<std::size_t>(
        std::count_if(result.findings.begin(), result.findings.end(), [](const Finding& finding) {
            return finding.severity() == Severity::error;
        }));
    const std::string found = counted(errors, "error", "errors");
    if (!file.readable) return fmt::format("cannot be used: {}\n", found);
    if (!file.compiled)
        return fmt::format("not so: {}; how the menus behave is looked at once these are mended\n",
                           found);
    return fmt::format("not so: {}\n", found);
}

} // namespace

std::string check_text(const FlowFile& file, const CheckResult& result) {
    std::string text;
    for (const Finding& finding : result.findings)
        text += finding_text(finding, file.sources) + "\n";
    return text + verdict_text(file, result);
}

} // namespace rondix
