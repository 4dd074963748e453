// Leaving: for each head, in which ways it can be left for a lower stack: its summary, as in
// interprocedural analysis (T. Reps, S. Horwitz, M. Sagiv, "Precise interprocedural dataflow
// analysis via graph reachability", POPL 1995).
//
// A way is a landing (the screen beneath, the bottom, or a screen by name) and the values that the
// flags have then. For each frame and landing there is a square of bits, a row of values after for
// each value before. What is pushed is summed up before what it is pushed on, in the order of
// Heads::order(); within a group the rows grow until nothing changes.
//
// Values that lead to each other without leaving the frame, such as those of switches that can be
// put both ways, have one row in common.
//
// Of a screen most values are never met. Where it is known which are, the others have one row in
// common, which stays empty.
//
// Cost: for v values of the tracked flags v * v bits a frame and landing, and for each rule of a
// frame about v * v / 64 steps a round; with one row in common v bits, and v steps.
#pragma once

#include "proof/heads.hpp"
#include "proof/zeroed.hpp"

namespace rondix {

/// The moves of a way out: the player's, any answer, and the screen's moving on. Who chooses which
/// of them is told by Forcing.
constexpr bool of_a_way_out(MoveKind kind) {
    return is_players(kind) || is_answer(kind) || is_moving_on(kind);
}

class Leaving {
  public:
    enum class By : std::uint8_t {
        any_move,  ///< what could happen, flags that the game changes included
        a_way_out, ///< what the player can count on, answers of the game among it
        own_moves, ///< the same without answers: the player can have each of these ways
    };
    /// With `among`, of these heads alone, which lead to no others: the set has to stay as it is.
    Leaving(const Heads& heads, By by, Budget& budget, const HeadSet* among = nullptr);

    /// One landing of one frame, with the rows of values.
    struct Exit {
        Landing landing;
        FrameId frame = 0;
        std::uint64_t* bits = nullptr;
    };
    std::span<const Exit> exits(FrameId frame) const { return exits_[frame]; }
    std::span<const std::uint64_t> row(const Exit& exit, Values values) const {
        return {exit.bits + row_of(exit.frame, values) * words_, words_};
    }
    bool can_be_left(FrameId frame, Values values) const;

    const HeadSet* among() const { return among_; }
    /// Calls `each` with the values of a frame that are summed up.
    template <class Each>
    void each_of(FrameId frame, Each each) const {
        if (among_) return each_value(among_->of(frame), each);
        for (Values values = 0; values < heads_.values(); ++values) each(values);
    }

  private:
    template <class Each>
    void each_rule(FrameId frame, Values values, Each each) const;
    template <class Each>
    void each_flip(FrameId frame, Values values, Each each) const;

    void find_rows(FrameId frame);
    void list_members(FrameId frame);
    std::uint32_t place_of(FrameId frame, Values values) const;
    std::size_t row_of(FrameId frame, Values values) const {
        return rows_[frame].empty() ? values : rows_[frame][values];
    }
    std::uint64_t* row(FrameId frame, Landing landing, Values values);
    void settle(std::span<const FrameId> group);
    void begin_sweep(FrameId frame);
    bool has_grown(FrameId frame) const { return changed_at_[frame] >= since_; }
    bool grow(FrameId frame);
    bool grow(FrameId frame, Values values);
    bool join(FrameId frame, Values values, FrameId other, Values others);
    bool add(FrameId frame, Landing landing, Values values, std::span<const std::uint64_t> more);
    bool pass_back(FrameId frame, Values values, const Rule& rule);

    const Heads& heads_;
    By by_;
    Budget& budget_;
    const HeadSet* const among_;
    std::size_t words_;
    std::vector<std::vector<std::uint32_t>> rows_; // of each frame's values; none: each its own
    std::vector<std::size_t> row_counts_;
    std::vector<std::vector<Exit>> exits_;
    ZeroedWords bits_;
    // Sweeps over the values of a frame are counted: what has not grown since the last one over a
    // frame has nothing new for it.
    std::uint32_t sweep_ = 0, since_ = 0;
    std::vector<std::uint32_t> swept_at_, changed_at_;
    std::vector<Values> members_;       // of the frame that is looked at
    std::vector<std::uint32_t> places_; // of values among these
    std::vector<std::uint64_t> back_;
    std::vector<bool> joined_; // rows, while something is passed back
};

} // namespace rondix
