// Both are asked of the frames first, which settles nearly all of them in no time; what remains is
// looked at in real situations, the nearest first (trails.hpp).
#include "check/standstills.hpp"

#include "check/evidence.hpp"

#include <algorithm>
#include <set>
#include <string>

namespace rondix {

namespace {

/// Looks for the nearest real situation on each screen that is suspect, and tells it.
template <class Suspect, class Good, class Reads, class Tell>
void look_closely(Question& question, Slug slug, const std::string& what, Suspect suspect,
                  Good good, Reads reads, Tell tell) {
    const Heads& heads = question.heads();
    const Frames& frames = heads.frames();
    std::set<ScreenId> screens;
    for (FrameId frame = 0; frame < heads.frame_count(); ++frame) {
        question.watch.step("looking closely", frame, heads.frame_count());
        if (screens.contains(frames[frame].screen)) continue;
        bool some = false;
        each_value(question.proof.reached().of(frame), [&](Values values) {
            some = some || (!question.is_stuck(frame, values) && suspect(heads, frame, values));
        });
        if (some && !question.is_trap(frames[frame].screen)) screens.insert(frames[frame].screen);
    }
    for (const ScreenId screen : screens) {
        Trails::Target target;
        target.screen = screen;
        target.is_there = [&](const Heads& local, FrameId frame, Values values) {
            return !question.is_stuck(frame, values) && suspect(local, frame, values);
        };
        target.good = good;
        target.reads = reads(screen);
        if (const auto trail = question.trails.shortest(heads, target)) tell(screen, *trail);
        if (question.trails.left_open())
            question.leave_open(slug, question.place_of(screen),
                                "whether " + what + " '" + question.name_of(screen) + "'");
    }
}

/// A control is used.
bool is_use(MoveKind kind) {
    return kind == MoveKind::press || kind == MoveKind::change;
}

/// A back that changes nothing but flags leads nowhere.
bool goes_back(const CompiledFlow& flow, const Situation& there) {
    Situation after = there;
    const Outcome outcome = apply(flow, after, Move::back());
    return outcome.quits || outcome.loads || after.depth() != there.depth() ||
           after.foremost() != there.foremost() || after.phase() != there.phase();
}

/// Whether back, again and again, comes to rest where it may, or leaves the screen for a lower
/// stack, whose own screens are asked for themselves. `passed` gets the screens on the way.
bool comes_to_rest(const CompiledFlow& flow, const Situation& there, std::set<ScreenId>& passed) {
    Situation now = there;
    std::vector<std::vector<Situation::Word>> seen;
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

void find_nothing_usable(Question& question, Findings& findings) {
    const CompiledFlow& flow = question.flow;
    Frames& frames = question.heads().frames();
    const bool has_back = (question.devices() & default_devices) != 0;
    const auto suspect = [&](const Heads& heads, FrameId frame, Values values) {
        if (frames.waits(frame) || frames.in_play(frame)) return false;
        const auto branches = frames.branches(frame);
        for (const Rule& rule : heads.sure(frame)) {
            if (!rule.holds(values)) continue;
            if (is_use(rule.move) || is_moving_on(rule.move)) return false;
            const Branch& branch = branches[rule.branch];
            const bool moves =
                branch.kind != Branch::Kind::stays || branch.frame != frame || branch.quits;
            if (rule.move == MoveKind::back && moves) return false;
        }
        return true;
    };
    const auto good = [&](const Situation& there, const Outcome&) {
        const Range controls = flow[there.foremost()].controls;
        for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
            if (usable(flow, there, ControlId{i})) return false;
        for (const Move move : {Move::moves_on(), Move::idle()}) {
            Situation after = there;
            if (apply(flow, after, move).answered) return false;
        }
        return !(has_back && goes_back(flow, there));
    };
    const auto reads = [&](ScreenId screen) {
        std::vector<Move> moves{Move::back(), Move::moves_on(), Move::idle()};
        const Range controls = flow[screen].controls;
        for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
            if (const auto use = first_use(flow, ControlId{i})) moves.push_back(*use);
        return moves;
    };
    look_closely(question, Slug::nothing_usable, "there is nothing to be done on", suspect, good,
                 reads, [&](ScreenId screen, const Trail& trail) {
                     const std::string name = question.name_of(screen);
                     Finding& finding =
                         add(findings, Slug::nothing_usable, question.place_of(screen),
                             "nothing on '" + name + "' can be used, and back leads nowhere");
                     show(flow, trail, question.devices(), finding);
                     finding.mend = "give '" + name +
                                    "' a button that can always be pressed, or let back lead on";
                 });
}

void find_restless_backs(Question& question, Findings& findings) {
    const CompiledFlow& flow = question.flow;
    if ((question.devices() & default_devices) == 0) return; // nobody can go back
    Frames& frames = question.heads().frames();
    const auto suspect = [&](const Heads& heads, FrameId frame, Values values) {
        if (frames[frame].bottom || frames[frame].question != no_screen) return false;
        const ActionId back = flow[frames[frame].screen].back;
        if (back != unsaid && flow[back].alternatives.count == 0) return false;
        const auto branches = frames.branches(frame);
        for (const Rule& rule : heads.sure(frame))
            if (branches[rule.branch].move == Move::back() && rule.holds(values))
                return rule.kind != Branch::Kind::leaves && rule.kind != Branch::Kind::resets &&
                       !rule.quits && frames[rule.frame].question == no_screen;
        return true;
    };
    const auto good = [&](const Situation& there, const Outcome&) {
        std::set<ScreenId> passed;
        return !comes_to_rest(flow, there, passed);
    };
    const auto reads = [](ScreenId) { return std::vector<Move>{Move::back()}; };
    std::set<ScreenId> told;
    look_closely(question, Slug::restless_back, "back never leads away from", suspect, good, reads,
                 [&](ScreenId screen, const Trail& trail) {
                     if (told.contains(screen)) return; // with the circle that it is on
                     std::set<ScreenId> passed;
                     comes_to_rest(flow, trail.there, passed);
                     told.insert(passed.begin(), passed.end());
                     const std::string name = question.name_of(screen);
                     Finding& finding =
                         add(findings, Slug::restless_back, question.place_of(screen),
                             "back never leads away from '" + name + "'");
                     show(flow, trail, question.devices(), finding);
                     passed.erase(screen);
                     for (const ScreenId other : passed)
                         finding.also.push_back(
                             {question.place_of(other),
                              "and it leads by way of '" + question.name_of(other) + "'"});
                     finding.mend =
                         "let 'back:' of '" + name + "' close the screen, or say 'back: none'";
                 });
}

} // namespace rondix
