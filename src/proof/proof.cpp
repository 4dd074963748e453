#include "proof/proof.hpp"

#include "proof/goals.hpp"
#include "proof/hopeless.hpp"
#include "rondix/tools/move_text.hpp"

#include <algorithm>
#include <set>

namespace rondix {

namespace {

/// Looks for the flags that are to be tracked next: those that hold up the player's moves at the
/// heads that seem to be lost, or, where none are held up there, at those that they lead to.
class Blame {
  public:
    Blame(const CompiledFlow& flow, const Heads& heads, const Leaving& leaving)
        : flow_(flow)
        , heads_(heads)
        , leaving_(leaving)
        , seen_(heads) {}

    /// What they do may hang on the screens beneath, which is not known.
    bool some_doubt() const { return !doubted_.empty(); }
    std::set<ScreenId> take_doubted() { return std::move(doubted_); }
    /// Or on flags that stand for what nobody knows.
    bool some_unknown() const { return some_unknown_; }

    std::set<FlagId> find(const HeadSet& lost) {
        for (FrameId frame = 0; frame < heads_.frame_count(); ++frame)
            each_value(lost.of(frame), [&](Values values) { add(frame, values); });
        while (flags_.empty() && !some_doubt() && !next_.empty()) {
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
            const Branch& branch = branches[rule.branch];
            if (!rule.holds(values) || !of_a_way_out(rule.move) || !branch.in_time) continue;
            // Of what is forced every case counts, so that what is not known may stand in the way.
            if (!rule.exact && (rule.forced || !is_sure(frame, values, branch))) blame(branch);
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

    bool is_sure(FrameId frame, Values values, const Branch& of) const {
        const auto branches = heads_.frames().branches(frame);
        const auto sure = heads_.sure(frame);
        return std::any_of(sure.begin(), sure.end(), [&](const Rule& rule) {
            const Branch& branch = branches[rule.branch];
            return branch.move == of.move && branch.at_once == of.at_once && !rule.is_doubted &&
                   rule.holds(values);
        });
    }

    void blame(const Branch& branch) {
        if (branch.doubtful()) doubted_.insert(branch.doubted);
        for (const Literal& asked : heads_.frames().literals(branch.asks))
            if (heads_.frames().is_unknown(asked.flag))
                some_unknown_ = true;
            else if (!heads_.is_tracked(asked.flag))
                flags_.insert(stands_for(flow_, asked.flag));
    }

    const CompiledFlow& flow_;
    const Heads& heads_;
    const Leaving& leaving_;
    HeadSet seen_;
    std::vector<HeadId> next_;
    std::set<FlagId> flags_;
    std::set<ScreenId> doubted_;
    bool some_unknown_ = false;
};

} // namespace

Proof::Proof(const CompiledFlow& flow, Frames& frames, Witnesses& witnesses, Budget& budget,
             Options options)
    : flow_(flow)
    , frames_(frames)
    , witnesses_(witnesses)
    , budget_(budget)
    , options_(options)
    , max_bits_(std::min(budget.max_bits(), Heads::max_bits)) {
    if (options_.known) take_over(*options_.known);
    while (!options_.known && !try_with_less_memory()) {
    }
}

/// Where there is not enough memory for all that should be tracked, it is left open what hangs on
/// the flags that came last.
bool Proof::try_with_less_memory() {
    try {
        return try_out();
    } catch (const Stopped& stopped) {
        if (stopped.why != Stop::memory || options_.also || tracked_ == tracked_before_) throw;
    }
    budget_.note_too_many(heads_->size());
    summaries_.reset();
    tracked_ = tracked_before_;
    max_bits_ = Variables::bits_for(flow_, tracked_);
    return false;
}

/// One round with the flags that are tracked so far. False: more have to be.
bool Proof::try_out() {
    heads_.emplace(frames_, flow_, witnesses_.devices(), tracked_, budget_, options_.also);
    if (!options_.also) budget_.expect_not_too_many(heads_->size());
    if (heads_->starts().empty()) throw Stopped{Stop::cases, move_text(flow_, Move::start())};
    if (const auto& overflow = frames_.overflow())
        throw Stopped{Stop::cases, move_text(flow_, overflow->move) + " on '" +
                                       std::string(flow_.text(flow_[overflow->screen].id)) + "'"};
    reach_is_exact_ = asks_only_for_known_flags();
    open_.clear();
    summaries_.reset();
    std::optional<Leaving> any;
    if (options_.also) {
        any.emplace(*heads_, Leaving::By::any_move, budget_);
        from_start_ = reachable(*heads_, *any, budget_);
        reached_ = from_start_;
        reached_.join(reachable_from_also(*heads_, *any, landed_, budget_));
    } else {
        reached_ = reachable(*heads_, budget_, &any);
    }
    summaries_ = std::make_unique<Summaries>(*heads_, reached_, budget_);
    if (any) summaries_->put(Leaving::By::any_move, *std::move(any));
    stuck_ = Forcing(*heads_, *summaries_, in_play(), Silence::ends, budget_).lost(reached_);
    note_so_far();
    return !is_in_doubt(stuck_, in_play(), Silence::ends) && look_at_silence() && look_at_leaving();
}

void Proof::take_over(const Proof& known) {
    const bool some_lost =
        known.stuck_.count() + known.endless_.count() + known.captive_.count() > 0;
    if (some_lost) tracked_ = known.heads_->tracked();
    heads_.emplace(frames_, flow_, witnesses_.devices(), tracked_, budget_);
    const Heads no_flags(frames_, flow_, witnesses_.devices(), {}, budget_);
    reached_ = reachable(*heads_, no_flags, budget_);
    summaries_ = std::make_unique<Summaries>(*heads_, reached_, budget_);
    stuck_ = endless_ = captive_ = HeadSet(*heads_);
    for (FrameId frame = 0; some_lost && frame < heads_->frame_count(); ++frame) {
        const std::optional<FrameId> like = known.frames_.find(frames_, frame);
        if (!like) continue;
        std::ranges::copy(known.stuck_.of(*like), stuck_.of(frame).begin());
        std::ranges::copy(known.endless_.of(*like), endless_.of(frame).begin());
        std::ranges::copy(known.captive_.of(*like), captive_.of(frame).begin());
    }
}

/// It may be stopped in the middle: what is noted is right at any time.
void Proof::note_so_far() {
    if (!options_.so_far) return;
    SoFar& known = *options_.so_far;
    std::set<ScreenId> in_doubt;
    for (FrameId frame = 0; frame < heads_->frame_count(); ++frame)
        if (stuck_.any(frame) && !known.traps.contains(frames_[frame].screen))
            in_doubt.insert(frames_[frame].screen);
    known.in_doubt = in_doubt;
    known.some = true;
    if (in_doubt.empty()) return;
    const HeadSet sure = hopeless(*heads_, *summaries_, in_play(), Silence::ends, budget_);
    for (const ScreenId screen : in_doubt) {
        auto witness = witnesses_.scouted(*heads_, lost_on(screen, sure));
        if (!witness) continue;
        known.traps.emplace(screen, std::move(*witness));
        known.in_doubt.erase(screen);
    }
}

HeadSet Proof::in_play() const {
    HeadSet in_play(*heads_);
    for (FrameId frame = 0; frame < heads_->frame_count(); ++frame)
        if (frames_.in_play(frame))
            for (Values values = 0; values < heads_->values(); ++values) in_play.add(frame, values);
    return in_play;
}

/// What is told as a trap already is not told once more.
bool Proof::look_at_silence() {
    endless_ = HeadSet(*heads_);
    bool some = false;
    for (FrameId frame = 0; frame < heads_->frame_count(); ++frame)
        some = some || heads_->may_be_silent(frame, Silence::counts);
    if (!some) return true;
    HeadSet goals = in_play();
    goals.join(stuck_);
    endless_ = Forcing(*heads_, *summaries_, goals, Silence::counts, budget_).lost(reached_);
    return !is_in_doubt(endless_, goals, Silence::counts);
}

/// A trap is told as one; what it does to leaving is asked once it is fixed. So where there are
/// traps, only those heads are told from which play, or a trap, can be forced on the spot: such a
/// one stands on none.
bool Proof::look_at_leaving() {
    captive_ = HeadSet(*heads_);
    if (!flow_.can_quit) return true;
    HeadSet goals = stuck_;
    goals.join(endless_);
    captive_ = Forcing(*heads_, *summaries_, goals, Silence::counts, budget_).lost(reached_);
    if (goals.count() > 0 && captive_.count() > 0) {
        HeadSet ends = in_play();
        ends.join(goals);
        captive_.drop(
            Forcing(*heads_, *summaries_, ends, Silence::counts, budget_).lost_staying(captive_));
    }
    return !is_in_doubt(captive_, goals, Silence::counts);
}

/// Whether more flags have to be tracked before it is known whether these heads are lost.
bool Proof::is_in_doubt(HeadSet& lost, const HeadSet& goals, Silence mode) {
    if (options_.only != no_screen) lost.keep(heads_of(options_.only));
    if (lost.count() == 0) return false;
    Blame blame(flow_, *heads_, summaries_->by(Leaving::By::a_way_out));
    const std::set<FlagId> found = blame.find(lost);
    if (found.empty() && blame.some_doubt()) throw Loose{blame.take_doubted()};
    const std::vector<FlagId> more(found.begin(), found.end());
    if (are_too_many(more) || (more.empty() && blame.some_unknown())) {
        leave_open(lost, goals, mode);
        return lost.count() > 0 && is_out_of_reach(lost);
    }
    return track(more) || is_out_of_reach(lost);
}

/// Leaves those that are lost whatever the flags are that are not tracked.
void Proof::leave_open(HeadSet& lost, const HeadSet& goals, Silence mode) {
    const HeadSet sure = hopeless(*heads_, *summaries_, goals, mode, budget_);
    for (FrameId frame = 0; frame < heads_->frame_count(); ++frame)
        each_value(lost.of(frame), [&](Values values) {
            if (!sure.has(frame, values)) open_.insert(frames_[frame].screen);
        });
    lost.keep(sure);
}

/// Whether some screen has lost heads, but none that is known to be met in truth. Those that are
/// known not to be are dropped.
bool Proof::is_out_of_reach(HeadSet& lost) {
    if (reach_is_exact()) return false;
    if (options_.also) return lost.count() > 0 && track_all_that_is_asked();
    std::set<ScreenId> screens;
    for (FrameId frame = 0; frame < heads_->frame_count(); ++frame)
        if (lost.any(frame)) screens.insert(frames_[frame].screen);
    for (const ScreenId screen : screens) {
        const Witnesses::Target target = lost_on(screen, lost);
        if (witnesses_.comes_by(*heads_, target)) continue;
        if (!witnesses_.may_happen(*heads_, target)) {
            lost.drop(heads_of(screen));
            continue;
        }
        std::vector<FlagId> needed;
        if (witnesses_.shortest(*heads_, target, &needed)) continue;
        if (witnesses_.left_open() || are_too_many(needed)) {
            open_.insert(screen);
            lost.drop(heads_of(screen));
            continue;
        }
        track(needed);
        return true;
    }
    return false;
}

Witnesses::Target Proof::lost_on(ScreenId screen, const HeadSet& lost) const {
    Witnesses::Target target;
    target.screen = screen;
    const auto known = static_cast<Values>(heads_->values() - 1);
    target.is_there = [&lost, known](const Heads&, FrameId frame, Values values) {
        return lost.has(frame, values & known);
    };
    return target;
}

HeadSet Proof::heads_of(ScreenId screen) const {
    HeadSet heads(*heads_);
    for (const FrameId frame : heads_->frames_of(screen))
        std::ranges::fill(heads.of(frame), ~std::uint64_t{0});
    return heads;
}

/// More than can be tracked. (Of an additional start nothing is left open: tracking them says so.)
bool Proof::are_too_many(const std::vector<FlagId>& more) const {
    if (std::ranges::any_of(more, [&](FlagId flag) { return frames_.is_unknown(flag); }))
        return true;
    std::vector<FlagId> all = tracked_;
    all.insert(all.end(), more.begin(), more.end());
    return !options_.also && Variables::bits_for(flow_, all) > max_bits_;
}

/// False: all of them are tracked already.
bool Proof::track(const std::vector<FlagId>& flags) {
    const std::size_t before = tracked_.size();
    const std::vector<FlagId> last = tracked_;
    for (const FlagId flag : flags)
        if (std::find(tracked_.begin(), tracked_.end(), flag) == tracked_.end())
            tracked_.push_back(flag);
    if (Variables::bits_for(flow_, tracked_) > max_bits_) throw Stopped{Stop::flags};
    if (tracked_.size() > before) {
        tracked_before_ = last;
        put_constants_last();
    }
    return tracked_.size() > before;
}

/// What no way out changes: then nothing is kept there of what it is not (Leaving).
void Proof::put_constants_last() {
    std::set<FlagId> changed;
    for (FrameId frame = 0; frame < heads_->frame_count(); ++frame)
        for (const Branch& branch : frames_.branches(frame))
            if (of_a_way_out(branch.move.kind))
                for (const Literal& one : frames_.literals(branch.writes))
                    changed.insert(stands_for(flow_, one.flag));
    std::stable_partition(tracked_.begin(), tracked_.end(),
                          [&](FlagId flag) { return changed.contains(flag); });
}

/// Moves lead to what is met from the start, and not to what is met from an additional start; so
/// where that matters, nothing is left open.
bool Proof::track_all_that_is_asked() {
    std::vector<FlagId> asked;
    for (FrameId frame = 0; frame < heads_->frame_count(); ++frame)
        for (const Branch& branch : frames_.branches(frame))
            for (const Literal& one : frames_.literals(branch.asks))
                if (!flow_[one.flag].set_by_game) asked.push_back(stands_for(flow_, one.flag));
    return track(asked);
}

bool Proof::also_loses() const {
    for (FrameId frame = 0; frame < heads_->frame_count(); ++frame) {
        bool loses = false;
        each_value(reached_.of(frame), [&](Values values) {
            const bool matters = landed_.has(frame, values) || !from_start_.has(frame, values);
            const bool lost = stuck_.has(frame, values) || endless_.has(frame, values) ||
                              captive_.has(frame, values);
            loses = loses || (matters && lost);
        });
        if (loses) return true;
    }
    return false;
}

bool Proof::asks_only_for_known_flags() const {
    if (frames_.some_doubts()) return false;
    for (FrameId frame = 0; frame < heads_->frame_count(); ++frame)
        for (const Branch& branch : frames_.branches(frame))
            for (const Literal& one : frames_.literals(branch.asks))
                if (!heads_->is_tracked(one.flag) &&
                    (!flow_[one.flag].set_by_game || branch.at_once))
                    return false;
    return true;
}

} // namespace rondix
