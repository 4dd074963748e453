#include "proof/symbolic_reach.hpp"

#include <algorithm>
#include <utility>

namespace rondix {

namespace {

constexpr std::size_t max_nodes = 6'000'000;

constexpr Values first_bits(unsigned count) {
    return count == 0 ? 0 : ~Values{0} >> (32 - count);
}

} // namespace

std::unique_ptr<SymbolicReach> SymbolicReach::of(const CompiledFlow& flow, Frames& frames,
                                                 DeviceSet devices, const AllAsked& asked,
                                                 std::size_t max_steps, std::size_t& steps,
                                                 Budget& budget) {
    if (Variables::bits_for(flow, asked.flags) > Heads::max_bits_of_sets) return nullptr;
    Heads heads(frames, flow, devices, asked.flags, budget, nullptr, Heads::As::sets);
    std::unique_ptr<SymbolicReach> reach(
        new SymbolicReach(std::move(heads), asked.is_exact, max_steps, budget));
    try {
        reach->run();
    } catch (const Diagrams::TooLarge&) {
        steps += max_steps;
        return nullptr;
    }
    steps += reach->diagrams_.steps();
    reach->diagrams_.lift_limits();
    return reach;
}

SymbolicReach::SymbolicReach(Heads heads, bool is_exact, std::size_t max_steps, Budget& budget)
    : heads_(std::move(heads))
    , is_exact_(is_exact)
    , budget_(budget)
    , diagrams_(max_nodes, max_steps, budget)
    , exits_(heads_.frame_count())
    , growth_(heads_.frame_count())
    , looked_at_(heads_.frame_count())
    , reached_(heads_.frame_count(), Diagrams::never)
    , fresh_(heads_.frame_count(), Diagrams::never)
    , place_(heads_.frame_count()) {
    for (std::uint32_t i = 0; i < heads_.order().size(); ++i) place_[heads_.order()[i]] = i;
}

void SymbolicReach::run() {
    find_ways();
    find_reached();
}

// --- what is asked

SymbolicReach::Id SymbolicReach::resting(FrameId frame, Values values, unsigned bits) {
    const Id there = diagrams_.both(reached_[frame], at_rest(frame));
    return diagrams_.both(there, cube(first_bits(bits), values));
}

bool SymbolicReach::reaches(FrameId frame, Values values, unsigned bits) {
    return resting(frame, values, bits) != Diagrams::never;
}

bool SymbolicReach::reaches(FrameId frame, Values values, unsigned bits, const Branch& branch) {
    const Id there = resting(frame, values, bits);
    return diagrams_.both(there, asked_by(heads_.rule_of(branch))) != Diagrams::never;
}

// --- rules as relations

/// That the variables of the mask have these values now. Built from the last on, so that what is
/// put on top stays as it is.
SymbolicReach::Id SymbolicReach::cube(Values mask, Values values) {
    Id all = Diagrams::always;
    while (mask != 0) {
        const auto bit = static_cast<unsigned>(std::bit_width(mask)) - 1;
        all = diagrams_.both(diagrams_.is(bit, Diagrams::now, values >> bit & 1), all);
        mask &= ~(Values{1} << bit);
    }
    return all;
}

SymbolicReach::Id SymbolicReach::asked_by(const Rule& rule) {
    Id all = cube(rule.care, rule.asks);
    for (const Pick& pick : rule.picks) {
        Id some = Diagrams::never;
        for (std::size_t number = 0; number < pick.allowed.size(); ++number)
            if (pick.allowed[number])
                some = diagrams_.either(some,
                                        cube(pick.mask, static_cast<Values>(number) << pick.shift));
        all = diagrams_.both(all, some);
    }
    return all;
}

/// What is so before the move, of a relation that is so after it.
SymbolicReach::Id SymbolicReach::before(Id relation, const Rule& rule) {
    each_bit(rule.clears | rule.sets, [&](unsigned bit) {
        relation = diagrams_.assume(relation, bit, rule.sets >> bit & 1);
    });
    return diagrams_.both(asked_by(rule), relation);
}

/// From the values before the move to those after it.
SymbolicReach::Id SymbolicReach::after_move(const Rule& rule) {
    Id all = Diagrams::always;
    const Values written = rule.clears | rule.sets;
    for (unsigned bit = heads_.variables().bits(); bit-- > 0;) {
        const bool is_written = written >> bit & 1;
        const Id one = is_written ? diagrams_.is(bit, Diagrams::after, rule.sets >> bit & 1)
                                  : diagrams_.is_same(bit);
        all = diagrams_.both(one, all);
    }
    return diagrams_.both(asked_by(rule), all);
}

/// Nothing closes there at once.
SymbolicReach::Id SymbolicReach::at_rest(FrameId frame) {
    Id all = Diagrams::always;
    for (const Rule& rule : heads_.closing(frame))
        if (rule.exact) all = diagrams_.but_not(all, asked_by(rule));
    return all;
}

// --- ways to leave

void SymbolicReach::find_ways() {
    std::size_t first = 0;
    for (const std::uint32_t end : heads_.group_ends()) {
        settle({heads_.order().data() + first, end - first});
        first = end;
    }
}

void SymbolicReach::settle(std::span<const FrameId> group) {
    bool changed = true;
    for (bool forward = true; changed; forward = !forward) {
        changed = false;
        for (std::size_t i = 0; i < group.size(); ++i)
            if (grow(group[forward ? i : group.size() - 1 - i])) changed = true;
    }
}

bool SymbolicReach::grow(FrameId frame) {
    bool changed = false;
    const std::span<const Rule> rules = heads_.may(frame);
    looked_at_[frame].resize(rules.size());
    for (std::size_t i = 0; i < rules.size(); ++i) {
        budget_.look("ways to leave", frame, heads_.frame_count());
        // What it is made of only ever grows: the same count is the same.
        const std::size_t now = 1 + growth_[rules[i].frame] + growth_[rules[i].under];
        if (looked_at_[frame][i] == now) continue;
        looked_at_[frame][i] = now;
        changed |= grow(frame, rules[i]);
    }
    if (heads_.free() == 0) return changed;
    const Id rest = at_rest(frame);
    for (std::size_t i = 0; i < exits_[frame].size(); ++i)
        each_bit(heads_.free(), [&](unsigned bit) {
            const Exit exit = exits_[frame][i];
            changed |=
                add(frame, exit.landing, diagrams_.both(rest, diagrams_.turned(exit.ways, bit)));
        });
    return changed;
}

bool SymbolicReach::grow(FrameId frame, const Rule& rule) {
    if (rule.kind == Branch::Kind::refused || rule.kind == Branch::Kind::resets) return false;
    if (rule.kind == Branch::Kind::leaves) return add(frame, rule.landing, after_move(rule));
    bool changed = false;
    for (std::size_t i = 0; i < exits_[rule.frame].size(); ++i) {
        const Exit exit = exits_[rule.frame][i];
        const Id ways = before(exit.ways, rule);
        const bool lands_here =
            rule.kind == Branch::Kind::pushes && heads_.frames().lands_on(frame, exit.landing);
        if (!lands_here) {
            changed |= add(frame, exit.landing, ways);
            continue;
        }
        const Id down = diagrams_.moved(ways, Diagrams::after, Diagrams::between);
        const std::size_t count = exits_[rule.under].size(); // which may be this frame's, and grow
        for (std::size_t j = 0; j < count; ++j) {
            const Exit further = exits_[rule.under][j];
            const Id on = diagrams_.moved(further.ways, Diagrams::now, Diagrams::between);
            changed |=
                add(frame, further.landing, diagrams_.some_both(down, on, Diagrams::between));
        }
    }
    return changed;
}

bool SymbolicReach::add(FrameId frame, Landing landing, Id ways) {
    if (ways == Diagrams::never) return false;
    std::vector<Exit>& exits = exits_[frame];
    auto found = std::find_if(exits.begin(), exits.end(),
                              [&](const Exit& exit) { return exit.landing == landing; });
    if (found == exits.end()) found = exits.insert(exits.end(), Exit{landing});
    const Id all = diagrams_.either(found->ways, ways);
    if (all == found->ways) return false;
    found->ways = all;
    ++growth_[frame];
    return true;
}

// --- what is reached

void SymbolicReach::find_reached() {
    for (const Heads::Start& start : heads_.starts())
        add_reached(start.frame, cube(first_bits(heads_.variables().bits()), start.values));
    while (!open_.empty()) {
        const FrameId frame = heads_.order()[open_.top()];
        budget_.look("reachable screens", frame, heads_.frame_count());
        open_.pop();
        follow(frame, std::exchange(fresh_[frame], Diagrams::never));
    }
}

void SymbolicReach::add_reached(FrameId frame, Id values) {
    const Id more = diagrams_.but_not(values, reached_[frame]);
    if (more == Diagrams::never) return;
    reached_[frame] = diagrams_.either(reached_[frame], more);
    if (fresh_[frame] == Diagrams::never) open_.push(place_[frame]);
    fresh_[frame] = diagrams_.either(fresh_[frame], more);
}

void SymbolicReach::follow(FrameId frame, Id here) {
    for (const Rule& rule : heads_.may(frame)) {
        if (rule.kind == Branch::Kind::leaves) continue;
        const Id there = image(here, rule);
        if (there == Diagrams::never) continue;
        add_reached(rule.frame, there);
        if (rule.kind != Branch::Kind::pushes) continue;
        for (const Exit& exit : exits_[rule.frame])
            if (heads_.frames().lands_on(frame, exit.landing)) {
                const Id back = diagrams_.some_both(there, exit.ways, Diagrams::now);
                add_reached(rule.under, diagrams_.moved(back, Diagrams::after, Diagrams::now));
            }
    }
    if (heads_.free() == 0) return;
    const Id resting = diagrams_.both(here, at_rest(frame));
    each_bit(heads_.free(),
             [&](unsigned bit) { add_reached(frame, diagrams_.turned(resting, bit)); });
}

SymbolicReach::Id SymbolicReach::image(Id values, const Rule& rule) {
    Id there = diagrams_.both(values, asked_by(rule));
    const Values written = rule.clears | rule.sets;
    each_bit(written, [&](unsigned bit) { there = diagrams_.forget(there, bit); });
    return diagrams_.both(there, cube(written, rule.sets));
}

} // namespace rondix
