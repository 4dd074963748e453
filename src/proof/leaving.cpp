#include "proof/leaving.hpp"

#include "proof/components.hpp"

#include <algorithm>
#include <stdexcept>

namespace rondix {

namespace {
constexpr std::size_t few_values = 16; // whose rows are soon made
} // namespace

Leaving::Leaving(const Heads& heads, By by, Budget& budget, const HeadSet* among)
    : heads_(heads)
    , by_(by)
    , budget_(budget)
    , among_(among)
    , words_((heads.values() + 63) / 64)
    , rows_(heads.frame_count())
    , row_counts_(heads.frame_count(), heads.values())
    , exits_(heads.frame_count())
    , swept_at_(heads.frame_count())
    , changed_at_(heads.frame_count()) {
    if (heads.values() > few_values) {
        places_.resize(heads.values());
        for (FrameId frame = 0; frame < heads.frame_count(); ++frame) find_rows(frame);
    }
    std::size_t first = 0;
    for (const std::uint32_t end : heads_.group_ends()) {
        settle({heads_.order().data() + first, end - first});
        first = end;
    }
}

/// Forward and backward in turn, so that long circles of `go` are soon done.
void Leaving::settle(std::span<const FrameId> group) {
    // One head by itself knows everything after one round.
    const bool once = group.size() == 1 && heads_.values() == 1;
    bool changed = true;
    for (bool forward = true; changed; forward = !forward) {
        changed = false;
        for (std::size_t i = 0; i < group.size(); ++i) {
            budget_.step("ways to leave", i, group.size());
            if (grow(group[forward ? i : group.size() - 1 - i])) changed = true;
        }
        if (once) break;
    }
}

/// Calls `each` with the rules that count where the flags have these values.
template <class Each>
void Leaving::each_rule(FrameId frame, Values values, Each each) const {
    if (by_ == By::any_move) {
        for (const Rule& rule : heads_.may(frame))
            if (rule.holds(values)) each(rule);
        return;
    }
    const std::span<const Rule> rules = heads_.sure(frame);
    if (by_ == By::a_way_out) {
        for (const Rule& rule : rules)
            if (rule.holds(values) && of_a_way_out(rule.move)) each(rule);
        return;
    }
    for (const Rule& rule : rules)
        if (rule.at_once && rule.exact && rule.holds(values)) return each(rule); // not at rest
    if (heads_.awaits_answer(frame)) return;
    for (const Rule& rule : rules)
        if (rule.holds(values) && of_a_way_out(rule.move) && !rule.forced && !rule.at_once &&
            !rule.is_doubted && !rule.or_next)
            each(rule);
}

/// Calls `each` with the values that the game can make of these by changing one flag.
template <class Each>
void Leaving::each_flip(FrameId frame, Values values, Each each) const {
    if (by_ != By::any_move || !heads_.may_rest(frame, values)) return;
    for (Values free = heads_.free(); free != 0; free &= free - 1)
        each(values ^ (free & (~free + 1)));
}

void Leaving::list_members(FrameId frame) {
    members_.clear();
    each_of(frame, [&](Values values) { members_.push_back(values); });
}

std::uint32_t Leaving::place_of(FrameId frame, Values values) const {
    if (among_ && !among_->has(frame, values))
        throw std::logic_error("a head that is met leads to one that is not");
    return places_[values];
}

void Leaving::find_rows(FrameId frame) {
    list_members(frame);
    for (std::uint32_t place = 0; place < members_.size(); ++place)
        places_[members_[place]] = place;
    Graph graph(members_.size());
    for (std::size_t place = 0; place < members_.size(); ++place) {
        budget_.step("ways to leave", frame, heads_.frame_count());
        const Values values = members_[place];
        each_rule(frame, values, [&](const Rule& rule) {
            if (rule.kind == Branch::Kind::stays && rule.frame == frame)
                graph[place].push_back(place_of(frame, rule.after(values)));
        });
        each_flip(frame, values,
                  [&](Values after) { graph[place].push_back(place_of(frame, after)); });
    }
    const std::vector<std::uint32_t> found = components(graph);
    const std::uint32_t count =
        found.empty() ? 0 : *std::max_element(found.begin(), found.end()) + 1;
    rows_[frame].assign(heads_.values(), count); // that of those that are not met
    for (std::size_t place = 0; place < members_.size(); ++place)
        rows_[frame][members_[place]] = found[place];
    row_counts_[frame] = members_.size() < heads_.values() ? count + 1 : count;
}

bool Leaving::can_be_left(FrameId frame, Values values) const {
    for (const Exit& exit : exits_[frame])
        for (const std::uint64_t word : row(exit, values))
            if (word != 0) return true;
    return false;
}

void Leaving::begin_sweep(FrameId frame) {
    since_ = swept_at_[frame];
    swept_at_[frame] = ++sweep_;
}

/// Once downward and once upward, so that what one value learns reaches the others soon.
bool Leaving::grow(FrameId frame) {
    bool changed = false;
    list_members(frame);
    const std::size_t count = members_.size();
    begin_sweep(frame);
    for (std::size_t i = 0; i < count; ++i) {
        budget_.step("ways to leave", i, count);
        changed |= grow(frame, members_[i]);
    }
    if (changed && count > 1) {
        begin_sweep(frame);
        for (std::size_t i = count; i-- > 0;) {
            budget_.step("ways to leave", count - i, count);
            grow(frame, members_[i]);
        }
    }
    return changed;
}

bool Leaving::grow(FrameId frame, Values values) {
    bool changed = false;
    each_rule(frame, values, [&](const Rule& rule) {
        const Values after = rule.after(values);
        switch (rule.kind) {
        case Branch::Kind::leaves: {
            if (since_ > 0) break; // it was there at the first sweep
            std::uint64_t& word = row(frame, rule.landing, values)[after / 64];
            const std::uint64_t bit = std::uint64_t{1} << (after % 64);
            changed |= (word & bit) == 0;
            word |= bit;
            break;
        }
        case Branch::Kind::stays:
            if (has_grown(rule.frame)) changed |= join(frame, values, rule.frame, after);
            break;
        case Branch::Kind::pushes:
            if (has_grown(rule.frame) || has_grown(rule.under))
                changed |= pass_back(frame, values, rule);
            break;
        case Branch::Kind::refused:
        case Branch::Kind::resets: break; // a new bottom is no lower stack of this one
        }
    });
    if (has_grown(frame))
        each_flip(frame, values,
                  [&](Values after) { changed |= join(frame, values, frame, after); });
    if (changed) changed_at_[frame] = sweep_;
    return changed;
}

/// What is pushed here can be left: then this frame goes on, or is left as well.
bool Leaving::pass_back(FrameId frame, Values values, const Rule& rule) {
    bool changed = false;
    for (const Exit& exit : exits_[rule.frame]) {
        const auto ways = row(exit, rule.after(values));
        if (!heads_.frames().lands_on(frame, exit.landing)) {
            changed |= add(frame, exit.landing, values, ways);
            continue;
        }
        if (exits_[rule.under].empty()) continue; // there is nothing to join, yet
        back_.assign(ways.begin(), ways.end());   // joining may add to them
        joined_.assign(row_counts_[rule.under], false);
        each_value(back_, [&](Values back) {
            const std::size_t row = row_of(rule.under, back);
            if (joined_[row]) return;
            joined_[row] = true;
            changed |= join(frame, values, rule.under, back);
        });
    }
    return changed;
}

/// A head in the same place of the stack comes next: its ways are ways of this one.
bool Leaving::join(FrameId frame, Values values, FrameId other, Values others) {
    if (frame == other && row_of(frame, values) == row_of(frame, others)) return false;
    bool changed = false;
    for (const Exit& exit : exits_[other])
        changed |= add(frame, exit.landing, values, row(exit, others));
    return changed;
}

bool Leaving::add(FrameId frame, Landing landing, Values values,
                  std::span<const std::uint64_t> more) {
    if (std::all_of(more.begin(), more.end(), [](std::uint64_t word) { return word == 0; }))
        return false;
    std::uint64_t* to = row(frame, landing, values);
    std::uint64_t changed = 0;
    for (std::size_t i = 0; i < words_; ++i) {
        changed |= more[i] & ~to[i];
        to[i] |= more[i];
    }
    return changed != 0;
}

std::uint64_t* Leaving::row(FrameId frame, Landing landing, Values values) {
    std::vector<Exit>& exits = exits_[frame];
    auto found = std::find_if(exits.begin(), exits.end(),
                              [&](const Exit& exit) { return exit.landing == landing; });
    if (found == exits.end()) {
        const std::size_t size = row_counts_[frame] * words_;
        budget_.expect_memory(bits_.bytes() + size * sizeof(std::uint64_t));
        exits.push_back({landing, frame, bits_.take(size)});
        found = exits.end() - 1;
    }
    return found->bits + row_of(frame, values) * words_;
}

} // namespace rondix
