#include "proof/hopeless.hpp"

namespace rondix {

namespace {

/// Grows the set of heads from which a goal can be come to without leaving them.
class Hope {
  public:
    Hope(const Heads& heads, Summaries& summaries, HeadSet goals, Silence mode, Budget& budget)
        : heads_(heads)
        , silence_(mode)
        , budget_(budget)
        , met_(summaries.met())
        , leaving_(summaries.by(Leaving::By::any_move))
        , found_(std::move(goals)) {
        bool changed = true;
        while (changed) {
            changed = false;
            for (const FrameId frame : heads_.order()) {
                budget_.step("traps", frame, heads_.frame_count());
                changed |= grow(frame);
            }
        }
    }

    HeadSet rest() const {
        HeadSet rest(heads_);
        for (FrameId frame = 0; frame < heads_.frame_count(); ++frame)
            each_value(met_.of(frame), [&](Values values) {
                if (!found_.has(frame, values) && !leaving_.can_be_left(frame, values))
                    rest.add(frame, values);
            });
        return rest;
    }

  private:
    bool grow(FrameId frame) {
        bool changed = false;
        each_value(met_.of(frame), [&](Values values) {
            if (!found_.has(frame, values) && is_found(frame, values))
                changed |= found_.add(frame, values);
        });
        return changed;
    }

    bool is_found(FrameId frame, Values values) const {
        const bool may_be_silent = heads_.may_be_silent(frame, silence_);
        for (const Rule& rule : heads_.may(frame)) {
            if (may_be_silent && is_answer(rule.move)) continue;
            if (rule.holds(values) && leads(frame, values, rule)) return true;
        }
        if (!heads_.may_rest(frame, values)) return false;
        for (Values free = heads_.free(); free != 0; free &= free - 1)
            if (found_.has(frame, values ^ (free & (~free + 1)))) return true;
        return false;
    }

    bool leads(FrameId frame, Values values, const Rule& rule) const {
        if (rule.quits) return true;
        if (rule.kind == Branch::Kind::leaves || rule.kind == Branch::Kind::refused) return false;
        const Values after = rule.after(values);
        if (found_.has(rule.frame, after)) return true;
        if (rule.kind != Branch::Kind::pushes) return false;
        for (const Leaving::Exit& exit : leaving_.exits(rule.frame)) {
            if (!heads_.frames().lands_on(frame, exit.landing)) continue;
            const Leaving::Row back = leaving_.row(exit, after);
            const auto here = back.of(found_.of(rule.under));
            for (std::size_t i = 0; i < here.size(); ++i)
                if ((back.words[i] & here[i]) != 0) return true;
        }
        return false;
    }

    const Heads& heads_;
    const Silence silence_;
    Budget& budget_;
    const HeadSet& met_;
    const Leaving& leaving_;
    HeadSet found_;
};

} // namespace

HeadSet hopeless(const Heads& heads, Summaries& summaries, HeadSet goals, Silence mode,
                 Budget& budget) {
    return Hope(heads, summaries, std::move(goals), mode, budget).rest();
}

} // namespace rondix
