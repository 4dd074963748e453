#include "proof/scouting.hpp"

#include <algorithm>

namespace rondix {

namespace {

/// For the pairs, and for all screens by themselves together: about a second.
constexpr std::size_t max_work_forward = 600'000'000;

} // namespace

const Scout& Scouting::by(Scout::Novelty novelty) {
    std::optional<Scout>& scout = by_[static_cast<std::size_t>(novelty)];
    if (!scout)
        scout.emplace(flow_, frames_, devices_, novelty, budget_,
                      novelty >= Scout::Novelty::pairs ? max_work_forward : Scout::no_limit);
    return *scout;
}

const Scout& Scouting::at_first() {
    const Scout& fast = by(Scout::Novelty::asked);
    return fast.has_seen_all() ? fast : by(Scout::Novelty::single);
}

const Scout* Scouting::over(ScreenId screen) {
    constexpr std::size_t max_roots = 16;
    if (const auto known = over_.find(screen); known != over_.end()) return known->second.get();
    const Scout& known = by(Scout::Novelty::pairs);
    std::vector<Scout::Seen> roots;
    for (FrameId frame = 0; frame < frames_.size(); ++frame)
        if (frames_[frame].screen == screen)
            for (const Scout::Seen seen : known.seen(frame)) roots.push_back(seen);
    std::sort(roots.begin(), roots.end());
    if (roots.size() > max_roots) roots.resize(max_roots);
    auto& scout = over_[screen];
    if (roots.empty() || work_over_ >= max_work_forward) return nullptr;
    scout = std::make_unique<Scout>(flow_, frames_, devices_, Scout::Novelty::pairs, budget_, known,
                                    roots, max_work_forward / 8);
    work_over_ += scout->work();
    return scout.get();
}

Envelope& Scouting::envelope() {
    if (!envelope_) envelope_.emplace(flow_, frames_, devices_, budget_);
    return *envelope_;
}

} // namespace rondix
