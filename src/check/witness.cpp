#include "check/witness.hpp"

#include "proof/starts.hpp"

#include <algorithm>

namespace rondix {

Witness::Witness(const CompiledFlow& flow, Frames& frames, DeviceSet devices, Watch& watch)
    : flow_(flow)
    , frames_(frames)
    , devices_(devices)
    , asked_(frames.size())
    , met_(frames.size())
    , shown_(flow.screens.size())
    , usable_(flow.controls.size())
    , answered_(flow.controls.size())
    , here_(flow)
    , next_(flow) {
    for (FrameId frame = 0; frame < frames.size(); ++frame) find_asked(frame);
    for (const Start& start : starts_of(flow_)) {
        next_.assign(start.there);
        meet_next();
    }
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
        if (!can_make(branch) || !can_arrange(branch)) continue;
        const bool uses =
            branch.move.kind == MoveKind::press || branch.move.kind == MoveKind::change;
        const bool tells =
            uses && ((branch.usable && !usable_[branch.move.subject]) ||
                     (branch.kind != Branch::Kind::refused && !answered_[branch.move.subject]));
        if (!tells && !leads_on(frame, branch)) continue;
        if (!arrange(frame, branch, packed)) continue;
        if (uses) {
            if (branch.usable) usable_[branch.move.subject] = true;
            if (branch.kind != Branch::Kind::refused) answered_[branch.move.subject] = true;
        }
        if (!branch.at_once && leads_on(frame, branch)) take(branch);
    }
}

bool Witness::can_make(const Branch& branch) const {
    return !is_players(branch.move.kind) || (branch.devices & devices_) != 0;
}

/// Whether the branch could lead to something that was not met yet.
bool Witness::leads_on(FrameId frame, const Branch& branch) const {
    if (branch.kind == Branch::Kind::refused) return false;
    if (branch.kind == Branch::Kind::leaves) return true;
    if (frames_.closes_when(branch.frame) != fails) return true;
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

/// The game changes its flags so that the case holds. False: by that something has closed, which is
/// met as well, and the move is not to be made there.
bool Witness::arrange(FrameId frame, const Branch& branch,
                      std::span<const Situation::Word> packed) {
    next_.unpack(packed);
    bool changed = false;
    for (const Literal& asked : frames_.literals(branch.asks)) {
        if (next_.flag(asked.flag) == asked.raised) continue;
        apply(flow_, next_, asked.raised ? Move::raise(asked.flag) : Move::lower(asked.flag));
        changed = true;
    }
    if (!changed || frames_.closes_when(frame) == fails) return true;
    if (frames_.frame_of(next_) == frame) return true;
    meet_next();
    return false;
}

void Witness::take(const Branch& branch) {
    if (!apply(flow_, next_, branch.move).answered) return;
    if (branch.delayed) apply(flow_, next_, Move::due(branch.move.as_event()));
    meet_next();
}

void Witness::meet_next() {
    meet(frames_.frame_of(next_), next_);
}

} // namespace rondix
