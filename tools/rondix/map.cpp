// rondix map: the flow as a picture.
#include "commands.hpp"
#include "moves_of.hpp"

#include "rondix/map.hpp"

#include <fmt/format.h>

#include <filesystem>
#include <memory>

namespace rondix::tool {

namespace {

struct Options {
    std::string flow;
    std::string output, walkthrough;
    std::size_t finding = 0;
    Size size;
    CheckOptions check;
};

constexpr int least_side = 100;
constexpr int most_side = 32000;

int run(const Options& options) {
    MapOptions map;
    const std::string ending = std::filesystem::path(options.output).extension().string();
    if (ending != ".svg" && ending != ".png" && ending != ".dot") {
        fmt::print(stderr, "error: '{}' should end in .svg, .png or .dot\n", options.output);
        return cannot_be_used;
    }
    map.format = ending == ".svg" ? PictureFormat::svg : PictureFormat::png;
    map.width = options.size.width, map.height = options.size.height; // 0: as large as it is

    const FlowFile file = load_and_tell(options.flow);
    if (!file.compiled) return status_without_tables(file);
    std::optional<Walkthrough> walk;
    if (options.finding > 0) {
        const auto finding = finding_numbered(file, options.finding);
        if (!finding) return cannot_be_used;
        walk = walk_into(*finding);
    } else if (!options.walkthrough.empty()) {
        walk = load_good_walkthrough(options.walkthrough);
        if (!walk) return cannot_be_used;
    }
    if (walk) map.way = moves_of(*file.compiled, *walk);
    std::string fault;
    const CheckResult result = check(file, options.check);
    const auto picture = ending == ".dot" ? std::optional(map_dot(file, result, map.way))
                                          : draw_map(file, result, map, fault);
    if (!picture) {
        fmt::print(stderr, "error: {}\n", fault);
        return cannot_be_used;
    }
    if (!write_file(options.output, *picture)) return cannot_be_used;
    fmt::print("wrote {}\n", options.output);
    return proved;
}

} // namespace

Run add_map(Command& command) {
    const auto options = std::make_shared<Options>();
    command.text("FLOW", options->flow, "the flow file").needed();
    command.text("-o,--output", options->output, "the picture: .svg or .png; or .dot, for Graphviz")
        .needed();
    command.size("--size", options->size, least_side, most_side,
                 "fit the map into this size, such as 1280x800");
    command.text("--walk", options->walkthrough, "lay a walkthrough or a trace over the map");
    command.count("--finding", options->finding, 0, 10'000,
                  "lay the moves into this finding over it: the N-th of those that have moves");
    return [options] { return run(*options); };
}

} // namespace rondix::tool
