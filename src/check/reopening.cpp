#include "check/reopening.hpp"

#include "check/evidence.hpp"
#include "rondix/tools/names.hpp"

#include <algorithm>
#include <map>
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

    struct Found {
        std::uint32_t step = 0;
        Trail trail;
    };

    /// One by one, but many on one circle in one finding: tabs that all open each other are one
    /// fault, not hundreds.
    void tell(const std::set<Doing>& reopeners) {
        std::map<std::uint32_t, std::vector<Found>> circles;
        for (auto one = reopeners.begin(); one != reopeners.end();) {
            const std::uint32_t step = one->step;
            std::optional<Trail> best; // over the moves that do this step: a shared action
            for (; one != reopeners.end() && one->step == step; ++one) {
                auto trail = shortest(*one);
                if (trail && (!best || trail->moves.size() < best->moves.size()))
                    best = std::move(trail);
            }
            if (!best) continue;
            if (best->there.current() == opened_by(step))
                report_itself(step, *best);
            else
                circles[frames_.circle_of(opened_by(step))].push_back({step, std::move(*best)});
        }
        for (const auto& [circle, found] : circles) {
            if (found.size() > most_told)
                report_circle(found);
            else
                for (const Found& one : found) report(one);
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

    void report_itself(std::uint32_t step, const Trail& trail) {
        Finding& finding =
            start(step, trail,
                  "'" + opened_name(step) + "' is opened from itself, which changes nothing");
        finding.mend = "name another screen, or drop the step";
    }

    void report(const Found& found) {
        const std::string target = opened_name(found.step);
        Finding& finding =
            start(found.step, found.trail,
                  "'" + target + "' can be open already: then what is above it closes");
        finding.mend = "if that is meant, write 'back to " + target + "'";
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
            return a.trail.moves.size() < b.trail.moves.size();
        });
        Finding& finding = start(nearest->step, nearest->trail,
                                 listed(targets, most_told) + " can be open already where " +
                                     std::to_string(all.size()) +
                                     " steps open them: then what is above them closes");
        for (const Found& one : all) {
            if (finding.also.size() + 1 == most_told) break;
            if (one.step != nearest->step)
                finding.also.push_back({question_.file.origins.steps[one.step], "here too"});
        }
        finding.mend = "where one takes the place of another, as tabs do, write 'go' instead of "
                       "'open'; where the way back is meant, 'back to " +
                       opened_name(nearest->step) + "'";
    }

    Finding& start(std::uint32_t step, const Trail& trail, std::string text) {
        Finding& finding =
            add(findings_, Slug::reopens, question_.file.origins.steps[step], std::move(text));
        finding.how = in_words(flow_, trail.moves);
        finding.is_shortest = trail.is_shortest;
        return finding;
    }

    ScreenId opened_by(std::uint32_t step) const { return ScreenId(flow_.steps[step].subject); }
    std::string opened_name(std::uint32_t step) const { return question_.name_of(opened_by(step)); }

    static constexpr std::size_t most_told = 4; // on one circle, each by itself
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
