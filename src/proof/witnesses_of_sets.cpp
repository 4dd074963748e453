// Moves to what is known as a set of values (symbolic_reach.hpp), for Witnesses: along the way by
// which it was found, or from what going forward has come by.
#include "proof/arranging.hpp"
#include "proof/witnesses.hpp"

#include <algorithm>

namespace rondix {

std::optional<Witness> Witnesses::along(SymbolicReach& reach, FrameId frame, Values values) {
    const Heads& heads = reach.rules().heads;
    Witness witness{{}, MenuState(flow_), false};
    start_flow(flow_, witness.there);
    const auto way = reach.way_to(frame, values);
    if (!way) return std::nullopt;
    for (const SymbolicReach::Step& step : *way)
        if (!make(step, heads, witness)) return std::nullopt;
    if (!stands(heads, witness.there, frame, values) || !runner_takes(witness.moves))
        return std::nullopt;
    return witness;
}

std::optional<Witness> Witnesses::come_by(SymbolicReach& reach, FrameId frame, Diagrams::Id set) {
    RuleSets& rules = reach.rules();
    const Heads& heads = rules.heads;
    const Scout& scout = scouting_.by(Scout::Novelty::pairs);
    for (const Scout::Seen seen : scout.seen(frame)) {
        const Values own = heads.variables().values_of(
            [&](FlagId flag) { return scout.forward().raised(seen, flag); });
        const Values fixed = heads.all() & ~heads.free();
        const Diagrams::Id fits = rules.diagrams.both(set, rules.cube(fixed, own & fixed));
        if (fits == Diagrams::never) continue;
        const Values values = rules.diagrams.one_of(fits, own);
        Witness witness{scout.forward().moves_to(seen), scout.forward().state(seen), false};
        std::vector<Literal> wanted;
        for (const FlagId flag : heads.tracked())
            if ((heads.variables().bit_of(flag) & heads.free()) != 0)
                wanted.push_back({flag, *heads.variables().raised(flag, values)});
        if (arrange(flow_, wanted, witness.there, witness.moves) &&
            stands(heads, witness.there, frame, values) && runner_takes(witness.moves))
            return witness;
    }
    return std::nullopt;
}

bool Witnesses::stands(const Heads& heads, const MenuState& there, FrameId frame, Values values) {
    return frames_.frame_of(there) == frame && heads.values_in(there) == values;
}

bool Witnesses::make(const SymbolicReach::Step& step, const Heads& heads, Witness& witness) {
    using Kind = SymbolicReach::Step::Kind;
    const auto apply_it = [&](Move move) {
        witness.moves.push_back(move);
        return apply(flow_, witness.there, move).answered;
    };
    if (step.kind == Kind::begins) {
        const std::vector<Move>& before = heads.starts()[step.which].before;
        return std::all_of(before.begin(), before.end(), apply_it);
    }
    if (step.kind == Kind::turns) {
        const std::vector<FlagId>& flags = heads.tracked();
        const auto flag = std::find_if(flags.begin(), flags.end(), [&](FlagId one) {
            return heads.variables().bit_of(one) == Values{1} << step.which;
        });
        return apply_it(witness.there.flag(*flag) ? Move::lower(*flag) : Move::raise(*flag));
    }
    const Rule& rule = heads.may(step.from)[step.which];
    const Branch branch = frames_.branches(step.from)[rule.branch];
    if (branch.at_once) return true; // it has closed by itself
    if (frames_.frame_of(witness.there) != step.from) return false;
    return turn_flags(step.from, branch, witness) && apply_it(branch.move) &&
           (!branch.delayed || apply_it(Move::due(branch.move.as_event())));
}

} // namespace rondix
