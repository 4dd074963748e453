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
    watched_.add(path_, file);
    readable_ = file.readable;
    trouble_ = errors_of(file);
    if (!file.compiled) return false;
    live_ = std::make_unique<Live>(std::move(file));
    return true;
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

} // namespace rondix::tool
