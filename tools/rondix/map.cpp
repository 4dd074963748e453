// rondix map: the flow as a picture.
#include "commands.hpp"

#include "rondix/map.hpp"
#include "rondix/report.hpp"

#include <fmt/format.h>

#include <filesystem>
#include <memory>

namespace rondix::tool {

namespace {

struct Options {
    std::string flow;
    std::string output;
    std::string size;
    CheckOptions check;
};

/// "1280x800" into the two numbers.
std::string read_size(const std::string& text, MapOptions& map) {
    char rest = 0;
    const int read = std::sscanf(text.c_str(), "%5dx%5d%c", &map.width, &map.height, &rest);
    const bool good = read == 2 && map.width >= 100 && map.height >= 100 && map.width <= 32000 &&
                      map.height <= 32000;
    return good ? "" : "a size is written as 1280x800, from 100x100 to 32000x32000";
}

int run(const Options& options) {
    MapOptions map;
    const std::string ending = std::filesystem::path(options.output).extension().string();
    if (ending != ".svg" && ending != ".png") {
        fmt::print(stderr, "error: '{}' should end in .svg or .png\n", options.output);
        return cannot_be_used;
    }
    map.format = ending == ".svg" ? PictureFormat::svg : PictureFormat::png;
    if (!options.size.empty()) read_size(options.size, map);

    const FlowFile file = load_flow(options.flow);
    for (const Finding& finding : file.findings)
        if (finding.severity() == Severity::error)
            fmt::print(stderr, "{}", finding_text(finding, file.sources));
    if (!file.compiled) return file.readable ? errors_found : cannot_be_used;
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

Run add_map(CLI::App& app) {
    const auto options = std::make_shared<Options>();
    app.add_option("FLOW", options->flow, "the flow file")->required();
    app.add_option("-o,--output", options->output, "the picture: .svg or .png")->required();
    app.add_option("--size", options->size, "fit the map into this size, such as 1280x800")
        ->check([](const std::string& text) {
            MapOptions ignored;
            return read_size(text, ignored);
        });
    return [options] { return run(*options); };
}

} // namespace rondix::tool
