#include "check/stacks.hpp"

#include "proof/goals.hpp"

#include <algorithm>

namespace rondix {

namespace {

/// Follows `under` down from the top.
template <class Number, class ScreenOf>
std::vector<ScreenId> stack_of(Number top, const std::vector<std::size_t>& depth,
                               const std::vector<Number>& under, ScreenOf screen_of) {
    std::vector<ScreenId> screens{screen_of(top)};
    for (Number at = top; depth[at] > 1; at = under[at]) screens.push_back(screen_of(under[at]));
    std::reverse(screens.begin(), screens.end());
    return screens;
}

} // namespace

Stacks::Stacks(const Heads& heads, Weigh weigh, std::size_t max_work, Budget& budget)
    : heads_(heads)
    , budget_(budget)
    , weigh_(weigh)
    , leaving_(heads, Leaving::By::any_move, budget)
    , max_work_(max_work)
    , beneath_(heads.size())
    , beneath_frame_(heads.frame_count())
    , depth_(heads.size(), 0)
    , under_(heads.size())
    , way_out_(heads.size(), no_way) {
    const HeadSet reached = reachable(heads, leaving_, budget);
    for (FrameId frame = 0; frame < heads.frame_count(); ++frame)
        each_value(reached.of(frame),
                   [&](Values values) { reached_.push_back(heads.head(frame, values)); });
    find_beneath();
    find_depths();
    find_ways_out();
}

void Stacks::count_work() {
    if (++work_ > max_work_ && max_work_ > 0) throw Paths::TooDear{};
}

template <class Each>
void Stacks::each_in_place(HeadId head, Each each) {
    const FrameId frame = heads_.frame(head);
    const Values values = heads_.values(head);
    const auto lead_to = [&](FrameId to, Values after) {
        count_work();
        each(heads_.head(to, after));
    };
    for (const Rule& rule : heads_.may(frame)) {
        if (!rule.holds(values)) continue;
        if (rule.kind == Branch::Kind::stays) lead_to(rule.frame, rule.after(values));
        if (rule.kind != Branch::Kind::pushes) continue;
        for (const Leaving::Exit& exit : leaving_.exits(rule.frame))
            if (heads_.frames().lands_on(frame, exit.landing))
                each_value(leaving_.row(exit, rule.after(values)),
                           [&](Values back) { lead_to(rule.under, back); });
    }
    if (!heads_.may_rest(frame, values)) return;
    for (Values free = heads_.free(); free != 0; free &= free - 1)
        lead_to(frame, values ^ (free & (~free + 1)));
}

template <class Each>
void Stacks::each_on_top(HeadId head, Each each) {
    const Values values = heads_.values(head);
    for (const Rule& rule : heads_.may(heads_.frame(head))) {
        if (rule.kind != Branch::Kind::pushes || !rule.holds(values)) continue;
        count_work();
        each(heads_.head(rule.frame, rule.after(values)), rule.under);
    }
}

/// What is pushed has the frame that pushes it beneath; what comes in its place has the same.
void Stacks::find_beneath() {
    std::vector<HeadId> open;
    const auto add = [&](HeadId head, FrameId beneath) {
        if (beneath_[head].insert(beneath).second) open.push_back(head);
    };
    for (const HeadId head : reached_)
        each_on_top(head, [&](HeadId top, FrameId under) { add(top, under); });
    while (!open.empty()) {
        const HeadId head = open.back();
        open.pop_back();
        beneath_frame_[heads_.frame(head)].insert(beneath_[head].begin(), beneath_[head].end());
        const std::set<FrameId> all = beneath_[head];
        each_in_place(head, [&](HeadId next) {
            for (const FrameId frame : all) add(next, frame);
        });
    }
}

/// The longest chain of pushes, by rounds: what is pushed stands one higher than what pushes it.
void Stacks::find_depths() {
    std::vector<HeadId> open;
    const auto raise = [&](HeadId head, std::size_t to, HeadId beneath) {
        if (depth_[head] >= to) return;
        depth_[head] = to;
        under_[head] = beneath;
        open.push_back(head);
    };
    for (const HeadId head : reached_)
        if (heads_.frames()[heads_.frame(head)].bottom) raise(head, 1, head);
    while (!open.empty()) {
        const HeadId head = open.back();
        open.pop_back();
        each_in_place(head, [&](HeadId next) { raise(next, depth_[head], under_[head]); });
        each_on_top(head, [&](HeadId top, FrameId) { raise(top, depth_[head] + 1, head); });
    }
}

std::vector<ScreenId> Stacks::deepest() const {
    HeadId top = 0; // what is not at rest is on no stack that anybody sees
    for (HeadId head = 0; head < heads_.size(); ++head) {
        const bool rests = heads_.may_rest(heads_.frame(head), heads_.values(head));
        if (rests && depth_[head] > depth_[top]) top = head;
    }
    return stack_of(top, depth_, under_,
                    [&](HeadId head) { return heads_.frames()[heads_.frame(head)].screen; });
}

std::optional<Length> Stacks::longest_way_out(HeadId head) const {
    return way_out_[head] == no_way ? std::nullopt : std::optional(way_out_[head]);
}

std::optional<Length> Stacks::longest_way_out() const {
    Length longest = 0;
    for (const HeadId head : reached_) {
        if (way_out_[head] == no_way) return std::nullopt;
        if (heads_.may_rest(heads_.frame(head), heads_.values(head)))
            longest = std::max(longest, way_out_[head]);
    }
    return longest;
}

/// By rising length, as in Knuth's generalisation of Dijkstra's algorithm: a choice is no shorter
/// than what it leads to.
void Stacks::find_ways_out() {
    std::vector<std::vector<Choice>> all(heads_.size());
    std::vector<std::vector<HeadId>> back(heads_.size());
    std::vector<std::vector<HeadId>> at(1);
    const auto offer = [&](HeadId head) {
        const Length length = way_out_by(head, all[head]);
        if (length == no_way) return;
        if (length >= at.size()) at.resize(length + 1);
        at[length].push_back(head);
    };
    for (const HeadId head : reached_) {
        budget_.step("longest way out", head, heads_.size());
        all[head] = choices(head);
        for (const Choice& choice : all[head])
            for (const HeadId to : choice.to) back[to].push_back(head);
    }
    for (const HeadId head : reached_) offer(head);
    for (Length length = 0; length < at.size(); ++length)
        for (std::size_t i = 0; i < at[length].size(); ++i) {
            const HeadId head = at[length][i];
            if (way_out_[head] != no_way) continue;
            way_out_[head] = length;
            for (const HeadId from : back[head])
                if (way_out_[from] == no_way) offer(from);
        }
}

std::vector<Stacks::Choice> Stacks::choices(HeadId head) const {
    const FrameId frame = heads_.frame(head);
    const Values values = heads_.values(head);
    std::vector<Choice> choices;
    for (const Rule& rule : heads_.sure(frame)) {
        if (!rule.holds(values)) continue;
        const Values after = rule.after(values);
        Choice& choice = choices.emplace_back();
        choice.quits = rule.quits;
        choice.forced = rule.forced;
        choice.at_once = rule.at_once;
        choice.answer = is_answer(rule.move);
        choice.moves_on = rule.move == MoveKind::moves_on && !rule.at_once;
        choice.in_vain = choice.moves_on && heads_.moves_on_in_vain(frame, values, rule);
        choice.length = rule.at_once ? 0 : weigh_(rule.move, false);
        if (rule.kind != Branch::Kind::leaves) {
            choice.to = {heads_.head(rule.frame, after)};
        } else {
            std::set<HeadId> landed;
            landings(head, rule.landing, after, landed);
            choice.to.assign(landed.begin(), landed.end());
        }
    }
    return choices;
}

/// As far as it is known yet, by the rules of Forcing.
Length Stacks::way_out_by(HeadId head, const std::vector<Choice>& choices) const {
    const FrameId frame = heads_.frame(head);
    if (heads_.frames().in_play(frame)) return 0;
    const auto length_of = [&](const Choice& choice) {
        if (choice.quits) return choice.length;
        Length longest = 0;
        for (const HeadId to : choice.to) longest = std::max(longest, way_out_[to]);
        return longest == no_way || choice.to.empty() ? no_way : longest + choice.length;
    };
    Length nearest = no_way, furthest = 0;
    const bool awaits = heads_.awaits_answer(frame);
    bool ends = false, vain = awaits && heads_.may_move_nowhere(frame, heads_.values(head));
    for (const Choice& choice : choices) {
        if (choice.at_once) return length_of(choice);
        if (!awaits || !choice.forced) {
            nearest = std::min(nearest, length_of(choice));
            continue;
        }
        vain = vain || choice.in_vain;
        if (choice.in_vain) continue;
        furthest = std::max(furthest, length_of(choice));
        ends = ends || choice.moves_on;
    }
    if (!awaits) return nearest;
    const bool silent = (!ends || vain) && !heads_.frames().has_time_limit(frame);
    return silent ? std::max(nearest, furthest) : furthest;
}

/// Where a head goes on when it is left: at the screens beneath, or beneath that.
void Stacks::landings(HeadId head, Landing landing, Values values, std::set<HeadId>& heads) const {
    std::vector<FrameId> open(beneath_[head].begin(), beneath_[head].end());
    std::set<FrameId> seen(open.begin(), open.end());
    while (!open.empty()) {
        const FrameId frame = open.back();
        open.pop_back();
        if (heads_.frames().lands_on(frame, landing)) {
            heads.insert(heads_.head(frame, values));
            continue;
        }
        for (const FrameId further : beneath_frame_[frame])
            if (seen.insert(further).second) open.push_back(further);
    }
}

std::vector<ScreenId> deepest_frames(const Heads& heads, const HeadSet& reached) {
    std::vector<std::size_t> depth(heads.frame_count(), 0);
    std::vector<FrameId> under(heads.frame_count());
    std::vector<FrameId> open;
    const auto raise = [&](FrameId frame, std::size_t to, FrameId beneath) {
        if (depth[frame] >= to || !reached.any(frame)) return;
        depth[frame] = to;
        under[frame] = beneath;
        open.push_back(frame);
    };
    for (FrameId frame = 0; frame < heads.frame_count(); ++frame)
        if (heads.frames()[frame].bottom) raise(frame, 1, frame);
    while (!open.empty()) {
        const FrameId frame = open.back();
        open.pop_back();
        for (const Rule& rule : heads.may(frame)) {
            if (rule.kind == Branch::Kind::stays) raise(rule.frame, depth[frame], under[frame]);
            if (rule.kind == Branch::Kind::pushes) raise(rule.frame, depth[frame] + 1, frame);
        }
    }
    const auto top =
        static_cast<FrameId>(std::max_element(depth.begin(), depth.end()) - depth.begin());
    return stack_of(top, depth, under, [&](FrameId frame) { return heads.frames()[frame].screen; });
}

} // namespace rondix
