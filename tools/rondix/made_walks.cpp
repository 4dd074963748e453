#include "made_walks.hpp"

#include "commands.hpp"
#include "outputs.hpp"
#include "rondix/tools/coverage.hpp"
#include "rondix/tools/report.hpp"
#include "rondix/tools/walkthrough.hpp"

#include <fmt/format.h>

#include <filesystem>

namespace rondix::tool {

std::optional<std::vector<std::string>>
write_made_walks(const CompiledFlow& flow, const std::string& folder, const CheckOptions& options) {
    std::error_code fault;
    std::filesystem::create_directories(folder, fault);
    std::vector<std::string> paths;
    for (const MadeWalk& made : make_walks(flow, options)) {
        const std::string path =
            fmt::format("{}/everything-{}.walk.yaml", folder, paths.size() + 1);
        const Walkthrough walk = load_walkthrough_text(path, made.text);
        const WalkReport report = replay(flow, walk); // it has to pass as any other
        if (!report.passed) fmt::print(stderr, "{}", walk_text(walk, report));
        if (!report.passed || !write_file(path, made.text)) return std::nullopt;
        fmt::print("wrote {}, {} steps\n", path, walk.steps.size());
        paths.push_back(path);
    }
    return paths;
}

} // namespace rondix::tool
