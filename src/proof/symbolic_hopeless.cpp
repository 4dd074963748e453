#include "proof/symbolic_hopeless.hpp"

namespace rondix {

namespace {

/// Grows the sets of values from which there is hope.
class Hope {
  public:
    using Id = Diagrams::Id;

    Hope(SymbolicReach& reach, std::vector<Id> goals, Silence mode, Budget& budget)
        : reach_(reach)
        , rules_(reach.rules())
        , diagrams_(rules_.diagrams)
        , silence_(mode)
        , budget_(budget)
        , found_(std::move(goals)) {
        for (FrameId frame = 0; frame < found_.size(); ++frame)
            for (const SymbolicReach::Exit& exit : reach_.exits(frame))
                add(frame, diagrams_.some_both(exit.ways, Diagrams::always, Diagrams::after));
        for (bool changed = true; changed;) {
            changed = false;
            for (const FrameId frame : rules_.heads.order()) changed |= grow(frame);
        }
    }

    std::vector<Id> rest() {
        for (FrameId frame = 0; frame < found_.size(); ++frame)
            rest_.push_back(diagrams_.but_not(met(frame), found_[frame]));
        for (bool changed = true; changed;) {
            changed = false;
            for (const FrameId frame : rules_.heads.order())
                if (rules_.heads.awaits_answer(frame)) changed |= answer_badly(frame);
        }
        return std::move(rest_);
    }

  private:
    Id met(FrameId frame) { return diagrams_.both(reach_.reached(frame), rules_.at_rest(frame)); }

    /// What is answered, and when a screen moves on that waits, is not for the player to choose.
    bool answer_badly(FrameId frame) {
        Id bad = rest_[frame];
        for (const Rule& rule : rules_.heads.sure(frame)) {
            if (!rule.forced || rule.at_once || !rule.exact || rule.quits ||
                rule.kind == Branch::Kind::leaves)
                continue;
            const Id there = rules_.assumed(rest_[rule.frame], rule);
            bad = diagrams_.either(bad, diagrams_.both(rules_.asked_by(rule), there));
        }
        bad = diagrams_.both(bad, met(frame));
        if (bad == rest_[frame]) return false;
        rest_[frame] = bad;
        return true;
    }

    bool add(FrameId frame, Id more) {
        const Id all = diagrams_.either(found_[frame], more);
        if (all == found_[frame]) return false;
        found_[frame] = all;
        return true;
    }

    bool grow(FrameId frame) {
        budget_.look("traps", frame, rules_.heads.frame_count());
        bool changed = false;
        const bool may_be_silent = rules_.heads.may_be_silent(frame, silence_);
        for (const Rule& rule : rules_.heads.may(frame))
            if (!may_be_silent || !is_answer(rule.move))
                changed |= add(frame, diagrams_.both(rules_.asked_by(rule), leads(frame, rule)));
        if (rules_.heads.free() == 0) return changed;
        const Id rest = rules_.at_rest(frame);
        RuleSets::each_bit(rules_.heads.free(), [&](unsigned bit) {
            const Id turned = diagrams_.turned(found_[frame], bit);
            changed |= add(frame, diagrams_.both(rest, turned));
        });
        return changed;
    }

    Id leads(FrameId frame, const Rule& rule) {
        if (rule.quits) return Diagrams::always;
        if (rule.kind == Branch::Kind::leaves || rule.kind == Branch::Kind::refused)
            return Diagrams::never;
        Id there = found_[rule.frame];
        if (rule.kind == Branch::Kind::pushes)
            for (const SymbolicReach::Exit& exit : reach_.exits(rule.frame)) {
                if (!rules_.heads.frames().lands_on(frame, exit.landing)) continue;
                const Id good = diagrams_.moved(found_[rule.under], Diagrams::now, Diagrams::after);
                there =
                    diagrams_.either(there, diagrams_.some_both(exit.ways, good, Diagrams::after));
            }
        return rules_.assumed(there, rule);
    }

    SymbolicReach& reach_;
    RuleSets& rules_;
    Diagrams& diagrams_;
    const Silence silence_;
    Budget& budget_;
    std::vector<Id> found_, rest_; // of each frame
};

} // namespace

std::vector<Diagrams::Id> hopeless(SymbolicReach& reach, std::vector<Diagrams::Id> goals,
                                   Silence mode, Budget& budget) {
    return Hope(reach, std::move(goals), mode, budget).rest();
}

} // namespace rondix
