#include "check/reopening.hpp"

#include "check/witness_text.hpp"
#include "rondix/tools/names.hpp"

#include <algorithm>
#include <map>
#include <string>

namespace rondix {

namespace {

class Reopening {
  public:
    Reopening(CheckContext& context, Findings& findings)
        : context_(context)
        , flow_(context.flow)
        , frames_(context.heads().frames())
        , findings_(findings) {}

    void find() {
        std::set<StepUse> reopeners;
        const Heads& heads = context_.heads();
        for (FrameId frame = 0; frame < heads.frame_count(); ++frame) {
            const auto branches = frames_.branches(frame);
            for (const Rule& rule : heads.may(frame)) {
                const Branch& branch = branches[rule.branch];
                if (!counts(branch, frame)) continue;
                bool reached = false;
                each_value(context_.proof.reached().of(frame), [&](Values values) {
                    reached |= rule.holds(values) && !context_.is_stuck(frame, values);
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

    struct Found {
        std::uint32_t step = 0;
        Witness witness;
    };

    /// One by one, but many on one circle in one finding: tabs that all open each other are one
    /// fault, not hundreds.
    void tell(const std::set<StepUse>& reopeners) {
        std::map<std::uint32_t, std::vector<Found>> circles;
        for (auto one = reopeners.begin(); one != reopeners.end();) {
            const std::uint32_t step = one->step;
            std::optional<Witness> best; // over the moves that do this step: a shared action
            for (; one != reopeners.end() && one->step == step; ++one) {
                auto witness = shortest(*one);
                if (witness && (!best || witness->moves.size() < best->moves.size()))
                    best = std::move(witness);
            }
            if (!best) continue;
            if (best->there.current() == opened_by(step))
                report_itself(step, *best);
            else
                circles[frames_.circle_of(opened_by(step))].push_back({step, std::move(*best)});
        }
        for (const auto& [circle, found] : circles) {
            if (found.size() > max_told)
                report_circle(found);
            else
                for (const Found& one : found) report(one);
        }
    }

    std::optional<Witness> shortest(const StepUse& reopener) {
        Witnesses::Target target;
        target.is_there = [&](const Heads& heads, FrameId frame, Values values) {
            if (context_.is_stuck(frame, values)) return false;
            for (const Rule& rule : heads.may(frame)) {
                const Branch& branch = frames_.branches(frame)[rule.branch];
                if (branch.step == reopener.step && branch.move == reopener.move &&
                    counts(branch, frame) && rule.holds(values))
                    return true;
            }
            return false;
        };
        target.last = reopener.move;
        target.good = [&](const MenuState&, const Outcome& outcome) {
            return outcome.reopens && outcome.steps.end() - 1 == reopener.step;
        };
        auto witness = context_.witnesses.shortest(context_.heads(), target);
        if (context_.witnesses.left_open())
            context_.leave_open(RuleId::reopens, context_.file.origins.steps[reopener.step],
                                "whether the screen can already be open here");
        return witness;
    }

    void report_itself(std::uint32_t step, const Witness& witness) {
        Finding& finding =
            start(step, witness,
                  "'" + opened_name(step) + "' is opened from itself, which has no effect");
        finding.fix = "name another screen, or remove the step";
    }

    void report(const Found& found) {
        const std::string target = opened_name(found.step);
        Finding& finding = start(
            found.step, found.witness,
            "'" + target + "' can already be open here; the screens above it are then closed");
        finding.fix = "if that is intended, write 'back to " + target + "'";
    }

    /// Stands where the fewest moves lead.
    void report_circle(const std::vector<Found>& all) {
        std::vector<std::string> targets;
        for (const Found& one : all) {
            const std::string target = opened_name(one.step);
            if (std::find(targets.begin(), targets.end(), target) == targets.end())
                targets.push_back(target);
        }
        const auto nearest = std::min_element(all.begin(), all.end(), [](auto& a, auto& b) {
            return a.witness.moves.size() < b.witness.moves.size();
        });
        Finding& finding = start(nearest->step, nearest->witness,
                                 listed(targets, max_told) + " can already be open where " +
                                     std::to_string(all.size()) +
                                     " steps open them; the screens above are then closed");
        for (const Found& one : all) {
            if (finding.also.size() + 1 == max_told) break;
            if (one.step != nearest->step)
                finding.also.push_back({context_.file.origins.steps[one.step], "here too"});
        }
        finding.fix = "for tabs, which replace each other, write 'go' instead of "
                      "'open'; to return to a screen, write 'back to " +
                      opened_name(nearest->step) + "'";
    }

    Finding& start(std::uint32_t step, const Witness& witness, std::string text) {
        Finding& finding = add_finding(findings_, RuleId::reopens,
                                       context_.file.origins.steps[step], std::move(text));
        finding.how = in_words(flow_, witness.moves);
        finding.is_shortest = witness.is_shortest;
        return finding;
    }

    ScreenId opened_by(std::uint32_t step) const { return ScreenId(flow_.steps[step].subject); }
    std::string opened_name(std::uint32_t step) const { return context_.name_of(opened_by(step)); }

    static constexpr std::size_t max_told = 4; // on one circle, each by itself
    CheckContext& context_;
    const CompiledFlow& flow_;
    Frames& frames_;
    Findings& findings_;
};

} // namespace

void find_reopening(CheckContext& context, Findings& findings) {
    Reopening(context, findings).find();
}

} // namespace rondix
