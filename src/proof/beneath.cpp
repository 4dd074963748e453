// Which screens lie beneath a frame always, and which never, whatever led to it.
//
// Of a loose circle a frame does not know the screens beneath it; but where the title stands at the
// bottom of every stack, `open title` closes down to it, and there is no doubt. What lies beneath a
// screen is what lay beneath the one that opened it, and that one: a dataflow analysis, forward
// along what opens and what takes its place, once for "on every way" and once for "on some way"
// (G. Kildall, "A unified approach to global program optimization", POPL 1973).
#include "proof/frames.hpp"

#include <algorithm>
#include <deque>

namespace rondix {

namespace {

using Screens = std::vector<std::uint64_t>; // a bit for each screen of the flow

bool has(const Screens& screens, ScreenId screen) {
    return screens[index(screen) / 64] >> (index(screen) % 64) & 1;
}

void add(Screens& screens, ScreenId screen) {
    screens[index(screen) / 64] |= std::uint64_t{1} << (index(screen) % 64);
}

struct Beneath {
    bool met = false;
    Screens always, sometimes;
};

/// False: nothing new.
bool take_in(Beneath& to, const Screens& always, const Screens& sometimes) {
    if (!to.met) {
        to = {true, always, sometimes};
        return true;
    }
    std::uint64_t changed = 0;
    for (std::size_t i = 0; i < always.size(); ++i) {
        changed |= (to.always[i] & ~always[i]) | (sometimes[i] & ~to.sometimes[i]);
        to.always[i] &= always[i];
        to.sometimes[i] |= sometimes[i];
    }
    return changed != 0;
}

} // namespace

/// What turns out not to be leads nowhere any longer, so that it is asked again.
void Frames::settle_doubts() {
    if (doubts_are_settled_) return;
    doubts_are_settled_ = true;
    for (FrameId id = 0; id < frames_.size(); ++id) branches(id);
    while (settle_some_doubts()) {
    }
}

bool Frames::settle_some_doubts() {
    bool changed = false;
    some_doubts_ = false;
    std::vector<Beneath> beneath(frames_.size());
    std::deque<FrameId> open;
    std::vector<bool> waits(frames_.size());
    const auto reach = [&](FrameId id, const Screens& always, const Screens& sometimes) {
        if (!take_in(beneath[id], always, sometimes) || waits[id]) return;
        waits[id] = true;
        open.push_back(id);
    };
    const Screens none(flow_.screens.size() / 64 + 1);
    for (FrameId id = 0; id < frames_.size(); ++id)
        if (frames_[id].bottom) reach(id, none, none);
    for (std::size_t done = 0; !open.empty(); ++done) {
        budget_.step("screens beneath", done, done + open.size());
        const FrameId id = open.front();
        open.pop_front();
        waits[id] = false;
        const Beneath here = beneath[id];
        Screens always = here.always, sometimes = here.sometimes;
        add(always, frames_[id].screen);
        add(sometimes, frames_[id].screen);
        for (const Branch& branch : branches(id)) {
            if (branch.kind == Branch::Kind::stays)
                reach(branch.frame, here.always, here.sometimes);
            if (branch.kind != Branch::Kind::pushes) continue;
            reach(branch.frame, always, sometimes);
            reach(branch.under, here.always, here.sometimes);
        }
    }
    for (FrameId id = 0; id < frames_.size(); ++id) {
        if (!beneath[id].met) continue;
        const auto always = [&](const Branch& branch) {
            return has(beneath[id].always, branch.doubted);
        };
        const auto never = [&](const Branch& branch) {
            return !has(beneath[id].sometimes, branch.doubted);
        };
        const auto begin = branches_.begin() + explored_[id].begin;
        const auto end =
            std::remove_if(begin, begin + explored_[id].count, [&](const Branch& branch) {
                return branch.doubtful() && (branch.found_open ? never(branch) : always(branch));
            });
        const auto left = static_cast<std::uint32_t>(end - begin);
        changed = changed || left != explored_[id].count;
        explored_[id].count = left;
        for (auto branch = begin; branch != end; ++branch) {
            if (!branch->doubtful()) continue;
            if (always(*branch) || never(*branch))
                branch->doubted = no_screen;
            else
                some_doubts_ = true;
        }
    }
    return changed && some_doubts_;
}

} // namespace rondix
