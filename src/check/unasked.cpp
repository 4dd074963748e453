#include "check/unasked.hpp"

#include "check/evidence.hpp"

#include <algorithm>
#include <string>

namespace rondix {

namespace {

/// What the game reports is its own doing; what the player does, and what the screen does by
/// itself, wants a question.
bool counts(MoveKind kind) {
    return is_players(kind) || is_moving_on(kind);
}

class Unasked {
  public:
    Unasked(Question& question, FlagId flag, Findings& findings)
        : question_(question)
        , flow_(question.flow)
        , frames_(question.heads().frames())
        , flag_(flag)
        , findings_(findings) {}

    /// Each step that leaves is told once, with the shortest moves to it.
    void find() {
        std::set<Doing> leavers;
        const Heads& heads = question_.heads();
        for (FrameId frame = 0; frame < heads.frame_count(); ++frame)
            for (const Branch& branch : frames_.branches(frame))
                if (leaves(branch) && can_make(branch)) leavers.insert({branch.step, branch.move});
        for (auto one = leavers.begin(); one != leavers.end();) {
            const std::uint32_t step = one->step;
            std::optional<Trail> best;
            for (; one != leavers.end() && one->step == step; ++one) {
                auto trail = shortest(*one);
                if (trail && (!best || trail->moves.size() < best->moves.size()))
                    best = std::move(trail);
            }
            if (best) report(step, *best);
        }
    }

  private:
    bool can_make(const Branch& branch) const {
        return !is_players(branch.move.kind) || (branch.devices & question_.devices()) != 0;
    }

    static bool leaves(const Branch& branch) {
        return branch.leaves_unasked && branch.step != Branch::no_step && counts(branch.move.kind);
    }

    std::optional<Trail> shortest(const Doing& leaver) {
        Trails::Target target;
        target.is_there = [&](const Heads& heads, FrameId frame, Values values) {
            if (!heads.could_be_raised(flag_, values)) return false;
            const auto branches = frames_.branches(frame);
            return std::any_of(branches.begin(), branches.end(), [&](const Branch& branch) {
                return leaves(branch) && branch.step == leaver.step && branch.move == leaver.move &&
                       heads.could_hold(branch, values);
            });
        };
        target.last = leaver.move;
        target.knows = {flag_};
        target.good = [&](const Situation& there, const Outcome& outcome) {
            return there.flag(flag_) && outcome.leaves && !outcome.agreed &&
                   outcome.steps.count > 0 && outcome.steps.end() - 1 == leaver.step;
        };
        auto trail = question_.trails.shortest(question_.heads(), target);
        if (question_.trails.left_open())
            question_.leave_open(Slug::leaves_unasked, question_.file.origins.steps[leaver.step],
                                 "whether this leaves without a question while '" +
                                     std::string(flow_.text(flow_[flag_].id)) + "' warns");
        return trail;
    }

    void report(std::uint32_t step, const Trail& trail) {
        const std::string flag(flow_.text(flow_[flag_].id));
        Finding& finding = add(findings_, Slug::leaves_unasked, question_.file.origins.steps[step],
                               "this leaves without a question while '" + flag + "' warns");
        finding.also.push_back({question_.file.origins.flags[index(flag_)],
                                "'" + flag + "' wants to be asked about before leaving"});
        finding.how = in_words(flow_, trail.moves);
        finding.is_shortest = trail.is_shortest;
        finding.mend = "ask first: '{ ask: Leave without saving?, do: ... }'";
    }

    Question& question_;
    const CompiledFlow& flow_;
    Frames& frames_;
    FlagId flag_;
    Findings& findings_;
};

} // namespace

void find_unasked(Question& question, Findings& findings) {
    for (std::size_t i = 0; i < question.flow.flags.size(); ++i)
        if (question.flow.flags[i].warns) Unasked(question, FlagId(i), findings).find();
}

} // namespace rondix
