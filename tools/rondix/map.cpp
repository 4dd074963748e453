// rondix map: the flow as a picture.
#include "commands.hpp"

#include "rondix/map.hpp"

#include <fmt/format.h>

#include <filesystem>
#include <memory>

namespace rondix::tool {

namespace {

struct Options {
    std::string flow;
    std::string output;
    Size size;
    CheckOptions check;
};

constexpr int least_side = 100;
constexpr int most_side = 32000;

int run(const Options& options) {
    MapOptions map;
    const std::string ending = std::filesystem::path(options.output).extension().string();
    if (ending != ".svg" && ending != ".png") {
        fmt::print(stderr, "error: '{}' should end in .svg or .png\n", options.output);
        return cannot_be_used;
    }
    map.format = ending == ".svg" ? PictureFormat::svg : PictureFormat::png;
    map.width = options.size.width, map.height = options.size.height; // 0: as large as it is

    const FlowFile file = load_and_tell(options.flow);
    if (!file.compiled) return status_without_tables(file);
    std::string fault;
    const auto picture = draw_map(file, check(file, options.check), map, fault);
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
    command.text("-o,--output", options->output, "the picture: .svg or .png").needed();
    command.size("--size", options->size, least_side, most_side,
                 "fit the map into this size, such as 1280x800");
    return [options] { return run(*options); };
}

} // namespace rondix::tool
