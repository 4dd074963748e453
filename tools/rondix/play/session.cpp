#include "play/session.hpp"

#include "rondix/move_text.hpp"
#include "rondix/report.hpp"

namespace rondix::tool {

namespace {

/// So many moves are remembered.
constexpr std::size_t most_moves = 20'000;

std::string errors_of(const FlowFile& file) {
    std::string text;
    for (const Finding& finding : file.findings)
        if (finding.severity() == Severity::error) text += finding_text(finding, file.sources);
    return text;
}

} // namespace

bool Session::open() {
    if (!read()) return false;
    runner().start();
    return true;
}

bool Session::read() {
    FlowFile file = load_flow(path_);
    watch(file);
    readable_ = file.readable;
    trouble_ = errors_of(file);
    if (!file.compiled) return false;
    live_ = std::make_unique<Live>(std::move(file));
    return true;
}

bool Session::changed() {
    bool changed = false;
    for (auto& [path, stamp] : watched_) {
        const Stamp now = stamp_of(path);
        changed = changed || now != stamp;
        stamp = now;
    }
    return changed;
}

bool Session::reload() {
    std::unique_ptr<Live> old = std::move(live_);
    if (!read()) {
        live_ = std::move(old);
        return false;
    }
    dropped_ = take_over(runner(), old->runner).dropped;
    return true;
}

void Session::restart() {
    moves_.clear();
    runner().start();
}

std::span<const Move> Session::note_moves() {
    const auto made = runner().take_moves();
    for (const Move move : made) moves_.push_back(move_text(flow(), move));
    if (moves_.size() > most_moves)
        moves_.erase(moves_.begin(), moves_.end() - static_cast<std::ptrdiff_t>(most_moves / 2));
    return made;
}

Session::Stamp Session::stamp_of(const std::string& path) {
    std::error_code fault;
    Stamp stamp;
    stamp.time = std::filesystem::last_write_time(path, fault);
    if (!fault) stamp.size = std::filesystem::file_size(path, fault);
    return fault ? Stamp{} : stamp;
}

/// The flow, its theme, its pictures: also those that are not there yet.
void Session::watch(const FlowFile& file) {
    const auto also = [&](const std::string& path) {
        if (!watched_.contains(path)) watched_[path] = stamp_of(path);
    };
    also(path_);
    for (const Source& source : file.sources) also(source.name());
    if (file.flow.theme_file)
        also((std::filesystem::path(path_).parent_path() / file.flow.theme_file->text).string());
    if (!file.compiled) return;
    for (const Text picture : file.compiled->looks.pictures)
        also(std::string(file.compiled->text(picture)));
}

} // namespace rondix::tool
