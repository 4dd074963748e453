// Heads: frames with values of those flags that are tracked.
//
// Few flags matter for what is asked, and n of them make 2^n values; so the proof begins with none
// and adds those that it turns out to need (proof.hpp). About a flag that is not tracked nothing is
// known, and each question takes that the safe way:
//   - what could happen (`may`): a case that asks for its value may hold;
//   - what the player can count on (`sure`): such a case does not count, unless all cases of its
//     move come to the same; but of what the player does not choose (answers, and what a screen
//     that waits for one does by itself) every case that could hold counts.
// So `may` reaches at least all that can be reached, and `sure` shows no way that is not there.
//
// The player has some devices only: moves that none of them can make are left out, and of `sure`
// those as well for which there may be no time.
#pragma once

#include "proof/budget.hpp"
#include "proof/frames.hpp"
#include "proof/starts.hpp"
#include "proof/variables.hpp"

#include <bit>

namespace rondix {

using HeadId = std::uint32_t;

/// A branch as far as the tracked flags go.
struct Rule {
    Values care = 0, asks = 0;        ///< the case: the tracked flags that it asks for, and how
    std::span<const Pick> picks = {}; ///< and of tracked settings
    Values clears = 0, sets = 0;      ///< what it changes
    std::uint32_t branch = 0;         ///< which of the frame's branches
    MoveKind move{};
    Branch::Kind kind{};
    bool quits = false, loads = false;
    bool at_once = false; ///< no move: the screen closes, for it is not at rest
    bool forced = false;  ///< not for the player to choose, here
    bool exact = true;    ///< the case asks for tracked flags only, and this is what is done then
    /// This, or what the rule beside it says, and nobody knows which: it hangs on what lies
    /// beneath.
    bool is_doubted = false;
    bool or_next =
        false; ///< of `sure`, the first of such two: the player can count on neither alone
    Landing landing;
    FrameId frame = 0;
    FrameId under = 0; ///< of what is pushed: the frame that is then beneath it

    bool holds(Values values) const {
        if ((values & care) != asks) return false;
        for (const Pick& pick : picks)
            if (!pick.holds(values)) return false;
        return true;
    }
    Values after(Values values) const { return (values & ~clears) | sets; }
};

/// Whether what is waited for, without a time limit, is answered in the end; or may never be.
enum class Silence : std::uint8_t { ends, counts };

class Heads {
  public:
    static constexpr unsigned max_bits = 16;         ///< for what is tracked, with numbers
    static constexpr unsigned max_bits_of_sets = 64; ///< and as sets: those of Values

    /// The frames that can be met at all are looked for here, whatever the flags are; from the
    /// start, and from `also`, where there is one.
    /// As sets, no number is given to a head: what takes a HeadId is not to be called, and more may
    /// be tracked.
    enum class As : std::uint8_t { numbers, sets };
    Heads(Frames& frames, const CompiledFlow& flow, DeviceSet devices,
          const std::vector<FlagId>& tracked, Budget& budget, const MenuState* also = nullptr,
          As as = As::numbers);

    const Variables& variables() const { return variables_; }
    const std::vector<FlagId>& tracked() const { return variables_.flags(); }
    bool is_tracked(FlagId flag) const { return variables_.has(flag); }
    Frames& frames() const { return frames_; }

    std::size_t frame_count() const { return order_.size(); }
    /// The frames of one screen, in order; of no_screen, all frames.
    std::span<const FrameId> frames_of(ScreenId screen) const {
        if (screen == no_screen) return all_frames_;
        const IndexRange own = of_screen_[index(screen)];
        return {by_screen_.data() + own.begin, own.count};
    }
    std::size_t values() const { return std::size_t{1} << variables_.bits(); }
    /// All bits of the variables.
    Values all() const {
        return variables_.bits() == 0 ? 0 : ~Values{0} >> (max_bits_of_sets - variables_.bits());
    }
    std::size_t size() const { return frame_count() * values(); }
    HeadId head(FrameId frame, Values values) const {
        return static_cast<HeadId>(frame << variables_.bits() | values);
    }
    FrameId frame(HeadId head) const { return head >> variables_.bits(); }
    Values values(HeadId head) const { return head & static_cast<Values>(values() - 1); }
    /// Where the flow starts: most often one head. `before` is what leads to it from the plain
    /// start (starts_of()).
    struct Start {
        FrameId frame = 0;
        Values values = 0;
        std::vector<Move> before = {};
    };
    const std::vector<Start>& starts() const { return starts_; }
    /// The frames of `also`'s screens, from the bottom up: one more menu state to start from.
    const std::vector<FrameId>& also() const { return also_; }
    Values also_values() const { return also_values_; }
    HeadId head_of(const MenuState& state) const;
    /// The values of the variables there.
    Values values_in(const MenuState& state) const;

    /// The frames, in groups that lead to each other by opening and by `go`; a group comes before
    /// those that lead to it.
    const std::vector<FrameId>& order() const { return order_; }
    const std::vector<std::uint32_t>& group_ends() const { return group_ends_; }

    std::span<const Rule> may(FrameId frame) const { return rules(may_, frame); }
    std::size_t rule_count() const { return may_.rules.size(); } ///< of all frames
    std::span<const Rule> sure(FrameId frame) const { return rules(sure_, frame); }
    /// Whether the head could be at rest: nothing closes at once there, as far as is known.
    bool may_rest(FrameId frame, Values values) const {
        if (!closing_[frame].count) return true;
        return may_rest(closing_rules_, closing_[frame], values);
    }
    /// Whether a screen that moves on by this rule stays as it is: nothing happens, or what comes
    /// up closes at once. One that loads its scene again does so as often as it moves on.
    bool moves_on_in_vain(FrameId frame, Values values, const Rule& rule) const {
        if (rule.quits || rule.loads || rule.after(values) != values) return false;
        if (rule.kind == Branch::Kind::stays) return rule.frame == frame;
        return rule.kind == Branch::Kind::pushes && rule.under == frame &&
               !may_rest(rule.frame, values);
    }
    /// Whether it may be that a screen moves on to nothing, by none of the rules.
    bool may_move_nowhere(FrameId frame, Values values) const {
        const auto of_frame = moving_nowhere(frame);
        return std::any_of(of_frame.begin(), of_frame.end(),
                           [&](const Rule& rule) { return rule.holds(values); });
    }
    /// The cases of that.
    std::span<const Rule> moving_nowhere(FrameId frame) const { return rules(nowhere_, frame); }
    /// The cases in which a frame closes at once; what they ask for may not be known.
    std::span<const Rule> closing(FrameId frame) const {
        return {closing_rules_.data() + closing_[frame].begin, closing_[frame].count};
    }
    /// A branch as a rule.
    Rule rule_of(const Branch& branch);
    /// Some screen closes by itself, now and then.
    bool some_close() const { return !closing_rules_.empty(); }
    /// An answer is awaited at this frame.
    bool awaits_answer(FrameId frame) const { return frames_.awaits_answer(frame); }
    /// One that may never come.
    bool may_be_silent(FrameId frame, Silence mode) const {
        return mode == Silence::counts && awaits_answer(frame) && !frames_.has_time_limit(frame);
    }
    /// Whether the case of a branch could hold.
    bool could_hold(const Branch& branch, Values values) const;
    /// Whether a flag could be raised: it is, or it is not tracked.
    bool could_be_raised(FlagId flag, Values values) const {
        return variables_.raised(flag, values).value_or(true);
    }
    /// The flags in the cases of a move that are not tracked; of whether the screen closes at once.
    std::vector<FlagId> untracked(FrameId frame, Move move) const;
    std::vector<FlagId> untracked_closing(FrameId frame) const;
    /// The tracked flags that the game may change at any moment.
    Values free() const { return free_; }
    /// The bits of what is quiet: the game may change it at any moment, and no screen closes at
    /// once for it. For what can be reached it needs not be known: what a move asks for is made so
    /// right before it.
    Values quiet() const;
    /// The same heads without knowing what is quiet.
    Heads without_quiet(Budget& budget) const;

  private:
    struct Rules {
        std::vector<Rule> rules;
        std::vector<IndexRange> of;
    };
    static std::span<const Rule> rules(const Rules& from, FrameId frame) {
        return {from.rules.data() + from.of[frame].begin, from.of[frame].count};
    }
    static bool may_rest(const std::vector<Rule>& rules, IndexRange range, Values values);
    Rule rule_of(std::span<const Branch> branches, std::uint32_t number);
    void add_sure(FrameId frame, std::span<const Rule> cases);
    void make_rules(FrameId frame);
    void note_closing(FrameId frame);
    void add_untracked(const Branch& branch, std::vector<FlagId>& flags) const;
    void find_starts();
    void put_in_order();
    void sort_by_screen();

    Frames& frames_;
    const CompiledFlow& flow_;
    const DeviceSet devices_;
    const Variables variables_;
    std::deque<std::vector<Pick>> picks_; // of rules
    Values free_ = 0;
    std::vector<Start> starts_;
    std::vector<FrameId> also_;
    Values also_values_ = 0;
    Rules may_, sure_;
    Rules nowhere_;                   // the cases in which each frame moves on and nothing is done
    std::vector<Rule> cases_;         // of one move, while rules are made
    std::vector<Rule> closing_rules_; // when each frame closes at once
    std::vector<IndexRange> closing_;
    std::vector<FrameId> order_;
    std::vector<std::uint32_t> group_ends_;
    std::vector<FrameId> all_frames_, by_screen_;
    std::vector<IndexRange> of_screen_; // in by_screen_
};

/// A set of heads.
class HeadSet {
  public:
    HeadSet() = default;
    explicit HeadSet(const Heads& heads)
        : words_((heads.values() + 63) / 64)
        , bits_(heads.frame_count() * words_) {}
    bool has(FrameId frame, Values values) const {
        return bits_[frame * words_ + values / 64] >> (values % 64) & 1;
    }
    /// False: it was there.
    bool add(FrameId frame, Values values) {
        std::uint64_t& word = bits_[frame * words_ + values / 64];
        const std::uint64_t bit = std::uint64_t{1} << (values % 64);
        if (word & bit) return false;
        word |= bit;
        return true;
    }
    std::span<std::uint64_t> of(FrameId frame) { return {bits_.data() + frame * words_, words_}; }
    std::span<const std::uint64_t> of(FrameId frame) const {
        return {bits_.data() + frame * words_, words_};
    }
    /// Leaves those that the other set has not.
    void drop(const HeadSet& other) {
        for (std::size_t i = 0; i < bits_.size(); ++i) bits_[i] &= ~other.bits_[i];
    }
    /// Leaves those that the other set has as well.
    void keep(const HeadSet& other) {
        for (std::size_t i = 0; i < bits_.size(); ++i) bits_[i] &= other.bits_[i];
    }
    /// Takes those in that the other set has.
    void join(const HeadSet& other) {
        for (std::size_t i = 0; i < bits_.size(); ++i) bits_[i] |= other.bits_[i];
    }
    bool any(FrameId frame) const {
        for (const std::uint64_t word : of(frame))
            if (word != 0) return true;
        return false;
    }
    std::size_t count() const;

  private:
    std::size_t words_ = 0;
    std::vector<std::uint64_t> bits_;
};

/// Calls `each` with every value whose bit is set, in one of many words.
template <class Each>
void each_bit(std::uint64_t word, std::size_t place, Each each) {
    for (; word != 0; word &= word - 1)
        each(static_cast<Values>(place * 64 + static_cast<unsigned>(std::countr_zero(word))));
}

/// Calls `each` with every value whose bit is set.
template <class Each>
void each_value(std::span<const std::uint64_t> words, Each each) {
    for (std::size_t i = 0; i < words.size(); ++i) each_bit(words[i], i, each);
}

} // namespace rondix
