#include "proof/symbolic_forcing.hpp"

#include <algorithm>

namespace rondix {

SymbolicForcing::SymbolicForcing(SymbolicReach& reach, std::vector<Id> goals, Silence mode,
                                 Budget& budget)
    : reach_(reach)
    , rules_(reach.rules())
    , diagrams_(rules_.diagrams)
    , silence_(mode)
    , budget_(budget)
    , won_(std::move(goals))
    , growth_(won_.size())
    , looked_at_(won_.size()) {
    settle();
}

bool SymbolicForcing::wins(ScreenId screen) {
    return std::ranges::all_of(rules_.heads.frames_of(screen), [&](FrameId frame) {
        return diagrams_.but_not(reach_.reached(frame), won_[frame]) == Diagrams::never;
    });
}

void SymbolicForcing::settle() {
    for (bool changed = true; changed;) {
        changed = false;
        for (const FrameId frame : rules_.heads.order()) changed |= grow(frame);
    }
}

bool SymbolicForcing::grow(FrameId frame) {
    budget_.look("ways out", frame, rules_.heads.frame_count());
    if (reach_.reached(frame) == Diagrams::never) return false;
    std::size_t now = 1;
    for (const Rule& rule : rules_.heads.sure(frame))
        now += growth_[rule.frame] + growth_[rule.under];
    if (looked_at_[frame] == now) return false; // what it is made of is as it was
    looked_at_[frame] = now;
    const Id all = diagrams_.either(won_[frame], winning(frame));
    if (all == won_[frame]) return false;
    won_[frame] = all;
    ++growth_[frame];
    return true;
}

/// Forcing::is_won() for all values at once.
SymbolicForcing::Id SymbolicForcing::winning(FrameId frame) {
    const Heads& heads = rules_.heads;
    const std::span<const Rule> rules = heads.sure(frame);
    Id closes = Diagrams::never, closes_well = Diagrams::never; // it is not at rest
    Id chosen = Diagrams::never;                                // a move of the player's own does
    Id bad = Diagrams::never, answered = Diagrams::never;
    Id ends = Diagrams::never, vain = Diagrams::never;
    const auto add = [&](Id& to, Id more) { to = diagrams_.either(to, more); };
    const bool awaits = heads.awaits_answer(frame);
    if (awaits)
        for (const Rule& rule : heads.moving_nowhere(frame)) add(vain, rules_.asked_by(rule));
    for (std::size_t i = 0; i < rules.size(); i += rules[i].or_next ? 2 : 1) {
        const Rule& rule = rules[i];
        Id taken = rules_.asked_by(rule);
        if (rule.at_once && rule.exact) {
            add(closes, taken);
            add(closes_well, diagrams_.both(taken, leads(frame, rule)));
            continue;
        }
        if (!rule.forced) {
            add(chosen, diagrams_.both(taken, counts(frame, rules, i)));
            continue;
        }
        if (rule.move == MoveKind::moves_on && !rule.at_once) {
            const Id nothing = diagrams_.both(taken, in_vain(frame, rule));
            add(vain, nothing);
            taken = diagrams_.but_not(taken, nothing);
            add(ends, taken);
        }
        add(bad, diagrams_.but_not(taken, leads(frame, rule)));
        if (is_answer(rule.move)) add(answered, taken);
    }
    if (!awaits) return diagrams_.either(closes_well, diagrams_.but_not(chosen, closes));
    Id won = answered;
    if (heads.may_be_silent(frame, silence_))
        won = diagrams_.both(won, diagrams_.either(chosen, diagrams_.but_not(ends, vain)));
    won = diagrams_.either(closes_well, diagrams_.but_not(won, closes));
    return diagrams_.but_not(won, bad);
}

/// Where it hangs on what lies beneath which of two rules it is, both have to do.
SymbolicForcing::Id SymbolicForcing::counts(FrameId frame, std::span<const Rule> rules,
                                            std::size_t at) {
    const Id one = leads(frame, rules[at]);
    return rules[at].or_next ? diagrams_.both(one, leads(frame, rules[at + 1])) : one;
}

/// From which values this rule, where it holds, leads to what is won, or lower.
SymbolicForcing::Id SymbolicForcing::leads(FrameId frame, const Rule& rule) {
    if (rule.quits || rule.kind == Branch::Kind::leaves) return Diagrams::always;
    Id there = won_[rule.frame];
    if (rule.kind == Branch::Kind::pushes)
        for (const SymbolicReach::Exit& exit : reach_.exits(rule.frame)) {
            if (!rules_.heads.frames().lands_on(frame, exit.landing)) continue;
            const Id not_won = diagrams_.but_not(Diagrams::always, won_[rule.under]);
            const Id back = diagrams_.moved(not_won, Diagrams::now, Diagrams::after);
            const Id bad = diagrams_.some_both(exit.ways, back, Diagrams::after);
            there = diagrams_.but_not(there, bad);
        }
    return rules_.assumed(there, rule);
}

/// Heads::moves_on_in_vain() for all values at once.
SymbolicForcing::Id SymbolicForcing::in_vain(FrameId frame, const Rule& rule) {
    if (rule.quits || rule.loads) return Diagrams::never;
    const Id as_it_was = rules_.cube(rule.clears | rule.sets, rule.sets);
    if (rule.kind == Branch::Kind::stays)
        return rule.frame == frame ? as_it_was : Id{Diagrams::never};
    if (rule.kind != Branch::Kind::pushes || rule.under != frame) return Diagrams::never;
    return diagrams_.but_not(as_it_was, rules_.at_rest(rule.frame));
}

} // namespace rondix
