#include "proof/scouting.hpp"

#include <algorithm>

namespace rondix {

namespace {

/// For the pairs: about a second.
constexpr std::size_t max_work_forward = 600'000'000;

/// So many times what may be spent on doubts, for which edges of a graph are counted: for all ends
/// that are asked for, and for one envelope with screens kept apart.
constexpr std::size_t for_all_ends = 300, for_one_envelope = 40;
/// The same for one end, from near it and from the start.
struct Share {
    std::size_t near = 0, start = 0;
};
constexpr Share share_of(Scouting::Effort effort) {
    return effort == Scouting::Effort::little ? Share{5, 10} : Share{20, 100};
}

constexpr Forward::Seen few = 64; // that are looked at: it was easy to find

/// What they ask for.
std::vector<std::uint32_t> key_of(std::span<const End> ends) {
    std::vector<std::uint32_t> key;
    for (const End& end : ends) {
        key.push_back(end.frame);
        for (const Literal& one : end.asked)
            key.push_back(2 * index(one.flag) + (one.raised ? 1 : 0));
        key.push_back(0xFFFFFFFF);
    }
    return key;
}

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

const Envelope& Scouting::envelope() {
    if (!envelope_) envelope_.emplace(flow_, frames_, devices_, budget_);
    return *envelope_;
}

const Envelope* Scouting::envelope(const std::vector<FlagId>& entered) {
    if (!as_entered_ || entered_ != entered) {
        const std::size_t work = work_on_doubts();
        if (work_as_entered_ >= for_all_ends * work) return nullptr;
        as_entered_.reset(); // they are large
        as_entered_.emplace(flow_, frames_, devices_, budget_, entered, for_one_envelope * work);
        work_as_entered_ += as_entered_->work();
        entered_ = entered;
    }
    return as_entered_->is_whole() ? &*as_entered_ : nullptr;
}

/// So much that it can be multiplied.
std::size_t Scouting::work_on_doubts() const {
    return std::min(budget_.max_work_for_doubts(), Scout::no_limit / for_all_ends);
}

/// Moves to the frames of the ends, by going forward everywhere; and to other ends that were hard
/// to find: what is so there is often what others need.
std::vector<BestFirst::Root> Scouting::roots_near(std::span<const End> ends) {
    constexpr std::size_t most = 16;
    const Scout& scout = by(Scout::Novelty::pairs);
    std::vector<Scout::Seen> seen;
    FrameId last = 0xFFFFFFFF;
    for (const End& end : ends) {
        if (end.frame == last) continue;
        last = end.frame;
        const std::span<const Scout::Seen> here = scout.seen(end.frame);
        seen.insert(seen.end(), here.begin(), here.end());
    }
    std::sort(seen.begin(), seen.end());
    if (seen.size() > most) seen.resize(most);
    std::vector<BestFirst::Root> roots;
    roots.reserve(2 * most);
    for (const Scout::Seen one : seen) roots.push_back({scout.forward().moves_to(one), true});
    for (std::size_t i = found_.size() > most ? found_.size() - most : 0; i < found_.size(); ++i)
        roots.push_back({found_[i], false});
    return roots;
}

bool Scouting::find(std::span<const End> ends,
                    const std::function<bool(const Forward&, Forward::Seen, FrameId)>& is_it,
                    Effort effort) {
    if (!best_first_) best_first_.emplace(flow_, frames_, devices_, budget_);
    const std::size_t work = work_on_doubts();
    if (best_first_->work() >= for_all_ends * work) return false;
    std::vector<std::uint32_t> key = key_of(ends);
    const auto known = in_vain_.find(key);
    if (known != in_vain_.end() && known->second >= effort) return false;
    bool some_refused = false;
    const auto is = [&](Forward::Seen seen, FrameId frame) {
        if (!is_it(best_first_->forward(), seen, frame)) {
            some_refused = true;
            return false;
        }
        if (seen >= few) found_.push_back(best_first_->forward().moves_to(seen));
        return true;
    };
    const Share share = share_of(effort);
    const bool found = best_first_->find(ends, is, share.near * work, roots_near(ends)) ||
                       best_first_->find(ends, is, share.start * work);
    if (!found && !some_refused) in_vain_[std::move(key)] = effort;
    return found;
}

} // namespace rondix
