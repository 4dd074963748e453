#include "yaml/near_files.hpp"

#include "rondix/tools/names.hpp"

#include <algorithm>
#include <filesystem>
#include <vector>

namespace rondix {

namespace {
constexpr std::size_t max_names = 2'000; // of a folder are looked at
} // namespace

Suggestion near_file(std::string_view written, const std::string& path) {
    namespace fs = std::filesystem;
    const std::size_t slash = written.rfind('/');
    const std::string_view folder =
        slash == std::string_view::npos ? "" : written.substr(0, slash + 1);
    const fs::path beside = fs::path(path).parent_path();
    std::error_code none;
    const std::string own = fs::path(path).filename().string(); // it may be there, and not readable
    std::vector<std::string> names;
    fs::directory_iterator entry(beside.empty() ? "." : beside, none), end;
    for (; !none && entry != end && names.size() < max_names; entry.increment(none))
        if (entry->is_regular_file(none) && entry->path().filename() != own)
            names.push_back(std::string(folder) + entry->path().filename().string());
    std::sort(names.begin(), names.end()); // the folder's own order differs from disk to disk
    return suggestion(written, {names.begin(), names.end()});
}

} // namespace rondix
