#include "check/stacks.hpp"

#include "proof/goals.hpp"

#include <algorithm>

namespace rondix {

namespace {

constexpr Length not_asked = no_way - 1;

std::vector<HeadId> reached_heads(const Heads& heads, const Paths& paths) {
    std::vector<HeadId> reached;
    for (HeadId head = 0; head < heads.size(); ++head)
        if (paths.reached(head)) reached.push_back(head);
    return reached;
}

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

Stacks::Stacks(const Heads& heads, Weigh weigh, Watch& watch)
    : heads_(heads)
    , watch_(watch)
    , paths_(heads, {heads.start()}, {Leaving::any_move, weigh}, watch)
    , ways_(heads, reached_heads(heads, paths_), {of_a_way_out, weigh}, watch)
    , to_goal_(ways_.lengths_to_goal(
          [&](HeadId head) { return heads.frames().in_play(heads.frame(head)); }))
    , beneath_(heads.size())
    , beneath_frame_(heads.frame_count())
    , depth_(heads.size(), 0)
    , under_(heads.size())
    , way_out_(heads.size(), not_asked) {
    find_beneath();
    find_depths();
}

/// What is pushed has the frame that pushes it beneath; what comes in its place has the same.
void Stacks::find_beneath() {
    std::vector<HeadId> open;
    const auto add = [&](HeadId head, FrameId beneath) {
        if (beneath_[head].insert(beneath).second) open.push_back(head);
    };
    for (const HeadId head : reached_heads(heads_, paths_))
        for (const Paths::OnTop& top : paths_.on_top(head)) add(top.head, top.under);
    while (!open.empty()) {
        const HeadId head = open.back();
        open.pop_back();
        beneath_frame_[heads_.frame(head)].insert(beneath_[head].begin(), beneath_[head].end());
        const std::set<FrameId> all = beneath_[head];
        for (const HeadId next : paths_.in_place(head))
            for (const FrameId frame : all) add(next, frame);
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
    for (const HeadId head : reached_heads(heads_, paths_))
        if (heads_.frames()[heads_.frame(head)].bottom) raise(head, 1, head);
    while (!open.empty()) {
        const HeadId head = open.back();
        open.pop_back();
        for (const HeadId next : paths_.in_place(head)) raise(next, depth_[head], under_[head]);
        for (const Paths::OnTop& top : paths_.on_top(head)) raise(top.head, depth_[head] + 1, head);
    }
}

std::vector<ScreenId> Stacks::deepest() const {
    const auto top =
        static_cast<HeadId>(std::max_element(depth_.begin(), depth_.end()) - depth_.begin());
    return stack_of(top, depth_, under_,
                    [&](HeadId head) { return heads_.frames()[heads_.frame(head)].screen; });
}

Length Stacks::longest_way_out() {
    Length longest = 0;
    for (const HeadId head : reached_heads(heads_, paths_)) {
        const Length length = longest_way_out(head);
        if (length != no_way) longest = std::max(longest, length);
    }
    return longest;
}

/// The worst of all stacks beneath. Ends: what lies beneath has fewer screens beneath it.
Length Stacks::longest_way_out(HeadId head) {
    if (way_out_[head] != not_asked) return way_out_[head];
    watch_.step("longest way out", head, heads_.size());
    Length worst = beneath_[head].empty() ? to_goal_[head] : 0;
    for (const FrameId beneath : beneath_[head]) {
        Length best = to_goal_[head];
        for (const Paths::WayOut& way : ways_.ways(head)) {
            const Length after = after_leaving(beneath, way);
            if (after != no_way) best = std::min(best, way.length + after);
        }
        if (best != no_way) worst = std::max(worst, best);
    }
    return way_out_[head] = worst;
}

Length Stacks::after_leaving(FrameId beneath, const Paths::WayOut& way) {
    if (heads_.frames().lands_on(beneath, way.landing))
        return longest_way_out(heads_.head(beneath, way.values));
    Length worst = 0;
    for (const FrameId further : beneath_frame_[beneath])
        worst = std::max(worst, after_leaving(further, way));
    return worst;
}

/// Where a head goes on when it is left: at what lies beneath, or beneath that.
void Stacks::landings(HeadId head, const Paths::WayOut& way, std::set<HeadId>& heads) const {
    std::vector<FrameId> open(beneath_[head].begin(), beneath_[head].end());
    std::set<FrameId> seen(open.begin(), open.end());
    while (!open.empty()) {
        const FrameId frame = open.back();
        open.pop_back();
        if (heads_.frames().lands_on(frame, way.landing)) {
            heads.insert(heads_.head(frame, way.values));
            continue;
        }
        for (const FrameId further : beneath_frame_[frame])
            if (seen.insert(further).second) open.push_back(further);
    }
}

/// Dijkstra, backward from the heads that reach the goal without being left. What is left lands on
/// what lay beneath it from the beginning: what is pushed on the way and left again is part of the
/// ways.
std::vector<Length> Stacks::nearest(Goal goal) const {
    const bool play = goal == Goal::play;
    std::vector<Length> lengths = ways_.lengths_to_goal(
        [&](HeadId head) { return play && heads_.frames().in_play(heads_.frame(head)); }, !play);
    std::vector<std::vector<Paths::Step>> back(heads_.size());
    using Reached = std::pair<Length, HeadId>;
    std::priority_queue<Reached, std::vector<Reached>, std::greater<>> queue;
    for (const HeadId head : reached_heads(heads_, paths_)) {
        watch_.step("figures", head, heads_.size());
        for (const Paths::WayOut& way : ways_.ways(head)) {
            std::set<HeadId> next;
            landings(head, way, next);
            for (const HeadId to : next) back[to].push_back({head, way.length});
        }
        if (lengths[head] != no_way) queue.emplace(lengths[head], head);
    }
    while (!queue.empty()) {
        const auto [length, head] = queue.top();
        queue.pop();
        if (length > lengths[head]) continue;
        for (const Paths::Step& from : back[head]) {
            if (length + from.length >= lengths[from.to]) continue;
            lengths[from.to] = length + from.length;
            queue.emplace(lengths[from.to], from.to);
        }
    }
    return lengths;
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
