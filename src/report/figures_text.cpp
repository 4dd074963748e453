// The figures of each screen: a table for people, and one for spreadsheets.
#include "rondix/tools/report.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <vector>

namespace rondix {

namespace {

using Row = std::vector<std::string>;

std::string number_or(const std::optional<std::size_t>& number, std::string_view none) {
    return number ? std::to_string(*number) : std::string(none);
}

std::string pause_of(const ScreenFigures& row) {
    if (row.paused && row.running) return "both";
    return row.paused ? "paused" : row.running ? "runs" : "-";
}

/// How many columns a text takes: one for each character.
std::size_t width_of(std::string_view text) {
    return static_cast<std::size_t>(
        std::count_if(text.begin(), text.end(), [](char c) { return (c & 0xC0) != 0x80; }));
}

std::string padded(const std::string& text, std::size_t width, bool left) {
    const std::string space(width - std::min(width, width_of(text)), ' ');
    return left ? text + space : space + text;
}

} // namespace

std::string figures_text(const Figures& figures) {
    std::vector<Row> rows{{"screen", "from start"}};
    for (const std::string& devices : figures.alone) rows[0].push_back(devices);
    for (const char* head : {"to play", "to quit", "way out", "ways in", "deepest", "the game"})
        rows[0].emplace_back(head);
    for (const ScreenFigures& row : figures.each_screen) {
        Row& words = rows.emplace_back(Row{row.screen, number_or(row.from_start, "never")});
        for (const auto& alone : row.from_start_alone) words.push_back(number_or(alone, "never"));
        words.insert(words.end(), {number_or(row.to_play, "-"), number_or(row.to_quit, "-"),
                                   number_or(row.way_out, "-"), std::to_string(row.ways_in),
                                   std::to_string(row.deepest), pause_of(row)});
    }
    std::vector<std::size_t> widths(rows[0].size());
    for (const Row& row : rows)
        for (std::size_t i = 0; i < row.size(); ++i)
            widths[i] = std::max(widths[i], width_of(row[i]));
    std::string text;
    for (const Row& row : rows) {
        std::string line = " ";
        for (std::size_t i = 0; i < row.size(); ++i)
            line += " " + padded(row[i], widths[i], i == 0 || i + 1 == row.size()) + " ";
        line.erase(line.find_last_not_of(' ') + 1);
        text += line + "\n";
    }
    text +=
        "\n  fewest presses from the start to the screen, from it to play and out of the game; the "
        "way out:\n  the most presses to the nearer of both, whatever is answered; deepest: "
        "screens open at most\n";
    if (!figures.alone.empty())
        text += fmt::format("  under {}: from the start with that device alone\n",
                            fmt::join(figures.alone, ", "));
    if (!figures.each_screen_exact)
        text += "  too many flags to follow: the effect of the others is ignored, so "
                "this is not exact\n";
    return text;
}

std::string figures_csv(const Figures& figures) {
    std::string text = "screen,from-start,to-play,to-quit,way-out,ways-in,deepest,paused,running";
    for (const std::string& devices : figures.alone) text += ",from-start with " + devices;
    text += "\r\n";
    for (const ScreenFigures& row : figures.each_screen) {
        text += fmt::format("{},{},{},{},{},{},{},{},{}", row.screen, number_or(row.from_start, ""),
                            number_or(row.to_play, ""), number_or(row.to_quit, ""),
                            number_or(row.way_out, ""), row.ways_in, row.deepest,
                            row.paused ? "yes" : "no", row.running ? "yes" : "no");
        for (const auto& alone : row.from_start_alone) text += "," + number_or(alone, "");
        text += "\r\n";
    }
    return text;
}

} // namespace rondix
