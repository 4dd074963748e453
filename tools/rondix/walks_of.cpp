#include "walks_of.hpp"

#include "outputs.hpp"

#include "rondix/tools/report.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <filesystem>

namespace rondix::tool {

namespace {

namespace fs = std::filesystem;

void add_walks_in(const fs::path& folder, std::vector<std::string>& paths) {
    std::error_code fault;
    for (fs::directory_iterator at(folder, fault), end; !fault && at != end; at.increment(fault))
        if (at->path().string().ends_with(".walk.yaml") && at->is_regular_file(fault))
            paths.push_back(at->path().string());
}

} // namespace

std::vector<Walkthrough> walks_of(const std::string& flow, const std::vector<std::string>& named) {
    std::vector<std::string> paths = named;
    if (paths.empty()) {
        const fs::path folder = fs::path(flow).parent_path();
        add_walks_in(folder.empty() ? fs::path(".") : folder, paths);
        add_walks_in(folder / "walks", paths);
        for (std::string& path : paths) path = fs::path(path).lexically_normal().string();
        std::ranges::sort(paths);
    }
    std::vector<Walkthrough> walks;
    for (const std::string& path : paths) {
        Walkthrough walk = load_walkthrough(path);
        note_input(path);
        for (const Finding& finding : walk.findings)
            fmt::print(stderr, "{}", finding_text(finding, {walk.source}));
        if (walk.readable) walks.push_back(std::move(walk));
    }
    return walks;
}

} // namespace rondix::tool
