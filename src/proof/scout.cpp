#include "proof/scout.hpp"

#include "proof/starts.hpp"

#include <algorithm>

namespace rondix {

Scout::Scout(const CompiledFlow& flow, Frames& frames, DeviceSet devices, Novelty novelty,
             Budget& budget, std::size_t max_work)
    : flow_(flow)
    , frames_(frames)
    , novelty_(novelty)
    , max_work_(max_work)
    , budget_(budget)
    , forward_(flow, frames, devices)
    , shown_(flow.screens.size())
    , usable_(flow.controls.size())
    , answered_(flow.controls.size())
    , now_(forward_.words()) {
    if (novelty == Novelty::pairs) work_of_pairs_ = forward_.told_apart() * (1 + now_.size());
    for (const Start& start : starts_of(flow_)) {
        forward_.begin(start.before, start.there);
        meet();
    }
    for (std::size_t done = 0; !open_.empty() && work_ < max_work_; ++done) { // breadth first
        budget_.step("visible screens", done, done + open_.size());
        const Open open = std::move(open_.front());
        open_.pop_front();
        follow(open.seen, open.frame, open.packed);
    }
    open_.clear();
}

bool Scout::has_seen_all() const {
    for (std::size_t i = 0; i < flow_.controls.size(); ++i)
        if (is_usable_kind(flow_.controls[i].kind) && !answered_[i]) return false;
    return std::all_of(shown_.begin(), shown_.end(), [](bool shown) { return shown; });
}

std::span<const Scout::Seen> Scout::seen(FrameId frame) const {
    if (frame >= met_.size()) return {};
    return met_[frame].seen;
}

// --- what is new

constexpr std::size_t max_in_pairs = 512; // literals, so that the tables stay small

/// What is kept of a frame, begun when it is first asked for.
Scout::Met& Scout::met(FrameId frame) {
    if (frame >= met_.size()) met_.resize(frames_.size());
    Met& met = met_[frame];
    if (met.is_known) return met;
    met.is_known = true;
    if (novelty_ != Novelty::asked)
        met.literals.begin(now_.size(), novelty_ == Novelty::pairs
                                            ? std::min(forward_.literals(), max_in_pairs)
                                            : 0);
    for (const Branch& branch : frames_.branches(frame))
        for (const Literal& one : frames_.literals(branch.asks)) {
            const std::size_t raised = forward_.literal(one.flag, true);
            const auto end = met.asked.begin() + met.count;
            if (raised != Forward::not_told_apart && met.count < Met::most_asked &&
                std::find(met.asked.begin(), end, raised) == end)
                met.asked[met.count++] = raised;
        }
    return met;
}

std::uint64_t Scout::combination(const Met& met) const {
    std::size_t number = 0;
    for (std::size_t i = 0; i < met.count; ++i)
        number = number * 2 + (Forward::is_so(now_, met.asked[i]) ? 1 : 0);
    return std::uint64_t{1} << number;
}

bool Scout::is_new(const Met& met, ScreenId beneath) const {
    if ((met.combinations & combination(met)) == 0) return true;
    if (novelty_ == Novelty::asked) return false;
    if (!met.literals.has_each(now_)) return true;
    if (novelty_ == Novelty::single) return false;
    const auto over = met.over.find(beneath);
    if (over == met.over.end() || !over->second.has_each(now_)) return true;
    return !met.literals.has_each_two(now_);
}

void Scout::take_in(Met& met, ScreenId beneath) {
    met.combinations |= combination(met);
    if (novelty_ == Novelty::asked) return;
    met.literals.add(now_);
    if (novelty_ == Novelty::single) return;
    LiteralsMet& over = met.over[beneath];
    over.begin(now_.size(), 0);
    over.add(now_);
}

// --- going on

/// The menu state that was come to is gone on from if it shows something new.
void Scout::meet() {
    work_ += 100 + work_of_pairs_;
    const MenuState& next = forward_.next();
    const FrameId frame = frames_.frame_of(next);
    forward_.note(next, now_);
    Met& met = this->met(frame);
    if (!is_new(met, beneath(next))) return forward_.forget();
    take_in(met, beneath(next));
    budget_.expect_memory(forward_.bytes());
    const Seen seen = forward_.keep();
    met.seen.push_back(seen);
    shown_[index(next.current())] = true;
    const auto packed = next.packed();
    open_.push_back({seen, frame, {packed.begin(), packed.end()}});
}

void Scout::follow(Seen from, FrameId frame, std::span<const Word> packed) {
    forward_.stand_at(from, packed);
    forward_.note(forward_.here(), now_);
    in_here_ = now_;
    bool has_left = false;
    const std::size_t count = frames_.branches(frame).size();
    for (std::size_t i = 0; i < count; ++i) {
        const Branch branch = frames_.branches(frame)[i]; // others may be explored meanwhile
        if (!forward_.can_make(branch) || !forward_.can_arrange(branch)) continue;
        const bool uses =
            branch.move.kind == MoveKind::press || branch.move.kind == MoveKind::change;
        const bool tells =
            uses && ((branch.usable && !usable_[branch.move.subject]) ||
                     (branch.kind != Branch::Kind::refused && !answered_[branch.move.subject]));
        const bool leads = !(has_left && only_leaves(branch)) && leads_on(frame, branch);
        const bool is_arranged = !leads && forward_.is_in_case(branch);
        if ((!tells && !leads) || (!is_arranged && !arrange(frame, branch))) continue;
        if (uses) {
            if (branch.usable) usable_[branch.move.subject] = true;
            if (branch.kind != Branch::Kind::refused) answered_[branch.move.subject] = true;
        }
        has_left = has_left || only_leaves(branch);
        if (!branch.at_once && leads && forward_.take(branch))
            meet();
        else if (!is_arranged)
            forward_.forget();
    }
}

/// Back, and a button that does the same: all of these lead to one menu state.
bool Scout::only_leaves(const Branch& branch) {
    return branch.kind == Branch::Kind::leaves && branch.landing.at == Landing::beneath &&
           is_players(branch.move.kind) && !branch.at_once && !branch.delayed && !branch.quits &&
           !branch.loads && !branch.doubtful() && branch.asks.count == 0 &&
           branch.writes.count == 0;
}

/// Whether the branch could lead to something that was not met yet.
bool Scout::leads_on(FrameId frame, const Branch& branch) {
    if (branch.kind == Branch::Kind::refused) return false;
    if (branch.kind == Branch::Kind::leaves) return true;
    if (frames_.closes_when(branch.frame) != fails) return true;
    if (branch.frame == frame && branch.writes.count == 0) return false;
    work_ += 20 + work_of_pairs_;
    now_ = in_here_;
    for (const Literal& one : frames_.literals(branch.writes))
        if (forward_.literal(one) != Forward::not_told_apart)
            Forward::make_so(now_, forward_.literal(one));
    const MenuState& here = forward_.here();
    const ScreenId under = branch.kind == Branch::Kind::pushes   ? here.current()
                           : branch.kind == Branch::Kind::resets ? no_screen
                                                                 : beneath(here);
    return is_new(met(branch.frame), under);
}

/// The game does what makes the case hold. Where something has closed by that, that is met as well.
bool Scout::arrange(FrameId frame, const Branch& branch) {
    if (forward_.arrange(frame, branch)) return true;
    meet();
    return false;
}

} // namespace rondix
