#include "proof/envelope.hpp"

#include "proof/arranging.hpp"
#include "proof/starts.hpp"

#include <algorithm>

namespace rondix {

Envelope::Envelope(const CompiledFlow& flow, Frames& frames, DeviceSet devices, Budget& budget)
    : flow_(flow)
    , frames_(frames)
    , devices_(devices) {
    find_kept();
    spread(budget);
}

/// The flags that somebody asks for, but those that need not be kept apart.
void Envelope::find_kept() {
    std::vector<std::size_t> asked(flow_.flags.size());
    for (FrameId frame = 0; frame < frames_.size(); ++frame)
        for (const Branch& branch : frames_.branches(frame))
            for (const Literal& one : frames_.literals(branch.asks)) ++asked[index(one.flag)];
    for (std::size_t i = 0; i < asked.size(); ++i)
        if (asked[i] > 0 && !can_be_left_out(flow_, FlagId(i))) kept_.push_back(FlagId(i));
    std::stable_sort(kept_.begin(), kept_.end(),
                     [&](FlagId a, FlagId b) { return asked[index(a)] > asked[index(b)]; });
    if (kept_.size() > max_kept) kept_.resize(max_kept);
    places_.resize(flow_.flags.size(), not_kept);
    for (std::uint32_t i = 0; i < kept_.size(); ++i) places_[index(kept_[i])] = i;
}

void Envelope::spread(Budget& budget) {
    for (const Start& start : starts_of(flow_)) {
        std::vector<bool> raised;
        for (const FlagId flag : kept_) raised.push_back(start.there.flag(flag));
        add(frames_.frame_of(start.there), FlagPairs(raised));
    }
    for (std::size_t done = 0; !open_.empty(); ++done) {
        budget.step("impossible states", done, done + open_.size());
        budget.expect_memory(3 * frames_.size() * kept_.size() * kept_.size() / 2);
        const FrameId frame = open_.front();
        open_.pop_front();
        AtFrame& here = at_frame(frame);
        here.waits = false;
        follow(frame, std::exchange(here.fresh, {}));
        while (!leaving_.empty()) {
            const auto [from, exit] = std::move(leaving_.back());
            leaving_.pop_back();
            add_exit(from, exit.landing, exit.values);
        }
    }
}

FlagPairs Envelope::at(FrameId frame) const {
    return frame < at_.size() ? at_[frame].at : FlagPairs();
}

void Envelope::ask(FlagPairs& values, FlagId flag, bool raised) const {
    if (places_[index(flag)] != not_kept) values.ask(places_[index(flag)], raised);
}

void Envelope::ask(FlagPairs& values, std::span<const Literal> literals) const {
    for (const Literal& one : literals) ask(values, one.flag, one.raised);
}

void Envelope::ask(FlagPairs& values, const Heads& heads, Values tracked) const {
    for (const FlagId flag : kept_)
        if (const auto raised = heads.variables().raised(flag, tracked)) ask(values, flag, *raised);
}

Envelope::AtFrame& Envelope::at_frame(FrameId frame) {
    while (frame >= at_.size()) at_.emplace_back();
    return at_[frame];
}

void Envelope::add(FrameId frame, const FlagPairs& values) {
    AtFrame& here = at_frame(frame);
    if (!here.at.join(values)) return;
    here.fresh.join(values);
    if (here.waits) return;
    here.waits = true;
    open_.push_back(frame);
}

void Envelope::follow(FrameId frame, const FlagPairs& values) {
    const std::size_t count = frames_.branches(frame).size();
    for (std::size_t i = 0; i < count; ++i) {
        const Branch branch = frames_.branches(frame)[i]; // others may be explored meanwhile
        if (branch.kind == Branch::Kind::refused) continue;
        if (is_players(branch.move.kind) && (branch.devices & devices_) == 0) continue;
        const FlagPairs next = after(values, branch);
        if (next.empty()) continue;
        switch (branch.kind) {
        case Branch::Kind::refused: break;
        case Branch::Kind::resets: add(branch.frame, next); break;
        case Branch::Kind::leaves: add_exit(frame, branch.landing, next); break;
        case Branch::Kind::stays:
            add_follower(frame, branch.frame);
            add(branch.frame, next);
            break;
        case Branch::Kind::pushes:
            add_caller(branch.frame, {frame, branch.under});
            add(branch.frame, next);
            break;
        }
    }
}

/// The values after a move, of those before in which it is in this case.
FlagPairs Envelope::after(FlagPairs values, const Branch& branch) const {
    ask(values, frames_.literals(branch.asks));
    for (const Literal& write : frames_.literals(branch.writes))
        if (places_[index(write.flag)] != not_kept)
            values.write(places_[index(write.flag)], write.raised);
    return values;
}

/// Whoever has opened the one has opened the other.
void Envelope::add_follower(FrameId frame, FrameId next) {
    if (frame == next) return;
    AtFrame& here = at_frame(frame);
    if (std::find(here.followed_by.begin(), here.followed_by.end(), next) != here.followed_by.end())
        return;
    here.followed_by.push_back(next);
    const std::vector<Caller> callers = here.callers;
    for (const Caller& caller : callers) add_caller(next, caller);
}

void Envelope::add_caller(FrameId frame, Caller caller) {
    std::vector<FrameId> open{frame};
    while (!open.empty()) {
        const FrameId one = open.back();
        open.pop_back();
        AtFrame& here = at_frame(one);
        if (!here.known_callers.insert(caller).second) continue;
        here.callers.push_back(caller);
        open.insert(open.end(), here.followed_by.begin(), here.followed_by.end());
        const std::vector<Exit> exits = here.exits; // landing may add some
        for (const Exit& exit : exits) land(caller, exit.landing, exit.values);
    }
}

void Envelope::add_exit(FrameId frame, Landing landing, const FlagPairs& values) {
    AtFrame& here = at_frame(frame);
    auto exit = std::find_if(here.exits.begin(), here.exits.end(),
                             [&](const Exit& known) { return known.landing == landing; });
    if (exit == here.exits.end()) exit = here.exits.insert(exit, {landing, {}});
    if (!exit->values.join(values)) return;
    const std::vector<Caller> callers = here.callers;
    for (const Caller& caller : callers) land(caller, landing, values);
}

/// What was opened closes: the frame beneath goes on, or closes as well.
void Envelope::land(const Caller& caller, Landing landing, const FlagPairs& values) {
    if (!frames_.lands_on(caller.frame, landing)) {
        leaving_.push_back({caller.frame, {landing, values}});
        return;
    }
    add_follower(caller.frame, caller.under);
    add(caller.under, values);
}

} // namespace rondix
