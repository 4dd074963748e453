// Both are asked of the frames first, which settles nearly all of them in no time; what remains is
// looked at in real menu states, the nearest first (witnesses.hpp).
#include "check/standstills.hpp"

#include "check/witness_text.hpp"

#include <algorithm>
#include <set>
#include <string>

namespace rondix {

namespace {

/// Looks for the nearest real menu state on each screen that is suspect, and tells it. It is where
/// `is_asked` and none of what it `lacks` can be counted on.
template <class IsAsked, class Lacks, class Good, class Reads, class Tell>
void look_closely(CheckContext& context, RuleId rule, const std::string& what, IsAsked is_asked,
                  Lacks lacks, Good good, Reads reads, Tell tell) {
    const Heads& heads = context.heads();
    Frames& frames = heads.frames();
    const auto suspect = [&](const Heads& of, FrameId frame, Values values) {
        if (!is_asked(frame)) return false;
        const auto branches = frames.branches(frame);
        return std::ranges::none_of(of.sure(frame), [&](const Rule& one) {
            return !one.is_doubted && one.holds(values) && lacks(frame, branches[one.branch]);
        });
    };
    std::set<ScreenId> screens;
    for (FrameId frame = 0; frame < heads.frame_count(); ++frame) {
        context.budget.step("looking closely", frame, heads.frame_count());
        if (screens.contains(frames[frame].screen)) continue;
        bool some = false;
        each_value(context.proof.reached().of(frame), [&](Values values) {
            some = some || (!context.is_stuck(frame, values) && suspect(heads, frame, values));
        });
        if (some && !context.is_trap(frames[frame].screen)) screens.insert(frames[frame].screen);
    }
    for (const ScreenId screen : screens) {
        Witnesses::Target target;
        target.screen = screen;
        target.is_there = [&](const Heads& local, FrameId frame, Values values) {
            return !context.is_stuck(frame, values) && suspect(local, frame, values);
        };
        target.lacks = lacks;
        target.good = good;
        target.reads = reads(screen);
        if (const auto witness = context.witnesses.shortest(heads, target)) tell(screen, *witness);
        if (context.witnesses.left_open())
            context.leave_open(rule, context.place_of(screen),
                               "whether " + what + " '" + context.name_of(screen) + "'");
    }
}

/// A control is used.
bool is_use(MoveKind kind) {
    return kind == MoveKind::press || kind == MoveKind::change;
}

/// A back that changes nothing but flags leads nowhere.
bool goes_back(const CompiledFlow& flow, const MenuState& there) {
    MenuState after = there;
    const Outcome outcome = apply(flow, after, Move::back());
    return outcome.quits || outcome.loads || after.depth() != there.depth() ||
           after.foremost() != there.foremost() || after.phase() != there.phase();
}

/// Whether back, again and again, comes to rest where it may, or leaves the screen for a lower
/// stack, whose own screens are asked for themselves. `passed` gets the screens on the way.
bool comes_to_rest(const CompiledFlow& flow, const MenuState& there, std::set<ScreenId>& passed) {
    MenuState now = there;
    std::vector<std::vector<MenuState::Word>> seen;
    while (now.depth() > 1 && now.depth() >= there.depth()) {
        if (now.question() != no_screen) return true; // the player is asked
        const ActionId back = flow[now.current()].back;
        if (back != unsaid && flow[back].alternatives.count == 0) return true;
        passed.insert(now.current());
        const auto packed = now.packed();
        seen.emplace_back(packed.begin(), packed.end());
        const Outcome outcome = apply(flow, now, Move::back());
        if (outcome.quits) return true;
        const auto next = now.packed();
        const bool again = std::any_of(seen.begin(), seen.end(), [&](const auto& one) {
            return std::ranges::equal(one, next);
        });
        if (again) return false;
    }
    return true;
}

} // namespace

void find_nothing_usable(CheckContext& context, Findings& findings) {
    const CompiledFlow& flow = context.flow;
    Frames& frames = context.heads().frames();
    const bool has_back = (context.devices() & default_devices) != 0;
    const auto is_asked = [&](FrameId frame) {
        return !frames.waits(frame) && !frames.in_play(frame);
    };
    const auto lacks = [&](FrameId frame, const Branch& branch) {
        const MoveKind move = branch.move.kind;
        const bool moves =
            branch.kind != Branch::Kind::stays || branch.frame != frame || branch.quits;
        return is_use(move) || is_moving_on(move) || (move == MoveKind::back && moves);
    };
    const auto good = [&](const MenuState& there, const Outcome&) {
        const IndexRange controls = flow[there.foremost()].controls;
        for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
            if (usable(flow, there, ControlId{i})) return false;
        for (const Move move : {Move::moves_on(), Move::idle()}) {
            MenuState after = there;
            if (apply(flow, after, move).answered) return false;
        }
        return !(has_back && goes_back(flow, there));
    };
    const auto reads = [&](ScreenId screen) {
        std::vector<Move> moves{Move::back(), Move::moves_on(), Move::idle()};
        const IndexRange controls = flow[screen].controls;
        for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
            if (const auto use = first_use(flow, ControlId{i})) moves.push_back(*use);
        return moves;
    };
    look_closely(context, RuleId::nothing_usable, "no control is enabled on", is_asked, lacks, good,
                 reads, [&](ScreenId screen, const Witness& witness) {
                     const std::string name = context.name_of(screen);
                     Finding& finding = add_finding(
                         findings, RuleId::nothing_usable, context.place_of(screen),
                         "no control of '" + name + "' is enabled, and back leads nowhere");
                     show(flow, witness, context.devices(), finding);
                     finding.fix = "give '" + name +
                                   "' a button that is always enabled, or an effective 'back:'";
                 });
}

void find_restless_backs(CheckContext& context, Findings& findings) {
    const CompiledFlow& flow = context.flow;
    if ((context.devices() & default_devices) == 0) return; // nobody can go back
    Frames& frames = context.heads().frames();
    const auto is_asked = [&](FrameId frame) {
        if (frames[frame].bottom || frames[frame].question != no_screen) return false;
        const ActionId back = flow[frames[frame].screen].back;
        return back == unsaid || flow[back].alternatives.count != 0;
    };
    const auto lacks = [&](FrameId, const Branch& branch) {
        return branch.move == Move::back() &&
               (branch.kind == Branch::Kind::leaves || branch.kind == Branch::Kind::resets ||
                branch.quits || frames[branch.frame].question != no_screen);
    };
    const auto good = [&](const MenuState& there, const Outcome&) {
        std::set<ScreenId> passed;
        return !comes_to_rest(flow, there, passed);
    };
    const auto reads = [](ScreenId) { return std::vector<Move>{Move::back()}; };
    std::set<ScreenId> told;
    look_closely(
        context, RuleId::restless_back, "pressing back never leaves", is_asked, lacks, good, reads,
        [&](ScreenId screen, const Witness& witness) {
            if (told.contains(screen)) return; // with the circle that it is on
            std::set<ScreenId> passed;
            comes_to_rest(flow, witness.there, passed);
            told.insert(passed.begin(), passed.end());
            const std::string name = context.name_of(screen);
            Finding& finding =
                add_finding(findings, RuleId::restless_back, context.place_of(screen),
                            "pressing back never leaves '" + name + "'");
            show(flow, witness, context.devices(), finding);
            passed.erase(screen);
            for (const ScreenId other : passed)
                finding.also.push_back(
                    {context.place_of(other), "it goes through '" + context.name_of(other) + "'"});
            finding.fix = "let 'back:' of '" + name + "' close the screen, or write 'back: none'";
        });
}

} // namespace rondix
