// A screen that is reached only through another one that is never shown is not told by itself: it
// is named with the one that has to be wired first.
#include "check/unreached.hpp"

#include "proof/flag_uses.hpp"
#include "proof/links.hpp"

#include <algorithm>
#include <string>

namespace rondix {

namespace {

constexpr std::size_t enough_flags = 8; // to go by

class Unreached {
  public:
    Unreached(CheckContext& context, Findings& findings)
        : context_(context)
        , file_(context.file)
        , flow_(context.flow)
        , findings_(findings)
        , scout_(context.witnesses.scout()) {
        for (std::size_t i = 0; i < flow_.screens.size(); ++i)
            shown_.push_back(scout_.shown(ScreenId(i)) || can_be_shown(ScreenId(i)));
    }

    void find_screens() {
        const std::size_t count = flow_.screens.size();
        if (std::all_of(shown_.begin(), shown_.end(), [](bool shown) { return shown; })) return;
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
            const SourceRange place = file_.origins.controls[i];
            if (!is_usable_kind(control.kind) || !place.known()) continue;
            if (!shown_[index(control.screen)]) continue;
            if (!is_in_reach(ControlId(i)))
                tell_unpointed(i, place);
            else if (!scout_.usable(ControlId(i)) && !can_be_pressed(ControlId(i), false))
                tell_control(i, place, "' can never be pressed: its condition is never true");
            else if (!scout_.answered(ControlId(i)) && !can_be_pressed(ControlId(i), true))
                tell_control(i, place,
                             "' never has an effect: none of its conditions is ever true");
        }
    }

    /// What somebody with all devices comes to, and one with these alone does not.
    void find_out_of_reach(Unreached& all) {
        const std::size_t count = flow_.screens.size();
        for (std::size_t i = 0; i < count; ++i)
            if (is_hidden(i, all) && !is_behind_another(i, all)) tell_out_of_reach(i, all);
        for (std::size_t i = 0; i < flow_.controls.size(); ++i) {
            const Control& control = flow_.controls[i];
            const SourceRange place = file_.origins.controls[i];
            const ControlId id{static_cast<std::uint32_t>(i)};
            if (!is_usable_kind(control.kind) || !place.known() || !shown_[index(control.screen)])
                continue;
            if (scout_.answered(id) || can_be_pressed(id, true)) continue;
            if (!all.scout_.answered(id) && !all.can_be_pressed(id, true)) continue;
            if (has_other_way(control)) continue;
            const std::string name(flow_.text(control.id));
            Finding& finding =
                add_finding(findings_, RuleId::out_of_reach, place,
                            "'" + name + "' on '" + this->name(index(control.screen)) +
                                "' cannot be pressed" + context_.with_them());
            finding.with = context_.with;
            finding.fix = flow_[control.screen].play
                              ? "give 'menu:', 'back:' or a key of the device the same action"
                              : "add another way to reach it";
        }
    }

  private:
    bool is_hidden(std::size_t screen, const Unreached& all) const {
        return all.shown_[screen] && !shown_[screen] && file_.origins.screens[screen].known();
    }

    /// All links to it come from screens that are out of reach themselves: one of those is told.
    bool is_behind_another(std::size_t screen, const Unreached& all) const {
        bool some = false;
        for (const Link& link : links(flow_)) {
            if (index(link.to) != screen || index(link.from) == screen) continue;
            if (index(link.from) >= flow_.screens.size() || !is_hidden(index(link.from), all))
                return false;
            some = some || index(link.from) < screen; // of those that lead to each other, the first
        }
        return some;
    }

    void tell_out_of_reach(std::size_t screen, const Unreached& all) {
        Finding& finding =
            add_finding(findings_, RuleId::out_of_reach, file_.origins.screens[screen],
                        "'" + name(screen) + "' is never shown" + context_.with_them());
        finding.with = context_.with;
        finding.fix = "add a way to it that can be used" + context_.with_them();
        for (std::size_t i = 0; i < flow_.screens.size(); ++i)
            if (i != screen && is_hidden(i, all) && is_behind_another(i, all))
                finding.also.push_back(
                    {file_.origins.screens[i], "hence '" + name(i) + "' is never shown"});
    }

    /// In play the game has directions and accept: a control there is for pointing, and a key does
    /// the same.
    bool has_other_way(const Control& control) const {
        const Screen& screen = flow_[control.screen];
        if (!screen.play || control.press == unsaid) return false;
        const auto does = [&](Move move, ActionId action) {
            const DeviceSet by = devices_for(flow_, control.screen, no_screen, move);
            return (by & context_.devices()) != 0 && action != unsaid &&
                   is_alike(action, control.press);
        };
        bool some = does(Move::menu(), screen.menu) || does(Move::back(), screen.back) ||
                    does(Move::other_key(), screen.any);
        for (std::uint32_t i = screen.keys.begin; i < screen.keys.end(); ++i)
            some = some || does(Move::key(flow_.key_answers[i].key), flow_.key_answers[i].action);
        return some;
    }

    /// The same last steps, alternative by alternative.
    bool is_alike(ActionId a, ActionId b) const {
        const IndexRange one = flow_[a].alternatives, other = flow_[b].alternatives;
        if (one.count != other.count) return false;
        for (std::uint32_t i = 0; i < one.count; ++i) {
            const IndexRange x = flow_.alternatives[one.begin + i].steps;
            const IndexRange y = flow_.alternatives[other.begin + i].steps;
            if ((x.count == 0) != (y.count == 0)) return false;
            if (x.count == 0) continue;
            const Step& last = flow_.steps[x.end() - 1];
            const Step& same = flow_.steps[y.end() - 1];
            if (last.kind != same.kind || last.subject != same.subject) return false;
        }
        return true;
    }

    /// Exactly: what was not seen is looked for.
    bool can_be_shown(ScreenId screen) {
        Witnesses::Target target;
        target.is_there = [](const Heads&, FrameId, Values) { return true; };
        target.is_there_if_does = true;
        return is_possible(target, screen) ||
               is_open(RuleId::never_shown, file_.origins.screens[index(screen)],
                       "whether '" + name(index(screen)) + "' is ever shown");
    }

    bool can_be_pressed(ControlId control, bool answered) {
        Move use = *first_use(flow_, control);
        bool some_open = false;
        const auto can_be = [&] {
            if (can_be_used(control, use, answered)) return true;
            some_open = some_open || left_open_;
            return false;
        };
        for (; use.kind == MoveKind::press && use.value + 1 < flow_[control].presses; ++use.value)
            if (can_be()) return true;
        if (can_be()) return true;
        left_open_ = some_open;
        const std::string words = "'" + std::string(flow_.text(flow_[control].id)) + "' on '" +
                                  name(index(flow_[control].screen)) + "'";
        return is_open(RuleId::never_pressable, file_.origins.controls[index(control)],
                       "whether " + words +
                           (answered ? " ever has an effect" : " can ever be pressed"));
    }

    bool can_be_used(ControlId control, Move use, bool answered) {
        const ScreenId screen = flow_[control].screen;
        Frames& frames = context_.heads().frames();
        Witnesses::Target target;
        target.last = use;
        target.does = [&](const Branch& branch) {
            const bool good = answered ? branch.kind != Branch::Kind::refused : branch.usable;
            return good && (branch.devices & context_.devices()) != 0;
        };
        target.is_there = [&](const Heads& heads, FrameId frame, Values values) {
            const auto branches = frames.branches(frame);
            return std::any_of(branches.begin(), branches.end(), [&](const Branch& branch) {
                return branch.move == use && target.does(branch) &&
                       heads.could_hold(branch, values);
            });
        };
        if (!answered)
            target.good = [&](const MenuState& there, const Outcome&) {
                return usable(flow_, there, control);
            };
        target.good_if_does = target.is_there_if_does = true;
        return is_possible(target, screen);
    }

    /// Witnesses are looked for only where the proof could reach the screen at all, and does not
    /// know by itself.
    bool is_possible(Witnesses::Target& target, ScreenId screen) {
        target.screen = screen;
        const Heads& heads = context_.heads();
        bool possible = false;
        for (const FrameId frame : heads.frames_of(screen)) {
            each_value(context_.proof.reached().of(frame), [&](Values values) {
                possible = possible ||
                           (heads.may_rest(frame, values) && target.is_there(heads, frame, values));
            });
        }
        left_open_ = false;
        if (!possible || context_.proof.reach_is_exact()) return possible;
        const bool happens = context_.witnesses.happens(heads, target);
        left_open_ = context_.witnesses.left_open();
        return happens;
    }

    /// What is open is not told as if it never happened.
    bool is_open(RuleId rule, SourceRange place, const std::string& text) {
        if (left_open_ && place.known()) context_.leave_open(rule, place, text);
        return left_open_;
    }

    bool is_unreached(std::size_t screen) const {
        return screen < flow_.screens.size() && !shown_[screen] &&
               file_.origins.screens[screen].known();
    }

    void tell_screen(std::size_t screen) {
        Finding& finding =
            add_finding(findings_, RuleId::never_shown, file_.origins.screens[screen],
                        "'" + name(screen) + "' is never shown");
        finding.fix = flow_.screens[screen].play
                          ? "make it the 'root' of a scene that is loaded"
                          : "open it from another screen: 'press: open " + name(screen) + "'";
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
                    {file_.origins.screens[to], "hence '" + name(to) + "' is never shown"});
            }
        }
    }

    /// In play the keys and the pad are the game's: controls there are for pointing.
    bool is_in_reach(ControlId control) const {
        const DeviceSet by =
            devices_for(flow_, flow_[control].screen, no_screen, *first_use(flow_, control));
        return (by & context_.devices()) != 0;
    }

    void tell_unpointed(std::size_t control, SourceRange place) {
        const std::string id(flow_.text(flow_.controls[control].id));
        const std::string on = name(index(flow_.controls[control].screen));
        add_finding(findings_, RuleId::never_pressable, place,
                    "'" + id + "' on '" + on +
                        "' can never be pressed: during play that takes a mouse or touch")
            .fix = "add 'mouse' or 'touch' to 'devices', or use 'menu:', 'back:' or a key instead";
    }

    void tell_control(std::size_t control, SourceRange place, const std::string& why) {
        const std::string id(flow_.text(flow_.controls[control].id));
        const std::string on = name(index(flow_.controls[control].screen));
        Finding& finding =
            add_finding(findings_, RuleId::never_pressable, place, "'" + id + "' on '" + on + why);
        for (const FlagId flag : flags_that_never_change(control))
            finding.also.push_back({file_.origins.flags[index(flag)],
                                    "'" + std::string(flow_.text(flow_[flag].id)) + "' is never " +
                                        (flow_[flag].first ? "lowered" : "raised")});
        finding.fix = "change its 'when', or raise the flags that it needs";
    }

    /// The flags in the control's own condition that no step and no game changes.
    std::vector<FlagId> flags_that_never_change(std::size_t control) const {
        std::vector<FlagId> flags;
        for (const FlagId flag : flags_read(flow_, flow_.controls[control].when))
            if (flags.size() < enough_flags && !changes(flag)) flags.push_back(flag);
        return flags;
    }

    bool changes(FlagId flag) const {
        if (flow_[flag].set_by_game) return true;
        const auto change = flow_[flag].first ? StepChange::lowers_flag : StepChange::raises_flag;
        return std::any_of(flow_.steps.begin(), flow_.steps.end(), [&](const Step& step) {
            return change_by(step.kind) == change && step.subject == index(flag);
        });
    }

    std::string name(std::size_t screen) const {
        return std::string(flow_.text(flow_.screens[screen].id));
    }

    CheckContext& context_;
    const FlowFile& file_;
    const CompiledFlow& flow_;
    Findings& findings_;
    const Scout& scout_;
    std::vector<bool> shown_;
    std::vector<std::vector<std::size_t>> led_to_;
    std::vector<bool> told_;
    bool left_open_ = false; // what was asked last
};

} // namespace

void find_unreached(CheckContext& context, Findings& findings) {
    Unreached unreached(context, findings);
    unreached.find_screens();
    unreached.find_controls();
}

void find_out_of_reach(CheckContext& all, CheckContext& alone, Findings& findings) {
    Findings none;
    Unreached with_all(all, none);
    Unreached(alone, findings).find_out_of_reach(with_all);
}

} // namespace rondix
