#include "proof/best_first.hpp"

#include "proof/starts.hpp"

#include <algorithm>
#include <bit>

namespace rondix {

namespace {

constexpr std::size_t max_passed = 64;       // facts of a plan that are looked at
constexpr std::size_t max_tried = 64;        // menu states that look as if they were it
constexpr std::size_t max_words = 4'000'000; // of what was met

std::uint64_t mixed(std::uint64_t a, std::uint64_t b) {
    const std::uint64_t x = (a ^ b) * 0x9E3779B97F4A7C15;
    return x ^ x >> 29;
}

} // namespace

BestFirst::BestFirst(const CompiledFlow& flow, Frames& frames, DeviceSet devices, Budget& budget)
    : flow_(flow)
    , frames_(frames)
    , budget_(budget)
    , forward_(flow, frames, devices)
    , relaxed_(frames, forward_)
    , now_(forward_.words()) {}

bool BestFirst::find(std::span<const End> ends, const Is& is_it, std::size_t max_work) {
    begin(ends);
    for (const Start& start : starts_of(flow_)) {
        forward_.begin(start.before, start.there);
        if (meet(Forward::nothing, is_it)) return true;
    }
    return go_on(is_it, max_work);
}

bool BestFirst::find(std::span<const End> ends, const Is& is_it, std::size_t max_work,
                     const std::vector<Root>& roots) {
    begin(ends);
    for (const Root& root : roots) {
        const MenuState there = after_moves(flow_, root.moves);
        work_ += 500 * root.moves.size();
        forward_.begin(root.moves, there);
        if (meet(Forward::nothing, is_it, root.stays_open ? there.depth() : 1)) return true;
    }
    return go_on(is_it, max_work);
}

bool BestFirst::go_on(const Is& is_it, std::size_t max_work) {
    constexpr std::size_t between_looks = 1'000'000; // a millisecond, about
    const std::size_t most = work() + max_work;
    std::size_t looked = work();
    const auto is_done = [&] {
        return std::ranges::all_of(open_, [](const Queue& queue) { return queue.empty(); });
    };
    for (std::size_t turn = 0; !is_done() && work() < most && tried_ < max_tried; ++turn) {
        if (work() - looked > between_looks) {
            budget_.look("visible screens", turn, turn + open_[by_plan].size());
            looked = work();
        }
        Queue& queue = open_[turn % open_.size()];
        if (queue.empty()) continue;
        const auto seen = std::get<3>(queue.top());
        queue.pop();
        if (!states_[seen].packed.empty() && follow(seen, is_it)) return true;
    }
    return false;
}

void BestFirst::begin(std::span<const End> ends) {
    forward_.clear();
    relaxed_.set_ends(ends);
    wanted_.clear();
    for (const End& end : ends) {
        Wanted& wanted = wanted_.emplace_back();
        wanted.frame = end.frame;
        for (const Literal& one : end.asked)
            if (forward_.literal(one) != Forward::not_told_apart)
                wanted.literals.push_back(forward_.literal(one));
    }
    tried_ = words_met_ = 0;
    states_.clear();
    plans_.clear();
    for (Queue& queue : open_) queue = {};
    known_.clear();
    met_.clear();
}

bool BestFirst::follow(Seen from, const Is& is_it) {
    const FrameId frame = states_[from].frame;
    forward_.stand_at(from, std::vector(std::move(states_[from].packed)));
    const std::size_t count = frames_.branches(frame).size();
    for (std::size_t i = 0; i < count; ++i) {
        const Branch branch = frames_.branches(frame)[i]; // others may be explored meanwhile
        if (branch.kind == Branch::Kind::refused) continue;
        if (!forward_.can_make(branch) || !forward_.can_arrange(branch)) continue;
        // What the game does may close screens already: that is how some close at once.
        const bool is_arranged = forward_.arrange(frame, branch);
        if (is_arranged && (branch.at_once || !forward_.take(branch)))
            forward_.forget();
        else if (meet(from, is_it))
            return true;
    }
    return false;
}

/// What was come to is kept, unless it is known. True: it is what was looked for.
bool BestFirst::meet(Seen from, const Is& is_it, std::size_t kept_open) {
    const MenuState& next = forward_.next();
    work_ += 1'000 + 4 * forward_.told_apart() * forward_.words();
    forward_.note(next, now_);
    State state;
    state.frame = frames_.frame_of(next);
    state.missing = missing(state.frame);
    const bool is_first = from == Forward::nothing;
    state.kept_open = is_first ? kept_open : states_[from].kept_open;
    const bool is_nearer = is_first || state.missing < states_[from].missing;
    if (next.depth() < state.kept_open || is_known(state.frame) ||
        (is_nearer && !find_plan(state))) {
        forward_.forget();
        return false;
    }
    state.plan = is_nearer ? static_cast<std::uint32_t>(plans_.size() - 1) : states_[from].plan;
    state.passed = passed(state.plan, state.frame) | (is_nearer ? 0 : states_[from].passed);
    state.passed_of_first = passed(0, state.frame) | (is_first ? 0 : states_[from].passed_of_first);
    const auto packed = next.packed();
    state.packed.assign(packed.begin(), packed.end());
    budget_.expect_memory(forward_.bytes() + states_.size() * (sizeof state + 4 * packed.size()));
    const Seen seen = forward_.keep();
    promise(state, seen);
    states_.push_back(std::move(state));
    return states_[seen].missing == 0 && tried_++ < max_tried && is_it(seen, states_[seen].frame);
}

/// In which order it is gone on from.
void BestFirst::promise(const State& state, Seen seen) {
    const int passed = std::popcount(state.passed), of_first = std::popcount(state.passed_of_first);
    const auto missing = static_cast<std::int32_t>(state.missing);
    const std::uint32_t near = novelty({by_goal, state.missing, passed, state.frame});
    const std::uint32_t far = novelty({by_plan, 0, of_first, state.frame});
    open_[by_goal].push({near, missing, -passed, seen});
    open_[by_plan].push({far, -of_first, 0, seen});
    if (near != one_is_new && far != one_is_new) return;
    if (find_relaxed(state)) open_[by_cost].push({relaxed_.cost(), 0, 0, seen});
}

/// Of those with the same screen beneath, and all flags alike, one is enough.
bool BestFirst::is_known(FrameId frame) {
    std::uint64_t hash = mixed(frame, std::uint64_t{index(beneath(forward_.next()))} << 32);
    for (const std::uint64_t word : now_) hash = mixed(hash, word);
    return !known_.insert(hash).second;
}

/// How much of the nearest end is not so.
std::uint32_t BestFirst::missing(FrameId frame) const {
    std::size_t least = static_cast<std::size_t>(-1);
    for (const Wanted& end : wanted_) {
        const auto is_missing = [&](std::size_t one) { return !Forward::is_so(now_, one); };
        const auto count = std::count_if(end.literals.begin(), end.literals.end(), is_missing);
        least = std::min(least, static_cast<std::size_t>(count) + (end.frame == frame ? 0 : 1));
    }
    return static_cast<std::uint32_t>(least);
}

/// A relaxed plan from here, that leaves nothing that is to stay open.
bool BestFirst::find_relaxed(const State& state) {
    const std::vector<FrameId> open = frames_.frames_of(forward_.next());
    return relaxed_.find(std::span(open).subspan(state.kept_open - 1), now_);
}

bool BestFirst::find_plan(const State& state) {
    if (!find_relaxed(state)) return false;
    plans_.push_back(relaxed_.makes());
    if (plans_.back().size() > max_passed) plans_.back().resize(max_passed);
    return true;
}

/// What of a plan is so.
std::uint64_t BestFirst::passed(std::uint32_t plan, FrameId frame) const {
    std::uint64_t passed = 0;
    for (std::size_t i = 0; i < plans_[plan].size(); ++i) {
        const RelaxedPlans::Fact fact = plans_[plan][i];
        const bool is_so = fact < forward_.literals() ? Forward::is_so(now_, fact)
                                                      : fact == relaxed_.fact_of(frame);
        if (is_so) passed |= std::uint64_t{1} << i;
    }
    return passed;
}

std::uint32_t BestFirst::novelty(const Peers& peers) {
    const auto [found, is_first] = met_.try_emplace(peers);
    LiteralsMet& met = found->second;
    if (is_first) {
        const bool has_room = words_met_ + forward_.literals() * now_.size() <= max_words;
        met.begin(now_.size(), has_room ? forward_.literals() : 0);
        words_met_ += met.words();
    }
    const bool is_one_new = is_first || !met.has_each(now_);
    const bool are_two_new = !is_one_new && !met.has_each_two(now_);
    met.add(now_);
    return is_one_new ? one_is_new : are_two_new ? two_are_new : none_is_new;
}

} // namespace rondix
