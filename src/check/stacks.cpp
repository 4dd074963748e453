#include "check/stacks.hpp"

#include "check/goals.hpp"

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

Stacks::Stacks(const Heads& heads, Watch& watch)
    : heads_(heads)
    , watch_(watch)
    , paths_(heads, {heads.start()}, {}, watch)
    , ways_(heads, reached_heads(heads, paths_), {Leaving::By::players_move, of_a_way_out}, watch)
    , to_goal_(ways_.lengths_to_goal(
          [&](HeadId head) { return heads.frames().in_play(heads.frame(head)); }))
    , beneath_(heads.size())
    , beneath_frame_(heads.frame_count())
    , way_out_(heads.size(), not_asked) {
    find_beneath();
}

/// What is pushed has the frame that pushes it beneath; what comes in its place has the same.
void Stacks::find_beneath() {
    std::vector<HeadId> open;
    const auto add = [&](HeadId head, FrameId beneath) {
        if (beneath_[head].insert(beneath).second) open.push_back(head);
    };
    for (const HeadId head : reached_heads(heads_, paths_))
        for (const HeadId top : paths_.on_top(head)) add(top, heads_.frame(head));
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
std::vector<ScreenId> Stacks::deepest() const {
    std::vector<std::size_t> depth(heads_.size(), 0);
    std::vector<HeadId> under(heads_.size());
    std::vector<HeadId> open;
    const auto raise = [&](HeadId head, std::size_t to, HeadId beneath) {
        if (depth[head] >= to) return;
        depth[head] = to;
        under[head] = beneath;
        open.push_back(head);
    };
    for (const HeadId head : reached_heads(heads_, paths_))
        if (heads_.frames()[heads_.frame(head)].bottom) raise(head, 1, head);
    while (!open.empty()) {
        const HeadId head = open.back();
        open.pop_back();
        for (const HeadId next : paths_.in_place(head)) raise(next, depth[head], under[head]);
        for (const HeadId next : paths_.on_top(head)) raise(next, depth[head] + 1, head);
    }
    const auto top =
        static_cast<HeadId>(std::max_element(depth.begin(), depth.end()) - depth.begin());
    return stack_of(top, depth, under,
                    [&](HeadId head) { return heads_.frames()[heads_.frame(head)].screen; });
}

Length Stacks::longest_way_out() {
    Length longest = 0;
    for (const HeadId head : reached_heads(heads_, paths_)) {
        const Length length = way_out(head);
        if (length != no_way) longest = std::max(longest, length);
    }
    return longest;
}

/// The worst of all stacks beneath. Ends: what lies beneath has fewer screens beneath it.
Length Stacks::way_out(HeadId head) {
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
        return way_out(heads_.head(beneath, way.values));
    Length worst = 0;
    for (const FrameId further : beneath_frame_[beneath])
        worst = std::max(worst, after_leaving(further, way));
    return worst;
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
