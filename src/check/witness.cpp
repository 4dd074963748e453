#include "check/witness.hpp"

#include <algorithm>

namespace rondix {

Witness::Witness(const CompiledFlow& flow, Frames& frames, Watch& watch)
    : flow_(flow)
    , frames_(frames)
    , asked_(frames.size())
    , met_(frames.size())
    , shown_(flow.screens.size())
    , usable_(flow.controls.size())
    , answered_(flow.controls.size())
    , here_(flow)
    , next_(flow) {
    for (FrameId frame = 0; frame < frames.size(); ++frame) find_asked(frame);
    start(flow_, next_);
    meet(frames_.frame_of(next_), next_);
    for (std::size_t done = 0; done < open_.size(); ++done) { // breadth first
        watch.step("what can be pressed", done, open_.size());
        const auto [frame, packed] = std::move(open_[done]);
        follow(frame, packed);
    }
}

void Witness::find_asked(FrameId frame) {
    std::vector<FlagId>& flags = asked_[frame];
    for (const Branch& branch : frames_.branches(frame))
        for (const Literal& one : frames_.literals(branch.asks))
            if (!flow_[one.flag].set_by_game && flags.size() < 6 &&
                std::find(flags.begin(), flags.end(), one.flag) == flags.end())
                flags.push_back(one.flag);
}

void Witness::meet(FrameId frame, const Situation& situation) {
    std::size_t combination = 0;
    for (const FlagId flag : asked_[frame])
        combination = combination * 2 + (situation.flag(flag) ? 1 : 0);
    if (met_[frame] >> combination & 1) return;
    met_[frame] |= std::uint64_t{1} << combination;
    shown_[index(situation.current())] = true;
    const auto packed = situation.packed();
    open_.emplace_back(frame, std::vector<Situation::Word>(packed.begin(), packed.end()));
}

void Witness::follow(FrameId frame, std::span<const Situation::Word> packed) {
    here_.unpack(packed);
    for (const Branch& branch : frames_.branches(frame)) {
        if (!can_arrange(branch)) continue;
        if (branch.move.kind == MoveKind::press || branch.move.kind == MoveKind::change) {
            if (branch.usable) usable_[branch.move.subject] = true;
            if (branch.kind != Branch::Kind::refused) answered_[branch.move.subject] = true;
        }
        if (leads_on(frame, branch)) take(branch, packed);
    }
}

/// Whether the branch could lead to something that was not met yet.
bool Witness::leads_on(FrameId frame, const Branch& branch) const {
    if (branch.kind == Branch::Kind::refused) return false;
    if (branch.kind == Branch::Kind::leaves) return true;
    if (branch.frame == frame && branch.writes.count == 0) return false;
    return !asked_[branch.frame].empty() || met_[branch.frame] == 0;
}

/// Whether here_ is in the case of the branch, or the game can bring it there.
bool Witness::can_arrange(const Branch& branch) const {
    const auto asked = frames_.literals(branch.asks);
    return std::all_of(asked.begin(), asked.end(), [&](const Literal& one) {
        return here_.flag(one.flag) == one.raised || flow_[one.flag].set_by_game;
    });
}

void Witness::take(const Branch& branch, std::span<const Situation::Word> packed) {
    next_.unpack(packed);
    for (const Literal& asked : frames_.literals(branch.asks))
        if (next_.flag(asked.flag) != asked.raised)
            apply(flow_, next_, asked.raised ? Move::raise(asked.flag) : Move::lower(asked.flag));
    apply(flow_, next_, branch.move);
    if (branch.delayed) apply(flow_, next_, Move::due(branch.move.as_event()));
    meet(branch.kind == Branch::Kind::leaves ? frames_.frame_of(next_) : branch.frame, next_);
}

} // namespace rondix
