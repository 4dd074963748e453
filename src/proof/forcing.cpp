#include "proof/forcing.hpp"

#include <algorithm>
#include <deque>

namespace rondix {

Forcing::Forcing(const Heads& heads, Summaries& summaries, HeadSet goals, Silence mode,
                 Budget& budget)
    : heads_(heads)
    , summaries_(summaries)
    , possible_(summaries.by(Leaving::By::a_way_out))
    , goals_(std::move(goals))
    , silence_(mode)
    , budget_(budget)
    , easy_(goals_)
    , targets_(1) {
    win_easily();
}

/// The rules of the game, once: `leads` says whether a rule leads to where the player wants to be.
template <class Leads>
bool Forcing::is_won(FrameId frame, Values values, Leads leads) const {
    const std::span<const Rule> rules = heads_.sure(frame);
    const bool awaits = heads_.awaits_answer(frame);
    // Where it moves on in vain, it stays; whether it does may hang on flags that are not known.
    bool vain = awaits && heads_.may_move_nowhere(frame, values);
    bool forced = false, ends = false;
    const auto counts = [&](std::size_t i) {
        return leads(rules[i]) && (!rules[i].or_next || leads(rules[i + 1]));
    };
    for (std::size_t i = 0; i < rules.size(); i += rules[i].or_next ? 2 : 1) {
        const Rule& rule = rules[i];
        if (!rule.holds(values)) continue;
        if (rule.at_once && rule.exact) return leads(rule); // it is not at rest
        if (!awaits) {
            if (counts(i)) return true;
            continue;
        }
        if (!rule.forced) continue;
        const bool moves_on = rule.move == MoveKind::moves_on && !rule.at_once;
        if (moves_on && heads_.moves_on_in_vain(frame, values, rule)) {
            vain = true;
            continue;
        }
        if (!leads(rule)) return false;
        forced = forced || is_answer(rule.move);
        ends = ends || moves_on;
    }
    if (!awaits || !forced) return false;
    ends = (ends && !vain) || heads_.frames().has_time_limit(frame);
    if (silence_ == Silence::ends || ends) return true;
    for (std::size_t i = 0; i < rules.size(); i += rules[i].or_next ? 2 : 1)
        if (!rules[i].forced && rules[i].holds(values) && counts(i)) return true;
    return false;
}

// --- the simpler question

bool Forcing::leads_easily(FrameId frame, Values values, const Rule& rule) const {
    if (rule.quits || rule.kind == Branch::Kind::leaves) return true;
    const Values after = rule.after(values);
    if (rule.kind != Branch::Kind::pushes) return easy_.has(rule.frame, after);
    if (here_ && here_->has(rule.frame, after)) return true;
    return can_choose(frame, after, rule) || comes_back_to(easy_, frame, after, rule, true);
}

/// The same without leaving the frame.
bool Forcing::leads_here(FrameId frame, Values values, const Rule& rule) const {
    if (rule.quits) return true;
    const Values after = rule.after(values);
    switch (rule.kind) {
    case Branch::Kind::leaves:
    case Branch::Kind::refused: return false;
    case Branch::Kind::stays: return here_->has(rule.frame, after);
    case Branch::Kind::resets: return easy_.has(rule.frame, after); // nothing is beneath
    case Branch::Kind::pushes: break;
    }
    return here_->has(rule.frame, after) || comes_back_to(*here_, frame, after, rule, false);
}

/// Whether what this rule pushes is won, and every way in which it could be left lands on what is
/// won `here`, or on what is further beneath, if that counts.
bool Forcing::comes_back_to(const HeadSet& won, FrameId frame, Values after, const Rule& rule,
                            bool leaving_counts) const {
    if (!easy_.has(rule.frame, after)) return false;
    for (const Leaving::Exit& exit : possible_.exits(rule.frame)) {
        const bool lands_here = heads_.frames().lands_on(frame, exit.landing);
        if (!lands_here && leaving_counts) continue;
        const Leaving::Row back = possible_.row(exit, after);
        const auto here = back.of(won.of(rule.under));
        for (std::size_t i = 0; i < here.size(); ++i)
            if ((back.words[i] & ~(lands_here ? here[i] : 0)) != 0) return false;
    }
    return true;
}

/// Whether the player alone can leave what this rule pushes for something that is won.
bool Forcing::can_choose(FrameId frame, Values after, const Rule& rule) const {
    if (!chosen_) return false;
    for (const Leaving::Exit& exit : chosen_->exits(rule.frame)) {
        const bool lands_here = heads_.frames().lands_on(frame, exit.landing);
        const Leaving::Row back = chosen_->row(exit, after);
        const auto here = back.of(easy_.of(rule.under));
        for (std::size_t i = 0; i < here.size(); ++i)
            if ((back.words[i] & (lands_here ? here[i] : ~std::uint64_t{0})) != 0) return true;
    }
    return false;
}

bool Forcing::all_easy(const HeadSet& among) const {
    HeadSet left = among;
    left.drop(easy_);
    return left.count() == 0;
}

/// Adds what is known to be won at one frame. False: nothing new.
bool Forcing::win_easily(FrameId frame) {
    bool changed = false;
    each_value(summaries_.met().of(frame), [&](Values values) {
        if (here_ && !here_->has(frame, values)) {
            const bool won = is_won(
                frame, values, [&](const Rule& rule) { return leads_here(frame, values, rule); });
            if (won) changed |= here_->add(frame, values);
        }
        if (easy_.has(frame, values)) return;
        const bool won = is_won(
            frame, values, [&](const Rule& rule) { return leads_easily(frame, values, rule); });
        if (won) changed |= easy_.add(frame, values);
    });
    return changed;
}

/// A few rounds over all frames settle nearly every flow; where they do not, a frame is looked at
/// again when one that it can turn into, or that it brings up, has changed.
void Forcing::win_easily() {
    bool changed = true;
    for (int round = 0; changed && round < 4; ++round) {
        changed = false;
        for (const FrameId frame : heads_.order()) {
            budget_.step("ways out", frame, heads_.frame_count());
            changed |= win_easily(frame);
        }
    }
    if (!changed) return;
    Graph waiting_for(heads_.frame_count());
    for (FrameId frame = 0; frame < heads_.frame_count(); ++frame) {
        waiting_for[frame].push_back(frame); // its own values lead to each other as well
        for (const Rule& rule : heads_.sure(frame)) {
            if (rule.kind != Branch::Kind::leaves) waiting_for[rule.frame].push_back(frame);
            if (rule.kind == Branch::Kind::pushes) waiting_for[rule.under].push_back(frame);
        }
    }
    std::deque<FrameId> open(heads_.order().begin(), heads_.order().end());
    std::vector<bool> waits(heads_.frame_count(), true);
    for (std::size_t done = 0; !open.empty(); ++done) {
        budget_.step("ways out", std::min(done, heads_.frame_count()), heads_.frame_count());
        const FrameId frame = open.front();
        open.pop_front();
        waits[frame] = false;
        if (!win_easily(frame)) continue;
        for (const FrameId other : waiting_for[frame])
            if (!waits[other]) {
                waits[other] = true;
                open.push_back(other);
            }
    }
}

// --- sets of ways

HeadSet Forcing::lost(const HeadSet& among) {
    return lost(among, false);
}

HeadSet Forcing::lost_staying(const HeadSet& among) {
    return lost(among, true);
}

HeadSet Forcing::lost(const HeadSet& among, bool staying) {
    if (!here_ && (staying || !all_easy(among))) {
        here_ = goals_;
        win_easily();
    }
    if (!chosen_ && heads_.values() > 1 && !all_easy(among)) {
        chosen_ = &summaries_.by(Leaving::By::own_moves);
        win_easily();
    }
    std::vector<std::uint32_t> asked;
    for (FrameId frame = 0; frame < heads_.frame_count(); ++frame)
        each_value(among.of(frame), [&](Values values) {
            if (!staying && easy_.has(frame, values)) return;
            const HeadId head = heads_.head(frame, values);
            const bool no_ways = possible_ways(head).empty();
            asked.push_back(pair_of(head, staying && !no_ways ? target_of({}) : every));
        });
    settle();
    HeadSet lost(heads_);
    for (const std::uint32_t pair : asked)
        if (!pairs_[pair].won)
            lost.add(heads_.frame(pairs_[pair].head), heads_.values(pairs_[pair].head));
    return lost;
}

std::vector<Forcing::Way> Forcing::possible_ways(HeadId head) const {
    std::vector<Way> ways;
    for (const Leaving::Exit& exit : possible_.exits(heads_.frame(head)))
        each_value(possible_.row(exit, heads_.values(head)),
                   [&](Values after) { ways.push_back(way_of(exit.landing, after)); });
    std::sort(ways.begin(), ways.end());
    return ways;
}

/// No set that is asked for is `every`: of one without ways, the empty set is none.
Forcing::TargetId Forcing::target_of(std::vector<Way> ways) {
    const auto [found, is_new] =
        target_numbers_.try_emplace(ways, static_cast<TargetId>(targets_.size()));
    if (is_new) targets_.push_back(std::move(ways));
    return found->second;
}

std::uint32_t Forcing::pair_of(HeadId head, TargetId target) {
    const auto [found, is_new] = pair_numbers_.try_emplace(
        std::uint64_t{head} << 32 | target, static_cast<std::uint32_t>(pairs_.size()));
    if (is_new) {
        budget_.expect_heads(pairs_.size());
        const FrameId frame = heads_.frame(head);
        const Values values = heads_.values(head);
        const bool won =
            (target == every && easy_.has(frame, values)) || (here_ && here_->has(frame, values));
        pairs_.push_back({head, target, won, !won});
        if (!won) open_.push_back(found->second);
    }
    return found->second;
}

bool Forcing::ask(std::uint32_t asker, HeadId head, TargetId target) {
    const std::uint32_t pair = pair_of(head, target);
    std::vector<std::uint32_t>& askers = pairs_[pair].askers;
    if (!pairs_[pair].won && (askers.empty() || askers.back() != asker)) askers.push_back(asker);
    return pairs_[pair].won;
}

/// For as many ways of a target as the head has.
bool Forcing::ask_within(std::uint32_t asker, HeadId head, TargetId target) {
    if (target == every) return ask(asker, head, every);
    std::vector<Way> ways = possible_ways(head);
    const std::size_t all = ways.size();
    std::erase_if(ways, [&](Way way) { return !is_in(target, way); });
    return ask(asker, head, ways.size() == all ? every : target_of(std::move(ways)));
}

bool Forcing::is_in(TargetId target, Way way) const {
    return target == every ||
           std::binary_search(targets_[target].begin(), targets_[target].end(), way);
}

bool Forcing::leads(std::uint32_t pair, const Rule& rule) {
    if (rule.quits) return true;
    const HeadId head = pairs_[pair].head;
    const TargetId target = pairs_[pair].target;
    const FrameId frame = heads_.frame(head);
    const Values after = rule.after(heads_.values(head));
    switch (rule.kind) {
    case Branch::Kind::leaves: return is_in(target, way_of(rule.landing, after));
    case Branch::Kind::stays: return ask_within(pair, heads_.head(rule.frame, after), target);
    case Branch::Kind::resets: return ask(pair, heads_.head(rule.frame, after), every);
    case Branch::Kind::refused: return false;
    case Branch::Kind::pushes: break;
    }
    const HeadId pushed = heads_.head(rule.frame, after);
    if (!ask(pair, pushed, every)) return false; // no fewer ways will do
    std::vector<Way> good;
    const std::vector<Way> all = possible_ways(pushed);
    for (const Way way : all) {
        const Landing landing{static_cast<std::uint16_t>(way & 0xFFFF)};
        const auto values = static_cast<Values>(way >> 16);
        const bool won = heads_.frames().lands_on(frame, landing)
                             ? ask_within(pair, heads_.head(rule.under, values), target)
                             : is_in(target, way);
        if (won) good.push_back(way);
    }
    if (good.size() == all.size()) return true;
    return ask(pair, pushed, target_of(std::move(good)));
}

bool Forcing::look_at(std::uint32_t pair) {
    const FrameId frame = heads_.frame(pairs_[pair].head);
    const Values values = heads_.values(pairs_[pair].head);
    if (goals_.has(frame, values)) return true;
    return is_won(frame, values, [&](const Rule& rule) { return leads(pair, rule); });
}

/// Whoever asked is looked at again when what it asked for is won.
void Forcing::settle() {
    for (std::size_t done = 0; !open_.empty(); ++done) {
        budget_.step("ways out", done, done + open_.size());
        const std::uint32_t pair = open_.back();
        open_.pop_back();
        pairs_[pair].waits = false;
        if (pairs_[pair].won || !look_at(pair)) continue;
        pairs_[pair].won = true;
        std::vector<std::uint32_t> askers;
        askers.swap(pairs_[pair].askers);
        for (const std::uint32_t asker : askers) {
            if (pairs_[asker].won || pairs_[asker].waits) continue;
            pairs_[asker].waits = true;
            open_.push_back(asker);
        }
    }
}

} // namespace rondix
