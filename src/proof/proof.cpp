#include "proof/proof.hpp"

#include "rondix/move_text.hpp"

#include <algorithm>
#include <set>

namespace rondix {

namespace {

/// Looks for the flags that are to be tracked next: those that hold up the player's moves at the
/// heads that seem to be lost, or, where none are held up there, at those that they lead to.
class Blame {
  public:
    Blame(const Heads& heads, const Leaving& leaving, bool (*counts)(MoveKind))
        : heads_(heads)
        , leaving_(leaving)
        , counts_(counts)
        , seen_(heads) {}

    std::set<FlagId> find(const HeadSet& lost) {
        for (FrameId frame = 0; frame < heads_.frame_count(); ++frame)
            each_value(lost.of(frame), [&](Values values) { add(frame, values); });
        while (flags_.empty() && !next_.empty()) {
            std::vector<HeadId> now;
            now.swap(next_);
            for (const HeadId head : now) look_at(heads_.frame(head), heads_.values(head));
        }
        return std::move(flags_);
    }

  private:
    void add(FrameId frame, Values values) {
        if (seen_.add(frame, values)) next_.push_back(heads_.head(frame, values));
    }

    void look_at(FrameId frame, Values values) {
        const auto branches = heads_.frames().branches(frame);
        for (const Rule& rule : heads_.may(frame)) {
            if (!rule.holds(values) || !counts_(rule.move)) continue;
            const Branch& branch = branches[rule.branch];
            if (!rule.exact && !is_sure(frame, values, branch.move)) blame(branch);
            if (rule.kind == Branch::Kind::leaves) continue;
            const Values after = rule.after(values);
            add(rule.frame, after);
            if (rule.kind != Branch::Kind::pushes) continue;
            for (const Leaving::Exit& exit : leaving_.exits(rule.frame))
                if (heads_.frames().lands_on(frame, exit.landing))
                    each_value(leaving_.row(exit, after),
                               [&](Values back) { add(rule.under, back); });
        }
    }

    bool is_sure(FrameId frame, Values values, Move move) const {
        const auto branches = heads_.frames().branches(frame);
        const auto sure = heads_.sure(frame);
        return std::any_of(sure.begin(), sure.end(), [&](const Rule& rule) {
            return branches[rule.branch].move == move && rule.holds(values);
        });
    }

    void blame(const Branch& branch) {
        for (const Literal& asked : heads_.frames().literals(branch.asks))
            if (!heads_.is_tracked(asked.flag)) flags_.insert(asked.flag);
    }

    const Heads& heads_;
    const Leaving& leaving_;
    bool (*counts_)(MoveKind);
    HeadSet seen_;
    std::vector<HeadId> next_;
    std::set<FlagId> flags_;
};

} // namespace

Proof::Proof(const CompiledFlow& flow, Frames& frames, Trails& trails, Watch& watch,
             const Situation* also)
    : flow_(flow)
    , frames_(frames)
    , trails_(trails)
    , watch_(watch)
    , also_(also) {
    while (!try_out()) {
    }
}

/// One round with the flags that are tracked so far. False: more have to be.
bool Proof::try_out() {
    heads_.emplace(frames_, flow_, tracked_, watch_, also_);
    if (const auto& overflow = frames_.overflow())
        throw Stopped{Stop::cases, move_text(flow_, overflow->move) + " on '" +
                                       std::string(flow_.text(flow_[overflow->screen].id)) + "'"};
    reach_is_exact_ = asks_only_for_known_flags();
    leaving_.reset();
    {
        const Leaving any(*heads_, Leaving::any_move, watch_);
        reached_ = reachable(*heads_, any, watch_);
        if (also_) {
            from_start_ = reached_;
            reached_.join(reachable_from_also(*heads_, any, landed_, watch_));
        }
    }
    leaving_.emplace(*heads_, of_a_way_out, watch_);
    HeadSet in_play(*heads_);
    for (FrameId frame = 0; frame < heads_->frame_count(); ++frame)
        if (frames_.in_play(frame))
            for (Values values = 0; values < heads_->values(); ++values) in_play.add(frame, values);
    way_out_ = with_goal(*heads_, *leaving_, {of_a_way_out}, std::move(in_play), watch_);
    stuck_ = without(way_out_, *leaving_);
    if (is_in_doubt(stuck_, *leaving_, of_a_way_out)) return false;
    return look_at_leaving() && look_at_waiting();
}

/// A trap is told as one; what it does to leaving is asked once it is mended. Where there are
/// traps, a head whose only way out is to be left may stand on one.
bool Proof::look_at_leaving() {
    captive_ = HeadSet(*heads_);
    if (!flow_.can_quit) return true;
    std::optional<Leaving> own; // only requests have answers by which a screen is left
    if (!flow_.requests.empty()) own.emplace(*heads_, of_leaving, watch_);
    const Leaving& leaving = own ? *own : *leaving_;
    captive_ = without(with_goal(*heads_, leaving, {of_leaving}, stuck_, watch_), leaving);
    if (own && stuck_.count() > 0) captive_.keep(way_out_);
    return !is_in_doubt(captive_, leaving, of_leaving);
}

bool Proof::look_at_waiting() {
    endless_waits_ = HeadSet(*heads_);
    bool some = false;
    for (FrameId frame = 0; frame < heads_->frame_count(); ++frame)
        some = some || can_wait_for_ever(frame);
    if (!some) return true;
    const Leaving leaving(*heads_, of_waiting, watch_);
    // A load that is begun anew is waited for as well; another request is off then.
    for (const bool load : {true, false}) {
        const HeadSet lost = without(
            with_goal(*heads_, leaving, {of_waiting, !load}, HeadSet(*heads_), watch_), leaving);
        for (FrameId frame = 0; frame < heads_->frame_count(); ++frame)
            if (can_wait_for_ever(frame) && load == frames_[frame].bottom)
                each_value(lost.of(frame),
                           [&](Values values) { endless_waits_.add(frame, values); });
    }
    return !is_in_doubt(endless_waits_, leaving, of_waiting);
}

/// No time limit: of a load, at its own screen; of another request likewise.
bool Proof::can_wait_for_ever(FrameId frame) const {
    const Frame& row = frames_[frame];
    if (row.bottom) return row.phase == Phase::loading && flow_.loading.give_up_ms == 0;
    const RequestId request = frames_.requested(frame);
    return request != no_request && flow_[request].give_up_ms == 0;
}

/// The reachable heads that have no goal and cannot be left.
HeadSet Proof::without(const HeadSet& goal, const Leaving& leaving) const {
    HeadSet lost(*heads_);
    for (FrameId frame = 0; frame < heads_->frame_count(); ++frame)
        each_value(reached_.of(frame), [&](Values values) {
            if (!goal.has(frame, values) && !leaving.can_be_left(frame, values))
                lost.add(frame, values);
        });
    return lost;
}

/// Whether more flags have to be tracked before it is known whether these heads are lost.
bool Proof::is_in_doubt(const HeadSet& lost, const Leaving& leaving, Leaving::Counts counts) {
    const std::set<FlagId> more = Blame(*heads_, leaving, counts).find(lost);
    return track({more.begin(), more.end()}) || is_out_of_reach(lost);
}

/// Whether some screen has lost heads, but none that is met in truth.
bool Proof::is_out_of_reach(const HeadSet& lost) {
    if (reach_is_exact()) return false;
    if (also_) return lost.count() > 0 && track_all_that_is_asked();
    std::set<ScreenId> screens;
    for (FrameId frame = 0; frame < heads_->frame_count(); ++frame)
        if (lost.any(frame)) screens.insert(frames_[frame].screen);
    return std::any_of(screens.begin(), screens.end(),
                       [&](ScreenId screen) { return !can_be_met(lost, screen); });
}

bool Proof::can_be_met(const HeadSet& set, ScreenId screen) {
    const auto known = static_cast<Values>(heads_->values() - 1);
    Trails::Target target;
    target.screen = screen;
    target.is_there = [&](const Heads&, FrameId frame, Values values) {
        return set.has(frame, values & known);
    };
    std::vector<FlagId> needed;
    if (trails_.shortest(*heads_, target, &needed)) return true;
    track(needed);
    return false;
}

/// False: all of them are tracked already.
bool Proof::track(const std::vector<FlagId>& flags) {
    const std::size_t before = tracked_.size();
    for (const FlagId flag : flags)
        if (std::find(tracked_.begin(), tracked_.end(), flag) == tracked_.end())
            tracked_.push_back(flag);
    if (tracked_.size() > Heads::most_tracked) throw Stopped{Stop::flags};
    return tracked_.size() > before;
}

/// Moves lead to what is met from the start, and not to what is met from one more start; so where
/// that matters, nothing is left open.
bool Proof::track_all_that_is_asked() {
    std::vector<FlagId> asked;
    for (FrameId frame = 0; frame < heads_->frame_count(); ++frame)
        for (const Branch& branch : frames_.branches(frame))
            for (const Literal& one : frames_.literals(branch.asks))
                if (!flow_[one.flag].set_by_game) asked.push_back(one.flag);
    return track(asked);
}

bool Proof::also_loses() const {
    for (FrameId frame = 0; frame < heads_->frame_count(); ++frame) {
        bool loses = false;
        each_value(reached_.of(frame), [&](Values values) {
            const bool matters = landed_.has(frame, values) || !from_start_.has(frame, values);
            const bool lost = stuck_.has(frame, values) || captive_.has(frame, values);
            loses = loses || (matters && lost);
        });
        if (loses) return true;
    }
    return false;
}

bool Proof::asks_only_for_known_flags() const {
    for (FrameId frame = 0; frame < heads_->frame_count(); ++frame)
        for (const Branch& branch : frames_.branches(frame))
            for (const Literal& one : frames_.literals(branch.asks))
                if (!heads_->is_tracked(one.flag) && !flow_[one.flag].set_by_game) return false;
    return true;
}

} // namespace rondix
