#include "proof/symbolic_reach.hpp"

#include <algorithm>
#include <utility>

namespace rondix {

namespace {

constexpr std::size_t max_nodes = 6'000'000;

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
    : rules_(std::move(heads), max_nodes, max_steps, budget)
    , is_exact_(is_exact)
    , budget_(budget)
    , exits_(heads_.frame_count())
    , growth_(heads_.frame_count())
    , looked_at_(heads_.frame_count())
    , reached_(heads_.frame_count(), Diagrams::never)
    , fresh_(heads_.frame_count(), Diagrams::never)
    , arrivals_(heads_.frame_count())
    , growths_(heads_.frame_count())
    , place_(heads_.frame_count()) {
    for (std::uint32_t i = 0; i < heads_.order().size(); ++i) place_[heads_.order()[i]] = i;
}

void SymbolicReach::run() {
    find_ways();
    find_reached();
}

// --- what is asked

SymbolicReach::Id SymbolicReach::resting(FrameId frame, Values values, unsigned bits) {
    const Id there = diagrams_.both(reached_[frame], rules_.at_rest(frame));
    return diagrams_.both(there, rules_.first_bits(bits, values));
}

bool SymbolicReach::reaches(FrameId frame, Values values, unsigned bits) {
    return resting(frame, values, bits) != Diagrams::never;
}

bool SymbolicReach::reaches(FrameId frame, Values values, unsigned bits, const Branch& branch) {
    const Id there = resting(frame, values, bits);
    return diagrams_.both(there, rules_.asked_by(heads_.rule_of(branch))) != Diagrams::never;
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
    const Id rest = rules_.at_rest(frame);
    for (std::size_t i = 0; i < exits_[frame].size(); ++i)
        RuleSets::each_bit(heads_.free(), [&](unsigned bit) {
            const Exit exit = exits_[frame][i];
            changed |=
                add(frame, exit.landing, diagrams_.both(rest, diagrams_.turned(exit.ways, bit)),
                    {{Step::Kind::turns, frame, bit}, exit});
        });
    return changed;
}

bool SymbolicReach::grow(FrameId frame, const Rule& rule) {
    if (rule.kind == Branch::Kind::refused || rule.kind == Branch::Kind::resets) return false;
    const Step step{Step::Kind::moves, frame,
                    static_cast<std::uint32_t>(&rule - heads_.may(frame).data())};
    if (rule.kind == Branch::Kind::leaves)
        return add(frame, rule.landing, rules_.after_move(rule), {step});
    bool changed = false;
    for (std::size_t i = 0; i < exits_[rule.frame].size(); ++i) {
        const Exit exit = exits_[rule.frame][i];
        const Id ways = rules_.before(exit.ways, rule);
        const bool lands_here =
            rule.kind == Branch::Kind::pushes && heads_.frames().lands_on(frame, exit.landing);
        if (!lands_here) {
            changed |= add(frame, exit.landing, ways, {step, exit});
            continue;
        }
        const Id down = diagrams_.moved(ways, Diagrams::after, Diagrams::between);
        const std::size_t count = exits_[rule.under].size(); // which may be this frame's, and grow
        for (std::size_t j = 0; j < count; ++j) {
            const Exit further = exits_[rule.under][j];
            const Id on = diagrams_.moved(further.ways, Diagrams::now, Diagrams::between);
            changed |= add(frame, further.landing, diagrams_.some_both(down, on, Diagrams::between),
                           {step, exit, true, further});
        }
    }
    return changed;
}

bool SymbolicReach::add(FrameId frame, Landing landing, Id ways, Growth growth) {
    std::vector<Exit>& exits = exits_[frame];
    auto found = std::find_if(exits.begin(), exits.end(),
                              [&](const Exit& exit) { return exit.landing == landing; });
    const Id known = found == exits.end() ? Id{Diagrams::never} : found->ways;
    growth.ways = {landing, diagrams_.but_not(ways, known)};
    if (growth.ways.ways == Diagrams::never) return false;
    if (found == exits.end()) found = exits.insert(exits.end(), Exit{landing});
    found->ways = diagrams_.either(known, ways);
    growths_[frame].push_back(growth);
    ++growth_[frame];
    return true;
}

// --- what is reached

void SymbolicReach::find_reached() {
    const std::vector<Heads::Start>& starts = heads_.starts();
    for (std::uint32_t i = 0; i < starts.size(); ++i)
        add_reached(rules_.first_bits(heads_.variables().bits(), starts[i].values),
                    {{Step::Kind::begins, starts[i].frame, i}, starts[i].frame});
    while (!open_.empty()) {
        const FrameId frame = heads_.order()[open_.top()];
        budget_.look("reachable screens", frame, heads_.frame_count());
        open_.pop();
        follow(frame, std::exchange(fresh_[frame], Diagrams::never));
    }
}

void SymbolicReach::add_reached(Id values, Arrival arrival) {
    const FrameId frame = arrival.to;
    const Id more = diagrams_.but_not(values, reached_[frame]);
    if (more == Diagrams::never) return;
    reached_[frame] = diagrams_.either(reached_[frame], more);
    if (fresh_[frame] == Diagrams::never) open_.push(place_[frame]);
    fresh_[frame] = diagrams_.either(fresh_[frame], more);
    arrival.values = more;
    arrivals_[frame].push_back(arrival);
}

void SymbolicReach::follow(FrameId frame, Id here) {
    const std::span<const Rule> rules = heads_.may(frame);
    for (std::uint32_t i = 0; i < rules.size(); ++i) {
        const Rule& rule = rules[i];
        if (rule.kind == Branch::Kind::leaves) continue;
        const Id there = rules_.image(here, rule);
        if (there == Diagrams::never) continue;
        const Step step{Step::Kind::moves, frame, i};
        add_reached(there, {step, rule.frame, here});
        if (rule.kind != Branch::Kind::pushes) continue;
        for (const Exit& exit : exits_[rule.frame])
            if (heads_.frames().lands_on(frame, exit.landing)) {
                const Id back = diagrams_.some_both(there, exit.ways, Diagrams::now);
                add_reached(diagrams_.moved(back, Diagrams::after, Diagrams::now),
                            {step, rule.under, here, true, exit});
            }
    }
    if (heads_.free() == 0) return;
    const Id resting = diagrams_.both(here, rules_.at_rest(frame));
    RuleSets::each_bit(heads_.free(), [&](unsigned bit) {
        add_reached(diagrams_.turned(resting, bit),
                    {{Step::Kind::turns, frame, bit}, frame, resting});
    });
}

} // namespace rondix
