#include "proof/rule_sets.hpp"

namespace rondix {

/// Built from the last on, so that what is put on top stays as it is.
RuleSets::Id RuleSets::cube(Values mask, Values values) {
    Id all = Diagrams::always;
    while (mask != 0) {
        const auto bit = static_cast<unsigned>(std::bit_width(mask)) - 1;
        all = diagrams.both(diagrams.is(bit, Diagrams::now, values >> bit & 1), all);
        mask &= ~(Values{1} << bit);
    }
    return all;
}

RuleSets::Id RuleSets::asked_by(const Rule& rule) {
    Id all = cube(rule.care, rule.asks);
    for (const Pick& pick : rule.picks) {
        Id some = Diagrams::never;
        for (std::size_t number = 0; number < pick.allowed.size(); ++number)
            if (pick.allowed[number])
                some = diagrams.either(some,
                                       cube(pick.mask, static_cast<Values>(number) << pick.shift));
        all = diagrams.both(all, some);
    }
    return all;
}

RuleSets::Id RuleSets::assumed(Id relation, const Rule& rule) {
    each_bit(rule.clears | rule.sets, [&](unsigned bit) {
        relation = diagrams.assume(relation, bit, rule.sets >> bit & 1);
    });
    return relation;
}

RuleSets::Id RuleSets::after_move(const Rule& rule) {
    Id all = Diagrams::always;
    const Values written = rule.clears | rule.sets;
    for (unsigned bit = heads.variables().bits(); bit-- > 0;) {
        const bool is_written = written >> bit & 1;
        const Id one = is_written ? diagrams.is(bit, Diagrams::after, rule.sets >> bit & 1)
                                  : diagrams.is_same(bit);
        all = diagrams.both(one, all);
    }
    return diagrams.both(asked_by(rule), all);
}

RuleSets::Id RuleSets::image(Id values, const Rule& rule) {
    Id there = diagrams.both(values, asked_by(rule));
    const Values written = rule.clears | rule.sets;
    each_bit(written, [&](unsigned bit) { there = diagrams.forget(there, bit); });
    return diagrams.both(there, cube(written, rule.sets));
}

RuleSets::Id RuleSets::at_rest(FrameId frame) {
    Id all = Diagrams::always;
    for (const Rule& rule : heads.closing(frame))
        if (rule.exact) all = diagrams.but_not(all, asked_by(rule));
    return all;
}

} // namespace rondix
