#include "proof/heads.hpp"

#include <algorithm>

namespace rondix {

Heads::Heads(Frames& frames, const CompiledFlow& flow, DeviceSet devices,
             const std::vector<FlagId>& tracked, Budget& budget, const MenuState* also, As as)
    : frames_(frames)
    , flow_(flow)
    , devices_(devices)
    , variables_(flow, tracked) {
    for (const FlagId flag : variables_.flags())
        if (flow[flag].set_by_game) free_ |= variables_.bit_of(flag);
    find_starts();
    if (frames_.is_loose()) frames_.settle_doubts();
    if (also) {
        also_ = frames_.frames_of(*also);
        also_values_ = values_in(*also);
    }
    may_.rules.reserve(flow.controls.size() + 3 * flow.screens.size());
    sure_.rules.reserve(flow.controls.size() + 3 * flow.screens.size());
    for (FrameId frame = 0; frame < frames_.size(); ++frame) { // branches bring up further frames
        budget.step("exploring heads", frame, frames_.size());
        if (as == As::numbers) budget.expect_heads(frames_.size() * values());
        make_rules(frame);
    }
    put_in_order();
    sort_by_screen();
}

/// Several may come to one head: the shortest stands for all.
void Heads::find_starts() {
    for (const rondix::Start& start : starts_of(flow_)) {
        const FrameId frame = frames_.frame_of(start.there);
        const Values values = values_in(start.there);
        const auto known = std::find_if(starts_.begin(), starts_.end(), [&](const Start& one) {
            return one.frame == frame && one.values == values;
        });
        if (known == starts_.end())
            starts_.push_back({frame, values, start.before});
        else if (start.before.size() < known->before.size())
            known->before = start.before;
    }
}

Values Heads::values_in(const MenuState& state) const {
    return variables_.values_of([&](FlagId flag) { return state.flag(flag); });
}

/// (A case that no value of a setting fits is told apart only where the setting is known.)
Values Heads::quiet() const {
    Values bits = variables_.changeable(flow_);
    for (const Rule& rule : closing_rules_) {
        bits &= ~rule.care;
        for (const Pick& pick : rule.picks) bits &= ~pick.mask;
    }
    for (const Rule& rule : may_.rules)
        for (const Pick& pick : rule.picks)
            if (std::ranges::find(pick.allowed, true) == pick.allowed.end()) bits &= ~pick.mask;
    return bits;
}

Heads Heads::without_quiet(Budget& budget) const {
    return {frames_, flow_, devices_, variables_.flags_but(quiet()), budget};
}

HeadId Heads::head_of(const MenuState& state) const {
    return head(frames_.frame_of(state), values_in(state));
}

void Heads::make_rules(FrameId frame) {
    const std::span<const Branch> branches = frames_.branches(frame);
    const auto may_begin = static_cast<std::uint32_t>(may_.rules.size());
    const auto sure_begin = static_cast<std::uint32_t>(sure_.rules.size());
    const auto nowhere_begin = static_cast<std::uint32_t>(nowhere_.rules.size());
    std::vector<Rule>& cases = cases_;
    cases.clear();
    for (std::uint32_t i = 0; i < branches.size(); ++i) {
        const Branch& branch = branches[i];
        if (is_players(branch.move.kind) && (branch.devices & devices_) == 0) continue;
        cases.push_back(rule_of(branches, i));
        if (frames_.awaits_answer(frame))
            cases.back().forced = is_answer(branch.move.kind) || branch.at_once ||
                                  branch.move.kind == MoveKind::moves_on;
        if (branch.kind != Branch::Kind::refused)
            may_.rules.push_back(cases.back());
        else if (branch.move.kind == MoveKind::moves_on)
            nowhere_.rules.push_back(cases.back());
        if (i + 1 < branches.size() && branches[i + 1].move == branch.move &&
            branches[i + 1].at_once == branch.at_once)
            continue;
        if (branch.in_time) add_sure(frame, cases);
        cases.clear();
    }
    note_closing(frame);
    const auto close = [](Rules& rules, std::uint32_t begin) {
        rules.of.push_back({begin, static_cast<std::uint32_t>(rules.rules.size()) - begin});
    };
    close(may_, may_begin);
    close(sure_, sure_begin);
    close(nowhere_, nowhere_begin);
}

/// The cases of one move that the player can count on: the player's moves and the screen's moving
/// on, where what is known tells what they do. Of what is forced all that could be.
void Heads::add_sure(FrameId frame, std::span<const Rule> cases) {
    const MoveKind kind = cases[0].move;
    if (!is_players(kind) && !is_answer(kind) && !is_moving_on(kind)) return;
    // Nothing can be done about a disk that fails for ever where the game cannot be left.
    if (kind == MoveKind::load_failed && !flow_.can_quit) return;
    if (cases[0].forced) {
        for (const Rule& one : cases)
            if (one.kind != Branch::Kind::refused) sure_.rules.push_back(one);
        return;
    }
    const auto same = [&](const Rule& other) {
        const Rule& first = cases[0];
        return other.kind == first.kind && other.frame == first.frame &&
               other.under == first.under && other.landing == first.landing &&
               other.quits == first.quits && other.clears == first.clears &&
               other.sets == first.sets;
    };
    const bool known = std::all_of(cases.begin(), cases.end(), [](auto& one) { return one.exact; });
    // (The cases of a screen that may close at once leave out those in which it does.)
    const bool closes = frames_.closes_when(frame) != fails;
    if (!known && !closes && std::all_of(cases.begin(), cases.end(), same)) {
        if (cases[0].kind == Branch::Kind::refused) return;
        sure_.rules.push_back(cases[0]);
        sure_.rules.back().care = sure_.rules.back().asks = 0;
        sure_.rules.back().picks = {};
        return;
    }
    for (std::size_t i = 0; i < cases.size(); ++i) {
        const Rule& one = cases[i];
        if (one.kind == Branch::Kind::refused) continue;
        if (one.exact) sure_.rules.push_back(one);
        if (!one.is_doubted || i + 1 == cases.size()) continue;
        const Rule& other = cases[++i]; // the two stand side by side
        if (!other.is_doubted || other.kind == Branch::Kind::refused) continue;
        sure_.rules.push_back(one);
        sure_.rules.back().or_next = true;
        sure_.rules.push_back(other);
    }
}

Rule Heads::rule_of(std::span<const Branch> branches, std::uint32_t number) {
    Rule rule = rule_of(branches[number]);
    rule.branch = number;
    return rule;
}

Rule Heads::rule_of(const Branch& branch) {
    Rule rule;
    rule.move = branch.move.kind;
    rule.kind = branch.kind;
    rule.quits = branch.quits;
    rule.loads = branch.loads;
    rule.at_once = branch.at_once;
    rule.landing = branch.landing;
    rule.frame = branch.frame;
    rule.under = branch.under;
    const std::span<const Literal> asks = frames_.literals(branch.asks);
    Variables::Case asked = variables_.asked(asks);
    rule.care = asked.care;
    rule.asks = asked.asks;
    rule.exact = asked.exact && !branch.doubtful();
    rule.is_doubted = asked.exact && branch.doubtful();
    if (!asked.picks.empty()) rule.picks = picks_.emplace_back(std::move(asked.picks));
    const Variables::Change change = variables_.written(asks, frames_.literals(branch.writes));
    rule.clears = change.clears;
    rule.sets = change.sets;
    return rule;
}

bool Heads::could_hold(const Branch& branch, Values values) const {
    const auto asked = frames_.literals(branch.asks);
    return std::all_of(asked.begin(), asked.end(), [&](const Literal& one) {
        return variables_.raised(one.flag, values).value_or(one.raised) == one.raised;
    });
}

std::vector<FlagId> Heads::untracked(FrameId frame, Move move) const {
    std::vector<FlagId> flags;
    for (const Branch& branch : frames_.branches(frame)) {
        if (branch.move == move && !branch.at_once) add_untracked(branch, flags);
    }
    return flags;
}

std::vector<FlagId> Heads::untracked_closing(FrameId frame) const {
    std::vector<FlagId> flags;
    for (const Branch& branch : frames_.branches(frame))
        if (branch.at_once) add_untracked(branch, flags);
    return flags;
}

void Heads::add_untracked(const Branch& branch, std::vector<FlagId>& flags) const {
    for (const Literal& one : frames_.literals(branch.asks))
        if (!is_tracked(one.flag)) {
            const FlagId flag = stands_for(flow_, one.flag);
            if (std::find(flags.begin(), flags.end(), flag) == flags.end()) flags.push_back(flag);
        }
}

/// The cases in which a screen closes at once, as far as the tracked flags tell for sure.
void Heads::note_closing(FrameId frame) {
    const auto begin = static_cast<std::uint32_t>(closing_rules_.size());
    const std::span<const Branch> branches = frames_.branches(frame);
    for (std::uint32_t i = 0; i < branches.size(); ++i)
        if (branches[i].at_once) closing_rules_.push_back(rule_of(branches, i));
    closing_.push_back({begin, static_cast<std::uint32_t>(closing_rules_.size()) - begin});
}

bool Heads::may_rest(const std::vector<Rule>& rules, IndexRange range, Values values) {
    for (std::uint32_t i = range.begin; i < range.end(); ++i)
        if (rules[i].exact && rules[i].holds(values)) return false;
    return true;
}

void Heads::put_in_order() {
    Graph next(frames_.size());
    for (FrameId frame = 0; frame < next.size(); ++frame)
        for (const Rule& rule : may(frame)) {
            const bool within =
                rule.kind == Branch::Kind::stays || rule.kind == Branch::Kind::pushes;
            if (within && rule.frame != frame) next[frame].push_back(rule.frame);
            const bool pushes = rule.kind == Branch::Kind::pushes;
            if (pushes && rule.under != frame) next[frame].push_back(rule.under);
        }
    const Lists<FrameId> groups = members_of(components(next));
    order_.reserve(next.size());
    for (std::size_t i = 0; i < groups.size(); ++i) {
        order_.insert(order_.end(), groups[i].begin(), groups[i].end());
        group_ends_.push_back(static_cast<std::uint32_t>(order_.size()));
    }
}

void Heads::sort_by_screen() {
    of_screen_.resize(flow_.screens.size());
    for (FrameId frame = 0; frame < frame_count(); ++frame) {
        all_frames_.push_back(frame);
        ++of_screen_[index(frames_[frame].screen)].count;
    }
    std::uint32_t begin = 0;
    for (IndexRange& own : of_screen_) {
        own.begin = begin;
        begin += own.count;
        own.count = 0;
    }
    by_screen_.resize(frame_count());
    for (const FrameId frame : all_frames_) {
        IndexRange& own = of_screen_[index(frames_[frame].screen)];
        by_screen_[own.begin + own.count++] = frame;
    }
}

std::size_t HeadSet::count() const {
    std::size_t count = 0;
    for (const std::uint64_t word : bits_) count += static_cast<std::size_t>(std::popcount(word));
    return count;
}

} // namespace rondix
