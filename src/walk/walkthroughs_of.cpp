#include "rondix/tools/walkthrough.hpp"

#include <algorithm>
#include <filesystem>

namespace rondix {

namespace fs = std::filesystem;

namespace {

void add_walks_in(const fs::path& folder, std::vector<std::string>& paths) {
    std::error_code fault;
    for (fs::directory_iterator at(folder, fault), end; !fault && at != end; at.increment(fault))
        if (at->path().string().ends_with(".walk.yaml") && at->is_regular_file(fault))
            paths.push_back(at->path().lexically_normal().string());
}

} // namespace

std::vector<std::string> walkthroughs_of(const std::string& flow) {
    std::vector<std::string> paths;
    const fs::path folder = fs::path(flow).parent_path();
    add_walks_in(folder.empty() ? fs::path(".") : folder, paths);
    add_walks_in(folder / "walks", paths);
    std::ranges::sort(paths);
    return paths;
}

} // namespace rondix
