#include "rondix/tools/report.hpp"
#include "words/printable.hpp"

#include "report/styled.hpp"
#include "words/counted.hpp"

#include <fmt/format.h>

#include <algorithm>

namespace rondix {

namespace {

/// A stack of screens, its middle left out where it is long.
std::string stack_text(const std::vector<std::string>& screens) {
    if (screens.size() <= 9) return fmt::format("{}", fmt::join(screens, " > "));
    return fmt::format("{} > ... > {}", fmt::join(screens.begin(), screens.begin() + 4, " > "),
                       fmt::join(screens.end() - 4, screens.end(), " > "));
}

/// As the flow lists them.
std::string devices_text(DeviceSet devices) {
    std::string text;
    for (std::size_t i = 0; i < device_kind_count; ++i)
        if ((devices & set_of(DeviceKind(i))) != 0)
            text += (text.empty() ? "" : ", ") + std::string(name_of(DeviceKind(i)));
    return text;
}

bool is_left_out(const Figures& figures, std::string_view name) {
    return std::find(figures.left_out.begin(), figures.left_out.end(), name) !=
           figures.left_out.end();
}

std::string proved_text(const Figures& figures, DeviceSet devices) {
    std::string text = fmt::format(
        "  {}, {}, {}: each screen is shown, each {}\n",
        counted(figures.screens, "screen", "screens"), counted(figures.scenes, "scene", "scenes"),
        figures.controls == figures.buttons ? counted(figures.buttons, "button", "buttons")
                                            : counted(figures.controls, "control", "controls"),
        figures.controls == figures.buttons ? "button can be pressed" : "control can be used");
    text += fmt::format("  the same with each of these devices alone: {}\n", devices_text(devices));
    if (!figures.deepest.empty())
        text += fmt::format("  at most {}: {}\n",
                            counted(figures.deepest.size(), "screen is open", "screens are open"),
                            stack_text(figures.deepest));
    if (figures.way_out_known) {
        text += fmt::format("  whatever loads and requests answer, play or quitting is at most {} "
                            "away\n",
                            counted(figures.longest_way_out, "move", "moves"));
        if (figures.longest_way_out > 0 && !figures.furthest.empty())
            text += fmt::format("  (farthest after: {})\n", fmt::join(figures.furthest, " · "));
    }
    if (is_left_out(figures, "longest-way-out"))
        text += "  the distance to play or quitting is omitted: it would take too "
                "much work\n";
    text += fmt::format("  explored {}, {}", counted(figures.heads, "head", "heads"),
                        counted(figures.moves, "transition", "transitions"));
    if (figures.tracked_flags > 0)
        text += fmt::format("; {} of {} {}", figures.tracked_flags,
                            counted(figures.flags, "flag", "flags"),
                            figures.tracked_flags == 1 ? "matters" : "matter");
    else if (figures.flags > 0)
        text += figures.flags == 1 ? "; the flag does not matter" : "; no flag matters";
    if (figures.states > 0)
        text += figures.states == 1
                    ? "; cross-checked against the only state"
                    : fmt::format("; cross-checked against all {} states", figures.states);
    return text + "\n";
}

std::string stop_text(const CheckResult& result) {
    switch (result.stop) {
    case Stop::heads: return "there are too many heads; raise the limit with --max-heads";
    case Stop::memory: return "too much memory is needed; raise the limit with --max-megabytes";
    case Stop::time: return "it takes too long; raise the limit with --max-seconds";
    case Stop::flags: return "too many flags depend on each other";
    case Stop::cases: return result.stopped_at + " depends on too many flags at once";
    case Stop::circle:
        return result.stopped_at +
               " all lead to each other by 'open', and which of them lie beneath matters: write "
               "'go' where one replaces another";
    case Stop::asked: return "it was stopped";
    case Stop::nothing: break;
    }
    return "";
}

/// What is known although the proof was stopped.
std::string safe_text(const CheckResult& result) {
    if (result.safe_screens.empty()) return "";
    return fmt::format("  with all devices nobody gets stuck on {} of {}\n",
                       result.safe_screens.size(),
                       counted(result.figures.screens, "screen", "screens"));
}

std::string verdict_text(const FlowFile& file, const CheckResult& result) {
    const Figures& figures = result.figures;
    const std::string name =
        printable(file.flow.game.empty() ? file.sources[0].name() : file.flow.game);
    if (result.verdict == Verdict::proved)
        return fmt::format("proved: nobody can get stuck in the menus of {}\n", name) +
               proved_text(figures, file.flow.devices);
    if (result.verdict == Verdict::undecided)
        return fmt::format("undecided: {}\n", result.stop == Stop::nothing
                                                  ? "the open points would take too much work"
                                                  : stop_text(result)) +
               safe_text(result);
    const auto errors = static_cast<std::size_t>(
        std::count_if(result.findings.begin(), result.findings.end(), [](const Finding& finding) {
            return finding.severity() == Severity::error;
        }));
    const std::string found = counted(errors, "error", "errors");
    if (!file.readable) return fmt::format("cannot be used: {}\n", found);
    if (!file.compiled)
        return fmt::format("failed: {}; behaviour is checked once {} fixed\n", found,
                           errors == 1 ? "it is" : "they are");
    if (result.stop != Stop::nothing)
        return fmt::format("failed: {}; the rest was not checked: {}\n", found, stop_text(result)) +
               safe_text(result);
    return fmt::format("failed: {}\n", found);
}

} // namespace

std::string check_text(const FlowFile& file, const CheckResult& result, TextStyle style) {
    std::string text;
    for (const Finding& finding : result.findings)
        text += finding_text(finding, file.sources, style) + "\n";
    for (const OpenPoint& open : result.open) text += open_text(open, file.sources, style) + "\n";
    text += folded(verdict_text(file, result), 4, style);
    if (!result.allowed.empty())
        text += folded(fmt::format("  {} allowed by comments\n",
                                   counted(result.allowed.size(), "warning is", "warnings are")),
                       4, style);
    if (!result.figures.each_screen.empty()) text += "\n" + figures_text(result.figures);
    if (is_left_out(result.figures, "each-screen"))
        text += "\nthe figures of each screen are omitted: they would take too much work\n";
    return text;
}

} // namespace rondix
