#include "check/idle_steps.hpp"

#include "check/evidence.hpp"
#include "reading/grammar.hpp"

#include <algorithm>
#include <map>
#include <string>

namespace rondix {

namespace {

using grammar::Needs;

class IdleSteps {
  public:
    IdleSteps(Question& question, Findings& findings)
        : question_(question)
        , flow_(question.flow)
        , heads_(question.heads())
        , frames_(question.heads().frames())
        , findings_(findings)
        , works_(flow_.steps.size()) {}

    void find() {
        for (FrameId frame = 0; frame < heads_.frame_count(); ++frame) look_at(frame);
        for (auto one = doings_.begin(); one != doings_.end();) {
            const std::uint32_t step = one->step;
            bool told = works_[step];
            for (; one != doings_.end() && one->step == step; ++one) {
                if (told) continue;
                const auto trail = shortest(*one);
                if (!trail) continue; // it only seemed to be done
                tell(step, *trail);
                told = true;
            }
        }
    }

  private:
    void look_at(FrameId frame) {
        const auto branches = frames_.branches(frame);
        for (const Rule& rule : heads_.may(frame)) {
            const Branch& branch = branches[rule.branch];
            if (branch.step == Branch::no_step || needs_of(branch.step) == Needs::nothing) continue;
            bool reached = false;
            each_value(question_.proof.reached().of(frame), [&](Values values) {
                reached |= rule.holds(values) && !question_.is_stuck(frame, values);
            });
            if (!reached) continue;
            if (!question_.is_trap(frames_[frame].screen))
                doings_.insert({branch.step, branch.move});
            if (works(branch, frame)) works_[branch.step] = true;
        }
    }

    std::optional<Trail> shortest(const Doing& doing) {
        Trails::Target target;
        target.is_there = [&](const Heads& heads, FrameId frame, Values values) {
            if (question_.is_trap(frames_[frame].screen)) return false;
            const auto branches = frames_.branches(frame);
            const auto rules = heads.may(frame);
            return std::any_of(rules.begin(), rules.end(), [&](const Rule& rule) {
                const Branch& branch = branches[rule.branch];
                return branch.step == doing.step && branch.move == doing.move && rule.holds(values);
            });
        };
        target.last = doing.move;
        target.good = [&](const Situation&, const Outcome& outcome) {
            return outcome.steps.count > 0 && outcome.steps.end() - 1 == doing.step;
        };
        auto trail = question_.trails.shortest(heads_, target);
        if (question_.trails.left_open())
            question_.leave_open(Slug::idle_step, question_.file.origins.steps[doing.step],
                                 "whether this step is ever come to");
        return trail;
    }

    /// A question that is answered, or a page that is turned, is none of this step's doing.
    static bool alike(Frame a, const Frame& b) {
        a.question = b.question;
        a.pages = b.pages;
        return a == b;
    }

    Needs needs_of(std::uint32_t step) const {
        return grammar::row_of(flow_.steps[step].kind).needs;
    }

    bool works(const Branch& branch, FrameId frame) {
        const Needs needs = needs_of(branch.step);
        if (needs == Needs::named_beneath) {
            const ScreenId screen{static_cast<std::uint16_t>(flow_.steps[branch.step].subject)};
            return frames_[frame].screen == screen || may_be_beneath(screen, frame);
        }
        if (needs == Needs::scene) return frames_[frame].scene != no_scene;
        return branch.kind != Branch::Kind::stays || !alike(frames_[branch.frame], frames_[frame]);
    }

    /// Whether some situation with this frame on top could have the screen open beneath.
    bool may_be_beneath(ScreenId screen, FrameId frame) {
        std::vector<bool>& under = beneath_[screen];
        if (under.empty()) spread(screen, under);
        return under[frame];
    }

    void spread(ScreenId screen, std::vector<bool>& under) const {
        under.resize(heads_.frame_count());
        std::vector<FrameId> open;
        const auto add = [&](FrameId frame) {
            if (under[frame]) return;
            under[frame] = true;
            open.push_back(frame);
        };
        for (FrameId frame = 0; frame < heads_.frame_count(); ++frame)
            if (frames_[frame].screen == screen && question_.proof.reached().any(frame))
                for (const Rule& rule : heads_.may(frame))
                    if (rule.kind == Branch::Kind::pushes) add(rule.frame);
        while (!open.empty()) {
            const FrameId frame = open.back();
            open.pop_back();
            for (const Rule& rule : heads_.may(frame))
                if (rule.kind == Branch::Kind::pushes || rule.kind == Branch::Kind::stays)
                    add(rule.frame);
        }
    }

    void tell(std::uint32_t step, const Trail& trail) {
        const Step& row = flow_.steps[step];
        const std::string on = "'" + question_.name_of(trail.there.current()) + "'";
        std::string text, mend;
        switch (needs_of(step)) {
        case Needs::nothing: break; // it always does something
        case Needs::screen_beneath:
            text = "'back' does nothing here: nothing is ever beneath " + on;
            mend = "name where it should lead";
            break;
        case Needs::play_beneath:
            text = "'resume' does nothing here: no play screen is ever beneath " + on;
            mend = "write 'back', or name where it should lead";
            break;
        case Needs::scene:
            text = "'retry' does nothing here: there is no scene on " + on;
            mend = "write 'load SCENE'";
            break;
        case Needs::named_beneath: {
            const ScreenId screen{static_cast<std::uint16_t>(row.subject)};
            const std::string target = question_.name_of(screen);
            text = "'" + target + "' is never beneath " + on +
                   ": 'back to' closes everything but the bottom";
            mend = flow_[screen].play ? "write 'back', or 'load' a scene whose root it is"
                                      : "write 'go " + target + "' or 'open " + target + "'";
            break;
        }
        }
        Finding& finding =
            add(findings_, Slug::idle_step, question_.file.origins.steps[step], std::move(text));
        finding.how = in_words(flow_, trail.moves);
        finding.is_shortest = trail.is_shortest;
        finding.mend = std::move(mend);
    }

    Question& question_;
    const CompiledFlow& flow_;
    const Heads& heads_;
    Frames& frames_;
    Findings& findings_;
    std::set<Doing> doings_; // on screens that are no traps
    std::vector<bool> works_;
    std::map<ScreenId, std::vector<bool>> beneath_;
};

} // namespace

void find_idle_steps(Question& question, Findings& findings) {
    IdleSteps(question, findings).find();
}

} // namespace rondix
