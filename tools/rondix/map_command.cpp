// rondix map: the flow as a picture.
#include "commands.hpp"
#include "moves_of.hpp"
#include "outputs.hpp"
#include "progress_reporter.hpp"

#include "rondix/tools/map.hpp"

#include <fmt/format.h>

#include <filesystem>
#include <memory>

namespace rondix::tool {

namespace {

struct Options {
    std::string flow;
    std::string output, walkthrough, of;
    std::string link = MapOptions{}.link;
    std::size_t finding = 0, cards = MapOptions::default_cards;
    bool plain = false, parts = false;
    Size size;
    CheckOptions check;
};

constexpr int least_side = 100;
constexpr int max_side = 32000;

MapOptions map_options(const Options& options) {
    MapOptions map;
    const std::filesystem::path output = options.output;
    map.format = output.extension() == ".svg" ? PictureFormat::svg : PictureFormat::png;
    map.width = options.size.width, map.height = options.size.height; // 0: as large as it is
    map.pictures = !options.plain;
    map.max_cards = options.cards;
    map.of = options.of;
    map.link = options.link;
    map.folder = output.parent_path().empty() ? "." : output.parent_path().string();
    map.check = options.check;
    return map;
}

/// The map, and with --parts one for what each card holds, beside it.
int draw_maps(const FlowFile& file, const CheckResult& result, const MapOptions& map,
              const Options& options) {
    const std::filesystem::path output = options.output;
    bool written = true;
    const auto take = [&](const MapPart& part) {
        const auto path = output.parent_path() / (part.name + output.extension().string());
        written = write_file(path.string(), part.bytes);
        if (!written) return false;
        fmt::print("wrote {}", path.string());
        if (!part.heading.empty()) fmt::print(": {}", part.heading);
        if (part.folded > 0)
            fmt::print(" ({} more are folded into its {} cards{})", part.folded, part.cards,
                       options.parts ? "" : "; --parts draws what each card holds");
        fmt::print("\n");
        return options.parts;
    };
    if (const Status status = draw_map_parts(file, result, map, output.stem().string(), take);
        !status) {
        fmt::print(stderr, "error: {}\n", status.words());
        return cannot_be_used;
    }
    return written ? proved : cannot_be_used;
}

int run(Options& options) {
    const std::string ending = std::filesystem::path(options.output).extension().string();
    if (ending != ".svg" && ending != ".png" && ending != ".dot") {
        fmt::print(stderr, "error: '{}' should end in .svg, .png or .dot\n", options.output);
        return cannot_be_used;
    }
    if (ending == ".dot" && (options.parts || !options.of.empty())) {
        fmt::print(stderr,
                   "error: a .dot holds the whole map: --of and --parts are for pictures\n");
        return cannot_be_used;
    }
    ProgressReporter progress(options.check);
    MapOptions map = map_options(options);
    const FlowFile file = load_and_tell(options.flow);
    if (!file.compiled) return status_without_tables(file);
    std::optional<Walkthrough> walk;
    if (options.finding > 0) {
        int status = proved;
        const auto finding = finding_numbered(file, options.finding, options.check, status);
        if (!finding) return status;
        walk = walk_into(*finding);
    } else if (!options.walkthrough.empty()) {
        walk = load_good_walkthrough(options.walkthrough);
        if (!walk) return cannot_be_used;
    }
    if (walk) map.way = moves_of(*file.compiled, *walk);
    if (!may_write({options.output})) return cannot_be_used;
    const CheckResult result = prove(file, options.check);
    if (ending != ".dot") {
        const int status = draw_maps(file, result, map, options);
        return status != proved && progress.is_over() ? not_settled : status;
    }
    if (!write_file(options.output, map_dot(file, result, map.way))) return cannot_be_used;
    fmt::print("wrote {}\n", options.output);
    return proved;
}

} // namespace

Run add_map(Command& command) {
    const auto options = std::make_shared<Options>();
    command.text("FLOW", options->flow, "the flow file").needed().means(Means::flow);
    command.text("-o,--output", options->output, "the picture: .svg or .png; or .dot, for Graphviz")
        .needed()
        .means(Means::file);
    command.size("--size", options->size, least_side, max_side,
                 "fit the map into this size, such as 1280x800");
    command.flag("--plain", options->plain, "names only, without pictures of the screens");
    add_limits(command, options->check);
    command.count("--cards", options->cards, 0, 100'000,
                  "fold a map of more cards than this (40); 0: never");
    command
        .text("--of", options->of,
              "only this screen or scene, and what is reachable only through it")
        .means(Means::screen_or_scene);
    command.flag("--parts", options->parts,
                 "also draw what each folded card holds, next to the map: map.options.svg");
    command.text("--link", options->link,
                 "where the cards of an SVG lead, with {file}, {path}, {line}, {column} and "
                 "{name}; usually '{file}#L{line}'");
    command.text("--walk", options->walkthrough, "show a walkthrough or a trace on the map")
        .means(Means::walkthrough);
    add_finding_number(command, options->finding,
                       "show the moves into this finding: the N-th of those that have moves");
    command.describes("Draw the flow as a map of its screens and of what leads from one to "
                      "another. A large map is folded into cards.");
    command.example("rondix map game.flow.yaml -o map.svg", "draw the whole flow");
    command.example("rondix map game.flow.yaml -o map.svg --finding 1",
                    "show the way into the first trap");
    return [options] { return run(*options); };
}

} // namespace rondix::tool
