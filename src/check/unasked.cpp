#include "check/unasked.hpp"

#include "check/witness_text.hpp"

#include <algorithm>
#include <set>
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
    Unasked(CheckContext& context, FlagId flag, Findings& findings)
        : context_(context)
        , flow_(context.flow)
        , frames_(context.heads().frames())
        , flag_(flag)
        , findings_(findings) {
        find_exceptions();
    }

    /// Each step that leaves is told once, with the shortest moves to it.
    void find() {
        std::set<StepUse> leavers;
        const Heads& heads = context_.heads();
        for (FrameId frame = 0; frame < heads.frame_count(); ++frame) {
            if (loses_nothing(frames_[frame].screen)) continue;
            for (const Branch& branch : frames_.branches(frame))
                if (leaves(branch) && can_make(branch)) leavers.insert({branch.step, branch.move});
        }
        for (auto one = leavers.begin(); one != leavers.end();) {
            const std::uint32_t step = one->step;
            std::optional<Witness> best;
            for (; one != leavers.end() && one->step == step; ++one) {
                auto witness = shortest(*one);
                if (witness && (!best || witness->moves.size() < best->moves.size()))
                    best = std::move(witness);
            }
            if (best) report(step, *best);
        }
    }

  private:
    bool can_make(const Branch& branch) const {
        return !is_players(branch.move.kind) || (branch.devices & context_.devices()) != 0;
    }

    bool leaves(const Branch& branch) const {
        return branch.leaves_unasked && branch.step != Branch::no_step &&
               counts(branch.move.kind) && !gives_up(branch);
    }

    /// The flow may say so: by screens on which nothing is lost, and by moves that lower the flag.
    void find_exceptions() {
        const std::size_t number = index(flag_);
        if (number < context_.file.flow.flags.size())
            for (const Name& screen : context_.file.flow.flags[number].except_on)
                loses_nothing_.insert(flow_.screen(screen.text));
    }
    bool gives_up(const Branch& branch) const {
        const auto writes = frames_.literals(branch.writes);
        return std::any_of(writes.begin(), writes.end(),
                           [&](const Literal& one) { return one.flag == flag_ && !one.raised; });
    }
    bool loses_nothing(ScreenId screen) const { return loses_nothing_.contains(screen); }

    std::optional<Witness> shortest(const StepUse& leaver) {
        Witnesses::Target target;
        target.is_there = [&](const Heads& heads, FrameId frame, Values values) {
            if (loses_nothing(frames_[frame].screen)) return false;
            if (!heads.could_be_raised(flag_, values)) return false;
            const auto branches = frames_.branches(frame);
            return std::any_of(branches.begin(), branches.end(), [&](const Branch& branch) {
                return leaves(branch) && branch.step == leaver.step && branch.move == leaver.move &&
                       heads.could_hold(branch, values);
            });
        };
        target.last = leaver.move;
        target.knows = {flag_};
        target.good = [&](const MenuState& there, const Outcome& outcome) {
            return there.flag(flag_) && !loses_nothing(there.current()) && outcome.leaves &&
                   !outcome.agreed && outcome.steps.count > 0 &&
                   outcome.steps.end() - 1 == leaver.step;
        };
        auto witness = context_.witnesses.shortest(context_.heads(), target);
        if (context_.witnesses.left_open())
            context_.leave_open(RuleId::leaves_unasked, context_.file.origins.steps[leaver.step],
                                "whether this leaves without a confirmation while '" +
                                    std::string(flow_.text(flow_[flag_].id)) + "' is raised");
        return witness;
    }

    void report(std::uint32_t step, const Witness& witness) {
        const std::string flag(flow_.text(flow_[flag_].id));
        Finding& finding =
            add_finding(findings_, RuleId::leaves_unasked, context_.file.origins.steps[step],
                        "this leaves without a confirmation while '" + flag + "' is raised");
        finding.also.push_back({context_.file.origins.flags[index(flag_)],
                                "'" + flag + "' asks for a confirmation before leaving"});
        finding.how = in_words(flow_, witness.moves);
        finding.is_shortest = witness.is_shortest;
        finding.fix = "add a question: '{ ask: Leave without saving?, do: ... }'; or, where "
                      "nothing is lost, lower '" +
                      flag + "' first, or name the screen in its 'except-on'";
    }

    CheckContext& context_;
    const CompiledFlow& flow_;
    Frames& frames_;
    FlagId flag_;
    std::set<ScreenId> loses_nothing_;
    Findings& findings_;
};

} // namespace

void find_unasked(CheckContext& context, Findings& findings) {
    for (std::size_t i = 0; i < context.flow.flags.size(); ++i)
        if (context.flow.flags[i].warns) Unasked(context, FlagId(i), findings).find();
}

} // namespace rondix
