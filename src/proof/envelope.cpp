#include "proof/envelope.hpp"

#include "proof/arranging.hpp"
#include "proof/starts.hpp"

#include <algorithm>

namespace rondix {

Envelope::Envelope(const CompiledFlow& flow, Frames& frames, DeviceSet devices, Budget& budget,
                   const std::vector<FlagId>& entered, std::size_t max_work)
    : flow_(flow)
    , frames_(frames)
    , devices_(devices) {
    find_kept(entered);
    spread(budget, max_work);
}

/// The flags that somebody asks for, but those that need not be kept apart.
void Envelope::find_kept(const std::vector<FlagId>& entered) {
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
    for (const FlagId flag : entered)
        if (places_[index(flag)] != not_kept) entered_.push_back(flag);
}

void Envelope::spread(Budget& budget, std::size_t max_work) {
    for (const Start& start : starts_of(flow_)) {
        std::vector<bool> raised;
        for (const FlagId flag : kept_) raised.push_back(start.there.flag(flag));
        add(place(frames_.frame_of(start.there), 0), FlagPairs(raised)); // nothing has opened it
    }
    constexpr std::size_t between_looks = 1'000'000; // a millisecond, about
    std::size_t looked = 0;
    for (std::size_t done = 0; !open_.empty() && work_ < max_work; ++done) {
        if (work_ - looked > between_looks) {
            budget.look("impossible states", done, done + open_.size());
            looked = work_;
        }
        budget.expect_memory(3 * at_.size() * kept_.size() * kept_.size() / 2);
        const Place place = open_.front();
        open_.pop_front();
        AtPlace& here = at_place(place);
        here.waits = false;
        follow(place, std::exchange(here.fresh, {}));
        while (!leaving_.empty()) {
            const auto [from, exit] = std::move(leaving_.back());
            leaving_.pop_back();
            add_exit(from, exit.landing, exit.values);
        }
    }
}

FlagPairs Envelope::at(FrameId frame, std::size_t entry) const {
    return place(frame, entry) < at_.size() ? at_[place(frame, entry)].at : FlagPairs();
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

Envelope::AtPlace& Envelope::at_place(Place place) {
    while (place >= at_.size()) at_.emplace_back();
    return at_[place];
}

void Envelope::add(Place place, const FlagPairs& values) {
    work_ += 100 + 2 * values.words();
    AtPlace& here = at_place(place);
    if (!here.at.join(values)) return;
    here.fresh.join(values);
    if (here.waits) return;
    here.waits = true;
    open_.push_back(place);
}

void Envelope::follow(Place from, const FlagPairs& values) {
    const FrameId frame = this->frame(from);
    const std::size_t entry = from % entries();
    const std::size_t count = frames_.branches(frame).size();
    for (std::size_t i = 0; i < count; ++i) {
        const Branch branch = frames_.branches(frame)[i]; // others may be explored meanwhile
        if (branch.kind == Branch::Kind::refused) continue;
        if (is_players(branch.move.kind) && (branch.devices & devices_) == 0) continue;
        const FlagPairs next = after(values, branch);
        if (next.empty()) continue;
        switch (branch.kind) {
        case Branch::Kind::refused: break;
        case Branch::Kind::resets: add(place(branch.frame, 0), next); break;
        case Branch::Kind::leaves: add_exit(from, branch.landing, next); break;
        case Branch::Kind::stays:
            add_follower(from, place(branch.frame, entry));
            add(place(branch.frame, entry), next);
            break;
        case Branch::Kind::pushes: open(from, branch, next); break;
        }
    }
}

void Envelope::open(Place opener, const Branch& branch, const FlagPairs& values) {
    const Place under = place(branch.under, opener % entries());
    for (std::size_t entry = 0; entry < entries(); ++entry) {
        FlagPairs entered = values;
        for (std::size_t i = 0; i < entered_.size(); ++i) ask(entered, entered_[i], entry >> i & 1);
        if (entered.empty()) continue;
        add_caller(place(branch.frame, entry), {opener, under});
        add(place(branch.frame, entry), entered);
    }
}

/// The values after a move, of those before in which it is in this case.
FlagPairs Envelope::after(FlagPairs values, const Branch& branch) {
    work_ += 100 + 2 * values.words() * (1 + branch.asks.count + branch.writes.count);
    ask(values, frames_.literals(branch.asks));
    for (const Literal& write : frames_.literals(branch.writes))
        if (places_[index(write.flag)] != not_kept)
            values.write(places_[index(write.flag)], write.raised);
    return values;
}

/// Whoever has opened the one has opened the other.
void Envelope::add_follower(Place place, Place next) {
    if (place == next) return;
    AtPlace& here = at_place(place);
    if (std::find(here.followed_by.begin(), here.followed_by.end(), next) != here.followed_by.end())
        return;
    here.followed_by.push_back(next);
    const std::vector<Caller> callers = here.callers;
    for (const Caller& caller : callers) add_caller(next, caller);
}

void Envelope::add_caller(Place place, Caller caller) {
    std::vector<Place> open{place};
    while (!open.empty()) {
        const Place one = open.back();
        open.pop_back();
        AtPlace& here = at_place(one);
        if (!here.known_callers.insert(caller).second) continue;
        here.callers.push_back(caller);
        open.insert(open.end(), here.followed_by.begin(), here.followed_by.end());
        const std::vector<Exit> exits = here.exits; // landing may add some
        for (const Exit& exit : exits) {
            work_ += 100 + 2 * exit.values.words();
            land(caller, exit.landing, exit.values);
        }
    }
}

void Envelope::add_exit(Place place, Landing landing, const FlagPairs& values) {
    AtPlace& here = at_place(place);
    auto exit = std::find_if(here.exits.begin(), here.exits.end(),
                             [&](const Exit& known) { return known.landing == landing; });
    if (exit == here.exits.end()) exit = here.exits.insert(exit, {landing, {}});
    if (!exit->values.join(values)) return;
    const std::vector<Caller> callers = here.callers;
    for (const Caller& caller : callers) land(caller, landing, values);
}

/// What was opened closes: the frame beneath goes on, or closes as well.
void Envelope::land(const Caller& caller, Landing landing, const FlagPairs& values) {
    if (!frames_.lands_on(frame(caller.opener), landing)) {
        leaving_.push_back({caller.opener, {landing, values}});
        return;
    }
    add_follower(caller.opener, caller.under);
    add(caller.under, values);
}

} // namespace rondix
