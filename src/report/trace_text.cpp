// A trace for people: when, what the player and the game did, where that led, what the game was
// told.
#include "rondix/tools/report.hpp"
#include "words/printable.hpp"

#include <fmt/format.h>

#include <algorithm>

namespace rondix {

namespace {

/// A trace may come from anybody.
std::string joined(const std::vector<std::string>& texts, const char* between) {
    return printable(fmt::format("{}", fmt::join(texts, between)), true);
}

std::string place_of(const SavedState& from) {
    std::vector<std::string> stack;
    for (const SavedScreen& screen : from.stack) stack.push_back(screen.screen);
    return joined(stack, " > ");
}

std::string beginning_text(const TraceLine& line, bool first) {
    const SavedState& from = line.begin->from;
    std::string text =
        fmt::format("{:>9.3f}  {}: {}", line.time, first ? "from" : "on from", place_of(from));
    std::vector<std::string> raised;
    for (const auto& [flag, is] : from.flags)
        if (is) raised.push_back(flag);
    if (!raised.empty()) text += fmt::format(", {}", joined(raised, ", "));
    std::vector<std::string> settings;
    for (const auto& [setting, value] : from.settings)
        settings.push_back(fmt::format("{} {}", setting, value));
    if (!settings.empty()) text += fmt::format("\n{:11}with {}", "", joined(settings, ", "));
    return text + "\n";
}

} // namespace

std::string trace_text(const TraceFile& trace) {
    std::size_t widest = 0, moves = 0;
    for (const TraceLine& line : trace.lines) {
        for (const std::string& move : line.moves) widest = std::max(widest, move.size());
        moves += line.moves.size();
    }
    std::string text = trace.source.name();
    if (!trace.lines.empty() && trace.lines[0].begin)
        text += ": " + printable(trace.lines[0].begin->from.game, true);
    text += "\n";
    for (const TraceLine& line : trace.lines) {
        if (line.begin) {
            text += beginning_text(line, &line == &trace.lines[0]);
            continue;
        }
        for (const std::string& breach : line.breaches)
            text += fmt::format("{:>9.3f}  ! {}\n", line.time, printable(breach, true));
        if (line.moves.empty() && line.stack.empty()) continue;
        const std::size_t rows = std::max<std::size_t>(line.moves.size(), 1);
        for (std::size_t i = 0; i < rows; ++i) {
            const bool last = i + 1 == rows;
            std::string row =
                fmt::format("{:>9.3f}  {:<{}}", line.time,
                            i < line.moves.size() ? printable(line.moves[i], true) : "", widest);
            if (last) row += "  " + joined(line.stack, " > ");
            if (last && !line.by.empty()) row += " (" + printable(line.by, true) + ")";
            if (last && !line.effects.empty()) row += "  [" + joined(line.effects, ", ") + "]";
            text += row + "\n";
        }
        if (line.gap) text += fmt::format("{:11}moves are missing here\n", "");
    }
    if (trace.cut_off) text += fmt::format("{:11}its last line was cut off\n", "");
    return text + fmt::format("{:11}{} {} in {:.1f} s\n", "", moves, moves == 1 ? "move" : "moves",
                              trace.lines.empty() ? 0.0 : trace.lines.back().time);
}

} // namespace rondix
