// A screen that is reached only through another one that is never shown is not told by itself: it
// is named with the one that has to be wired first.
#include "check/unreached.hpp"

#include "check/links.hpp"

#include <algorithm>
#include <string>

namespace rondix {

namespace {

class Unreached {
  public:
    Unreached(const FlowFile& file, const Listing& listing, Findings& findings)
        : file_(file)
        , flow_(*file.compiled)
        , listing_(listing)
        , findings_(findings) {}

    void find_screens() {
        const std::size_t count = flow_.screens.size();
        led_to_.resize(count); // the unreached screens that each unreached one leads to
        told_.assign(count, false);
        std::vector<bool> entered(count);
        for (const Link& link : links(flow_)) {
            const std::size_t from = index(link.from);
            const std::size_t to = index(link.to);
            if (from == to || !is_unreached(from) || !is_unreached(to)) continue;
            led_to_[from].push_back(to);
            entered[to] = true;
        }
        for (std::size_t i = 0; i < count; ++i)
            if (is_unreached(i) && !entered[i]) tell_screen(i);
        for (std::size_t i = 0; i < count; ++i) // those that only lead to each other
            if (is_unreached(i) && !told_[i]) tell_screen(i);
    }

    void find_controls() {
        for (std::size_t i = 0; i < flow_.controls.size(); ++i) {
            const Control& control = flow_.controls[i];
            const Place place = file_.origins.controls[i];
            if (control.kind != ControlKind::button || !place.known()) continue;
            if (!listing_.shown(control.screen)) continue;
            if (!listing_.usable(ControlId(i)))
                tell_control(i, place, "' can never be pressed: its condition never holds");
            else if (!listing_.answered(ControlId(i)))
                tell_control(i, place, "' never does anything: none of its conditions ever holds");
        }
    }

  private:
    bool is_unreached(std::size_t screen) const {
        return screen < flow_.screens.size() && !listing_.shown(ScreenId(screen)) &&
               file_.origins.screens[screen].known();
    }

    void tell_screen(std::size_t screen) {
        Finding& finding = add(findings_, Slug::never_shown, file_.origins.screens[screen],
                               "nothing ever shows '" + name(screen) + "'");
        finding.mend =
            flow_.screens[screen].play
                ? "make it the 'root' of a scene that is loaded"
                : "open it from a screen that is shown: 'press: open " + name(screen) + "'";
        told_[screen] = true;
        std::vector<std::size_t> open{screen};
        while (!open.empty()) {
            const std::size_t from = open.back();
            open.pop_back();
            for (const std::size_t to : led_to_[from]) {
                if (told_[to]) continue;
                told_[to] = true;
                open.push_back(to);
                finding.also.push_back(
                    {file_.origins.screens[to], "and so '" + name(to) + "' is never shown either"});
            }
        }
    }

    void tell_control(std::size_t control, Place place, const std::string& why) {
        const std::string id(flow_.text(flow_.controls[control].id));
        const std::string on = name(index(flow_.controls[control].screen));
        Finding& finding =
            add(findings_, Slug::never_pressable, place, "'" + id + "' on '" + on + why);
        for (const FlagId flag : flags_that_never_change(control))
            finding.also.push_back({file_.origins.flags[index(flag)],
                                    "'" + std::string(flow_.text(flow_[flag].id)) + "' is never " +
                                        (flow_[flag].first ? "lowered" : "raised")});
        finding.mend = "change its 'when', or raise what it asks for";
    }

    /// The flags in the control's own condition that no step and no game changes.
    std::vector<FlagId> flags_that_never_change(std::size_t control) const {
        std::vector<FlagId> flags;
        std::vector<ConditionId> open{flow_.controls[control].when};
        while (!open.empty()) {
            const ConditionId at = open.back();
            open.pop_back();
            if (at >= holds) continue;
            const Test& test = flow_.tests[index(at)];
            open.push_back(test.if_raised);
            open.push_back(test.if_lowered);
            const bool known = std::find(flags.begin(), flags.end(), test.flag) != flags.end();
            if (!known && !changes(test.flag)) flags.push_back(test.flag);
            if (flags.size() > 8) break; // enough to go by
        }
        return flags;
    }

    bool changes(FlagId flag) const {
        if (flow_[flag].set_by_game) return true;
        const StepKind kind = flow_[flag].first ? StepKind::lower : StepKind::raise;
        return std::any_of(flow_.steps.begin(), flow_.steps.end(), [&](const Step& step) {
            return step.kind == kind && step.subject == index(flag);
        });
    }

    std::string name(std::size_t screen) const {
        return std::string(flow_.text(flow_.screens[screen].id));
    }

    const FlowFile& file_;
    const CompiledFlow& flow_;
    const Listing& listing_;
    Findings& findings_;
    std::vector<std::vector<std::size_t>> led_to_;
    std::vector<bool> told_;
};

} // namespace

void find_unreached(const FlowFile& file, const Listing& listing, Findings& findings) {
    Unreached unreached(file, listing, findings);
    unreached.find_screens();
    unreached.find_controls();
}

} // namespace rondix
