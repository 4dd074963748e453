// rondix focus: where the four directions lead on a screen, as a table and over its picture.
#include "commands.hpp"
#include "outputs.hpp"
#include "progress_reporter.hpp"
#include "report/width.hpp"

#include "rondix/tools/focus_map.hpp"
#include "rondix/tools/names.hpp"
#include "rondix/tools/ways.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <filesystem>
#include <memory>

namespace rondix::tool {

namespace {

struct Options {
    std::string flow, screen, output;
    Size size{1280, 720};
    CheckOptions check;
};

constexpr int least_side = 100;
constexpr int max_side = 8000;

std::string name_of(const CompiledFlow& flow, ControlId control) {
    return control == no_control ? "-" : std::string(flow.text(flow[control].id));
}

/// Declared in brackets; what the opposite direction does not lead back from with a mark.
std::string cell(const CompiledFlow& flow, const FocusMap& map, ControlId from, Button direction) {
    for (const FocusRoute& route : map.routes) {
        if (route.from != from || route.direction != direction) continue;
        const std::string name = name_of(flow, route.to);
        return (route.declared ? "[" + name + "]" : name) + (route.returns ? "" : " >");
    }
    return "-";
}

void print(const CompiledFlow& flow, const std::string& screen, const FocusMap& map) {
    constexpr std::array directions = {Button::up, Button::down, Button::left, Button::right};
    std::vector<std::array<std::string, 5>> rows = {{"control", "up", "down", "left", "right"}};
    for (const ControlId control : map.controls) {
        auto& row = rows.emplace_back();
        row[0] = name_of(flow, control);
        for (std::size_t d = 0; d < 4; ++d) row[d + 1] = cell(flow, map, control, directions[d]);
    }
    std::array<std::size_t, 5> widths{};
    for (const auto& row : rows)
        for (std::size_t i = 0; i < 5; ++i) widths[i] = std::max(widths[i], width_of(row[i]));
    fmt::print("focus on '{}', first on '{}'\n\n", screen, name_of(flow, map.first));
    for (const auto& row : rows) {
        std::string line = "  ";
        for (std::size_t i = 0; i < 5; ++i)
            line += row[i] + std::string(widths[i] + 2 - width_of(row[i]), ' ');
        fmt::print("{}\n", line.substr(0, line.find_last_not_of(' ') + 1));
    }
    fmt::print("\n  [declared]   > the opposite direction leads elsewhere   - nowhere\n");
    if (map.stranded.empty()) fmt::print("  from each of them every other can be reached\n");
    for (const ControlId control : map.stranded)
        fmt::print("  stranded: {}\n", name_of(flow, control));
}

int run(Options& options) {
    ProgressReporter progress(options.check);
    const FlowFile file = load_and_tell(options.flow);
    if (!file.compiled) return status_without_tables(file);
    const CompiledFlow& flow = *file.compiled;
    const ScreenId screen = flow.screen(options.screen);
    if (screen == no_screen) {
        std::vector<std::string_view> names;
        for (const Screen& row : flow.screens) names.push_back(flow.text(row.id));
        fmt::print(stderr, "error: '{}' has no screen '{}'{}\n", options.flow, options.screen,
                   suggestion(options.screen, names).text);
        return cannot_be_used;
    }
    const auto ways = ways_to_screens(flow, options.check);
    if (!ways[index(screen)] && progress.is_over()) {
        fmt::print(stderr, "error: undecided: no way to '{}' was found until it was stopped\n",
                   options.screen);
        return not_settled;
    }
    if (!ways[index(screen)]) {
        fmt::print(stderr, "error: '{}' is never shown\n", options.screen);
        return errors_found;
    }
    Painter painter(flow, "", Painter::Pictures::of_strangers);
    Runner runner(flow);
    runner.set_text_measurer(painter.text_measurer());
    runner.resize(static_cast<float>(options.size.width), static_cast<float>(options.size.height));
    runner.set_motion(false);
    runner.start();
    for (const Move move : *ways[index(screen)]) {
        runner.replay(move);
        runner.take_effects();
    }
    const FocusMap map = focus_map(runner);
    print(flow, options.screen, map);
    if (!options.output.empty()) {
        if (!write_file(options.output,
                        draw_focus(painter, runner, map, options.size.width, options.size.height)))
            return cannot_be_used;
        fmt::print("wrote {}\n", options.output);
    }
    return map.stranded.empty() ? proved : errors_found;
}

} // namespace

Run add_focus(Command& command) {
    const auto options = std::make_shared<Options>();
    command.text("FLOW", options->flow, "the flow file").needed().means(Means::flow);
    command.text("SCREEN", options->screen, "the screen").needed().means(Means::screen);
    command.text("-o,--output", options->output, "a picture of it: .png")
        .checked([](const std::string& path) {
            return path.ends_with(".png") ? "" : "the picture should end in .png";
        })
        .means(Means::file);
    command.size("--size", options->size, least_side, max_side,
                 "size of the window, such as 1280x720");
    add_limits(command, options->check);
    command.describes("Print where each direction leads from each control of a screen, as the pad "
                      "and the keyboard move the focus.");
    command.example("rondix focus game.flow.yaml title -o focus.png", "print and draw it");
    return [options] { return run(*options); };
}

} // namespace rondix::tool
