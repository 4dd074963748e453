#include "check/idle_steps.hpp"

#include "check/witness_text.hpp"
#include "reading/grammar.hpp"

#include <algorithm>
#include <map>
#include <string>

namespace rondix {

namespace {

using grammar::Needs;

class IdleSteps {
  public:
    IdleSteps(CheckContext& context, Findings& findings)
        : context_(context)
        , flow_(context.flow)
        , heads_(context.heads())
        , frames_(context.heads().frames())
        , findings_(findings)
        , works_(flow_.steps.size()) {}

    void find() {
        for (FrameId frame = 0; frame < heads_.frame_count(); ++frame) look_at(frame);
        for (auto one = uses_.begin(); one != uses_.end();) {
            const std::uint32_t step = one->step;
            bool told = works_[step];
            for (; one != uses_.end() && one->step == step; ++one) {
                if (told) continue;
                const auto witness = shortest(*one);
                if (!witness) continue; // it only seemed to be done
                tell(step, *witness);
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
            if (works_[branch.step]) continue;
            bool reached = false;
            each_value(context_.proof.reached().of(frame), [&](Values values) {
                reached |= rule.holds(values) && !context_.is_stuck(frame, values);
            });
            if (!reached) continue;
            if (works(branch, frame))
                works_[branch.step] = true;
            else if (!context_.is_trap(frames_[frame].screen))
                uses_.insert({branch.step, branch.move});
        }
    }

    std::optional<Witness> shortest(const StepUse& use) {
        Witnesses::Target target;
        target.is_there = [&](const Heads& heads, FrameId frame, Values values) {
            if (context_.is_trap(frames_[frame].screen)) return false;
            const auto branches = frames_.branches(frame);
            const auto rules = heads.may(frame);
            return std::any_of(rules.begin(), rules.end(), [&](const Rule& rule) {
                const Branch& branch = branches[rule.branch];
                return branch.step == use.step && branch.move == use.move && rule.holds(values);
            });
        };
        target.last = use.move;
        target.good = [&](const MenuState&, const Outcome& outcome) {
            return outcome.steps.count > 0 && outcome.steps.end() - 1 == use.step;
        };
        auto witness = context_.witnesses.shortest(heads_, target);
        if (context_.witnesses.left_open())
            context_.leave_open(RuleId::idle_step, context_.file.origins.steps[use.step],
                                "whether this step is ever reached");
        return witness;
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
        if (needs == Needs::scene_beside) return branch.loads;
        if (needs == Needs::scene) return frames_[frame].scene != no_scene;
        return branch.kind != Branch::Kind::stays || !alike(frames_[branch.frame], frames_[frame]);
    }

    /// Whether some menu state with this frame on top could have the screen open beneath.
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
        for (const FrameId frame : heads_.frames_of(screen))
            if (context_.proof.reached().any(frame))
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

    void tell(std::uint32_t step, const Witness& witness) {
        const Step& row = flow_.steps[step];
        const std::string on = "'" + context_.name_of(witness.there.current()) + "'";
        std::string text, fix;
        switch (needs_of(step)) {
        case Needs::nothing: break; // it always does something
        case Needs::screen_beneath:
            text = "'back' has no effect here: there is never a screen beneath " + on;
            fix = "name the screen or scene to go to";
            break;
        case Needs::play_beneath:
            text = "'resume' has no effect here: there is never a play screen beneath " + on;
            fix = "write 'back', or name the screen or scene to go to";
            break;
        case Needs::scene:
            text = "'retry' has no effect here: no scene is loaded on " + on;
            fix = "write 'load SCENE'";
            break;
        case Needs::scene_beside:
            text =
                row.kind == StepKind::load_next
                    ? "'load next' has no effect here: no scene comes after the current one"
                    : "'load previous' has no effect here: no scene comes before the current one";
            fix = "give the scene a place in the 'order', or write 'load SCENE'";
            break;
        case Needs::named_beneath: {
            const ScreenId screen{static_cast<std::uint16_t>(row.subject)};
            const std::string target = context_.name_of(screen);
            text = "'" + target + "' is never beneath " + on +
                   ": 'back to' closes everything but the bottom";
            fix = flow_[screen].play ? "write 'back', or 'load' a scene whose root it is"
                                     : "write 'go " + target + "' or 'open " + target + "'";
            break;
        }
        }
        Finding& finding = add_finding(findings_, RuleId::idle_step,
                                       context_.file.origins.steps[step], std::move(text));
        finding.how = in_words(flow_, witness.moves);
        finding.is_shortest = witness.is_shortest;
        finding.fix = std::move(fix);
    }

    CheckContext& context_;
    const CompiledFlow& flow_;
    const Heads& heads_;
    Frames& frames_;
    Findings& findings_;
    std::set<StepUse> uses_; // on screens that are no traps
    std::vector<bool> works_;
    std::map<ScreenId, std::vector<bool>> beneath_;
};

} // namespace

void find_idle_steps(CheckContext& context, Findings& findings) {
    IdleSteps(context, findings).find();
}

} // namespace rondix
