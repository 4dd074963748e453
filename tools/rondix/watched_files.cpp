#include "watched_files.hpp"

namespace rondix::tool {

void WatchedFiles::add(const std::string& path, const FlowFile& file) {
    const auto also = [&](const std::string& one) { stamps_.try_emplace(one, stamp_of(one)); };
    also(path);
    for (const Source& source : file.sources) also(source.name());
    if (file.flow.theme_file)
        also((std::filesystem::path(path).parent_path() / file.flow.theme_file->text).string());
    if (!file.compiled) return;
    for (const TextRef picture : file.compiled->looks.pictures)
        also(std::string(file.compiled->text(picture)));
}

bool WatchedFiles::changed() {
    bool changed = false;
    for (auto& [path, stamp] : stamps_) {
        const Stamp now = stamp_of(path);
        changed = changed || now != stamp;
        stamp = now;
    }
    return changed;
}

WatchedFiles::Stamp WatchedFiles::stamp_of(const std::string& path) {
    std::error_code fault;
    Stamp stamp;
    stamp.time = std::filesystem::last_write_time(path, fault);
    if (!fault) stamp.size = std::filesystem::file_size(path, fault);
    return fault ? Stamp{} : stamp;
}

} // namespace rondix::tool
