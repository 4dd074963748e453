// rondix draw: every screen as a picture, at each size, its controls in each state, its coming in.
#include "commands.hpp"
#include "outputs.hpp"
#include "progress_reporter.hpp"

#include "rondix/painter.hpp"
#include "rondix/tools/names.hpp"
#include "rondix/tools/report.hpp"
#include "rondix/tools/screen_pictures.hpp"

#include <fmt/format.h>

#include <filesystem>
#include <memory>

namespace rondix::tool {

namespace {

constexpr int least_side = 16;
constexpr int max_side = 8192;

struct Options {
    std::string flow;
    std::string folder;
    std::string format = "png";
    std::vector<Size> sizes;
    std::vector<std::string> times;
    ScreenPictureOptions pictures;
};

std::string read_time(const std::string& text, double& seconds) {
    char unit[3] = {};
    char rest = 0;
    const int read = std::sscanf(text.c_str(), "%lf%2[ms]%c", &seconds, unit, &rest);
    const std::string_view said = unit;
    if (said == "ms") seconds /= 1000;
    const bool good = read == 2 && (said == "s" || said == "ms") && seconds >= 0 && seconds <= 3600;
    return good ? "" : "a time is written as 0.15s or 150ms";
}

bool has_all_screens(const CompiledFlow& flow, const std::vector<std::string>& names) {
    bool good = true;
    for (const std::string& name : names) {
        if (flow.screen(name) != no_screen) continue;
        std::vector<std::string_view> known;
        for (const Screen& screen : flow.screens) known.push_back(flow.text(screen.id));
        fmt::print(stderr, "error: there is no screen '{}'{}\n", name,
                   suggestion(name, known).text);
        good = false;
    }
    return good;
}

/// What the pictures do without is said, and they are drawn all the same.
void tell_missing(const FlowFile& file) {
    const CompiledFlow& flow = *file.compiled;
    for (const Painter::Fault& fault :
         Painter(flow, "", Painter::Pictures::of_strangers).faults()) {
        const bool picture = fault.of == Painter::Fault::Of::picture;
        const TextRef name =
            picture ? flow.looks.pictures[fault.number] : flow.looks.fonts[fault.number];
        fmt::print(stderr, "warning: the {} '{}': {}\n", picture ? "picture" : "font",
                   flow.text(name), fault.why);
    }
}

void fill_in(Options& options) {
    ScreenPictureOptions& pictures = options.pictures;
    pictures.format = options.format == "svg" ? PictureFormat::svg : PictureFormat::png;
    if (!options.times.empty() && options.sizes.empty()) options.sizes = {{640, 360}};
    if (!options.sizes.empty()) pictures.sizes.clear();
    for (const Size size : options.sizes) pictures.sizes.push_back({size.width, size.height});
    for (const std::string& text : options.times) read_time(text, pictures.times.emplace_back());
}

int run(Options& options) {
    fill_in(options);
    if (!options.times.empty() && options.format == "svg") {
        fmt::print(stderr, "error: frames of a transition are drawn as PNG, not as SVG\n");
        return cannot_be_used;
    }
    if (options.pictures.draw_list &&
        (options.format == "svg" || options.pictures.states || !options.times.empty())) {
        fmt::print(stderr, "error: --draw-list shows whole screens, as PNG\n");
        return cannot_be_used;
    }
    ProgressReporter progress(options.pictures.check);
    const FlowFile file = load_and_tell(options.flow);
    if (!file.compiled) return status_without_tables(file);
    if (!has_all_screens(*file.compiled, options.pictures.screens)) return cannot_be_used;
    tell_missing(file);
    std::error_code fault;
    std::filesystem::create_directories(options.folder, fault);
    if (fault) {
        fmt::print(stderr, "error: cannot make the folder '{}': {}\n", options.folder,
                   fault.message());
        return cannot_be_used;
    }
    bool written = true;
    const DrawnScreens drawn =
        draw_screens(file, options.pictures, [&](const ScreenPicture& picture) {
            const std::string path =
                fmt::format("{}/{}.{}", options.folder, picture.name, options.format);
            written = write_file(path, picture.bytes);
            if (written) fmt::print("wrote {}\n", path);
            return written;
        });
    progress.end();
    if (drawn.stop != Stop::nothing) {
        fmt::print(stderr, "error: undecided: it was stopped before all pictures were drawn\n");
        return not_settled;
    }
    for (const std::string& name : drawn.missing)
        fmt::print(stderr, "warning: '{}' is not drawn: it is never shown\n", name);
    return written ? proved : cannot_be_used;
}

} // namespace

Run add_draw(Command& command) {
    const auto options = std::make_shared<Options>();
    command.text("FLOW", options->flow, "the flow file").needed().means(Means::flow);
    command.text("-o,--output", options->folder, "the folder for the pictures")
        .needed()
        .means(Means::folder);
    command.texts("--screen", options->pictures.screens, "only this screen (repeatable)")
        .means(Means::screen);
    command.sizes("--size", options->sizes, least_side, max_side,
                  "size of the window, such as 1280x720 (repeatable)");
    command.flag("--state", options->pictures.states,
                 "sheets of the buttons in all their states, instead of the screens");
    command
        .texts("--at", options->times,
               "the screen's entering at this time, such as 0.15s (repeatable: side by side)")
        .checked([](const std::string& text) {
            double ignored = 0;
            return read_time(text, ignored);
        });
    command.flag("--draw-list", options->pictures.draw_list,
                 "each screen beside what a renderer shows of its draw list, and the difference");
    command.text("--format", options->format, "as png or svg").one_of({"png", "svg"});
    add_limits(command, options->pictures.check);
    command.flag("--mirrored", options->pictures.mirrored,
                 "mirrored, for languages that are read from right to left");
    command.describes(
        "Draw every screen as the player sees it who comes there by the shortest way.");
    command.example("rondix draw game.flow.yaml -o pictures", "draw all screens");
    command.example("rondix draw game.flow.yaml -o pictures --size 1280x800 --state",
                    "draw the states of their controls in another size");
    return [options] { return run(*options); };
}

} // namespace rondix::tool
