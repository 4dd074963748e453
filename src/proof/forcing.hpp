// Forcing: from which heads the player can force a goal, or to leave for a lower stack, whatever
// loads and requests answer.
//
// It is a game of two. The player chooses among his own moves, and may let the screen move on where
// nothing is waited for. Where an answer is awaited the other side chooses, each time anew: the
// good answer, the bad one, or to let a waiting screen move on first. Where silence counts it may
// also say nothing for ever, unless there is a time limit, which makes silence a failure, or the
// screen moves on; then the player's own moves have to do.
//
// A head is won for a set T of ways to leave it when the player can force "the goal, or to leave it
// in a way of T". To leave is in T or not; what stays in its place has to be won for T too; a
// screen that is pushed has to be won for the ways whose landing is won for T. That is the least
// fixpoint: the player gets there in finitely many moves. Every reachable menu state is won exactly
// when every reachable head is won for all of its ways (docs/what-is-proved.md).
//
// Nearly always a simpler question does: a push counts when what is pushed is won and *every* way
// in which it could be left lands on what is won. Where that leaves something, a push counts as
// well when the player, by moves of his own alone, can leave what is pushed in *some* way that
// lands on what is won; and when a goal can be forced there without leaving it at all, which is the
// same question for no ways. None of these wins a head too many; for those that they do not win,
// the sets are followed, on demand.
#pragma once

#include "proof/summaries.hpp"

#include <optional>
#include <unordered_map>

namespace rondix {

class Forcing {
  public:
    /// To quit is a goal always, and `goals` are.
    Forcing(const Heads& heads, Summaries& summaries, HeadSet goals, Silence mode, Budget& budget);

    /// Of these heads those from which the player can force neither a goal nor to leave.
    HeadSet lost(const HeadSet& among);
    /// Those from which no goal can be forced without leaving.
    HeadSet lost_staying(const HeadSet& among);

  private:
    using Way = std::uint64_t;      // a landing and the values after it
    using TargetId = std::uint32_t; // a set of ways
    static constexpr TargetId every = 0;
    struct Pair {
        HeadId head = 0;
        TargetId target = every;
        bool won = false;
        bool waits = false;                     // to be looked at
        std::vector<std::uint32_t> askers = {}; // pairs that have asked for it while it was not won
    };
    static Way way_of(Landing landing, Values values) {
        return std::uint64_t{values} << 16 | landing.at;
    }

    template <class Leads>
    bool is_won(FrameId frame, Values values, Leads leads) const;

    void win_easily();
    bool win_easily(FrameId frame);
    bool can_choose(FrameId frame, Values after, const Rule& rule) const;
    bool comes_back_to(const HeadSet& here, FrameId frame, Values after, const Rule& rule,
                       bool leaving_counts) const;
    bool all_easy(const HeadSet& among) const;
    bool leads_easily(FrameId frame, Values values, const Rule& rule) const;
    bool leads_here(FrameId frame, Values values, const Rule& rule) const;

    HeadSet lost(const HeadSet& among, bool staying);
    std::vector<Way> possible_ways(HeadId head) const;
    TargetId target_of(std::vector<Way> ways);
    std::uint32_t pair_of(HeadId head, TargetId target);
    bool ask(std::uint32_t asker, HeadId head, TargetId target);
    bool ask_within(std::uint32_t asker, HeadId head, TargetId target);
    bool look_at(std::uint32_t pair);
    bool leads(std::uint32_t pair, const Rule& rule);
    bool is_in(TargetId target, Way way) const;
    void settle();

    const Heads& heads_;
    Summaries& summaries_;
    const Leaving& possible_; // by the moves of a way out
    const HeadSet goals_;
    const Silence silence_;
    Budget& budget_;
    const Leaving* chosen_ = nullptr; // by the player's own moves; where it is needed
    HeadSet easy_;                    // won for all ways, goals among them
    std::optional<HeadSet> here_;     // won for none of them; looked for where it is needed
    std::vector<Pair> pairs_;
    std::unordered_map<std::uint64_t, std::uint32_t> pair_numbers_; // by head and target
    std::vector<std::vector<Way>> targets_; // in order; the first is `every`
    std::map<std::vector<Way>, TargetId> target_numbers_;
    std::vector<std::uint32_t> open_;
};

} // namespace rondix
