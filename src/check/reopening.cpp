#include "check/reopening.hpp"

#include "check/evidence.hpp"

#include <string>

namespace rondix {

namespace {

class Reopening {
  public:
    Reopening(Question& question, Findings& findings)
        : question_(question)
        , flow_(question.flow)
        , frames_(question.heads().frames())
        , findings_(findings) {}

    void find() {
        std::set<Doing> reopeners;
        const Heads& heads = question_.heads();
        for (FrameId frame = 0; frame < heads.frame_count(); ++frame) {
            const auto branches = frames_.branches(frame);
            for (const Rule& rule : heads.may(frame)) {
                const Branch& branch = branches[rule.branch];
                if (!counts(branch, frame)) continue;
                bool reached = false;
                each_value(question_.proof.reached().of(frame), [&](Values values) {
                    reached |= rule.holds(values) && !question_.is_stuck(frame, values);
                });
                if (reached) reopeners.insert({branch.step, branch.move});
            }
        }
        tell(reopeners);
    }

  private:
    bool counts(const Branch& branch, FrameId frame) const {
        if (!branch.reopens) return false;
        const bool itself = ScreenId(flow_.steps[branch.step].subject) == frames_[frame].screen;
        return !itself || is_players(branch.move.kind); // an event that comes twice is no matter
    }

    void tell(const std::set<Doing>& reopeners) {
        for (auto one = reopeners.begin(); one != reopeners.end();) {
            const std::uint32_t step = one->step;
            std::optional<Trail> best; // over the moves that do this step: a shared action
            for (; one != reopeners.end() && one->step == step; ++one) {
                auto trail = shortest(*one);
                if (trail && (!best || trail->moves.size() < best->moves.size()))
                    best = std::move(trail);
            }
            if (best) report(step, *best);
        }
    }

    std::optional<Trail> shortest(const Doing& reopener) {
        Trails::Target target;
        target.is_there = [&](const Heads& heads, FrameId frame, Values values) {
            if (question_.is_stuck(frame, values)) return false;
            for (const Rule& rule : heads.may(frame)) {
                const Branch& branch = frames_.branches(frame)[rule.branch];
                if (branch.step == reopener.step && branch.move == reopener.move &&
                    counts(branch, frame) && rule.holds(values))
                    return true;
            }
            return false;
        };
        target.last = reopener.move;
        target.good = [&](const Situation&, const Outcome& outcome) {
            return outcome.reopens && outcome.steps.end() - 1 == reopener.step;
        };
        auto trail = question_.trails.shortest(question_.heads(), target);
        if (question_.trails.left_open())
            question_.leave_open(Slug::reopens, question_.file.origins.steps[reopener.step],
                                 "whether what is opened here can be open already");
        return trail;
    }

    void report(std::uint32_t step, const Trail& trail) {
        const ScreenId screen{static_cast<std::uint16_t>(flow_.steps[step].subject)};
        const std::string target = question_.name_of(screen);
        const bool itself = trail.there.current() == screen;
        Finding& finding =
            add(findings_, Slug::reopens, question_.file.origins.steps[step],
                itself ? "'" + target + "' is opened from itself, which changes nothing"
                       : "'" + target + "' can be open already: then what is above it closes");
        finding.how = in_words(flow_, trail.moves);
        finding.is_shortest = trail.is_shortest;
        finding.mend = itself ? "name another screen, or drop the step"
                              : "if that is meant, write 'back to " + target + "'";
    }

    Question& question_;
    const CompiledFlow& flow_;
    Frames& frames_;
    Findings& findings_;
};

} // namespace

void find_reopening(Question& question, Findings& findings) {
    Reopening(question, findings).find();
}

} // namespace rondix
