// Leaving: for each head, in which ways it can be left for a lower stack: its summary, as in
// interprocedural analysis (T. Reps, S. Horwitz, M. Sagiv, "Precise interprocedural dataflow
// analysis via graph reachability", POPL 1995).
//
// A way is a landing (the screen beneath, the bottom, or a screen by name) and the values that the
// flags have then. For each head and landing there is a row of bits, one for each values after.
// What is pushed is summed up before what it is pushed on, in the order of Heads::order().
//
// Heads that lead to each other in the same place of the stack, as with switches that can be put
// both ways, have one row in common (summing.hpp).
//
// Of a screen most values are never met. Where it is known which are, the others have no row.
//
// What none of the moves changes, such as flags of the game on a way out, is after as it was
// before. Where it stands in the highest bits, a row has no bits for other values of it.
//
// Cost: for v values of the tracked flags at most v * v bits a frame and landing, and for each rule
// of a frame about v * v / 64 steps; where heads have rows in common, v bits a row, and for each
// two of which one leads to the other v / 64 steps.
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
        std::uint32_t first = 0; ///< row
        const std::uint64_t* bits = nullptr;
        std::size_t stride = 0; ///< words from one row to the next
    };
    std::span<const Exit> exits(FrameId frame) const {
        return {exits_.data() + exits_of_[frame].begin, exits_of_[frame].count};
    }
    /// The values after, as words of a row of bits for all values; it has none in the others.
    struct Row {
        std::size_t place = 0; ///< of the first of these words
        std::span<const std::uint64_t> words = {};
        /// The same words of such a row.
        template <class Word>
        std::span<Word> of(std::span<Word> all) const {
            return all.subspan(place, words.size());
        }
    };
    Row row(const Exit& exit, Values values) const {
        const std::uint32_t number = rows_[place_of(exit.frame, values)];
        return {place_of(values),
                number == no_row ? std::span(nothing_) : row_numbered(exit, number)};
    }
    bool can_be_left(FrameId frame, Values values) const;

  private:
    template <class Each>
    void each_rule(FrameId frame, Values values, Each each) const;
    template <class Each>
    void each_flip(FrameId frame, Values values, Each each) const;

    class Summing;
    /// Calls `each` with the values of a frame that are summed up.
    template <class Each>
    void each_of(FrameId frame, Each each) const {
        if (among_) return each_value(among_->of(frame), each);
        for (Values values = 0; values < heads_.values(); ++values) each(values);
    }
    static constexpr std::uint32_t no_row = 0xFFFFFFFF;
    std::size_t place_of(FrameId frame, Values values) const {
        return frame * heads_.values() + values;
    }
    /// Of the words that have the values after.
    std::size_t place_of(Values values) const { return (values >> bits_after_) * words_; }
    std::span<const std::uint64_t> row_numbered(const Exit& exit, std::uint32_t number) const {
        return {exit.bits + (number - exit.first) * exit.stride, words_};
    }

    const Heads& heads_;
    const By by_;
    const HeadSet* const among_;
    const unsigned bits_after_; // those from there on stay as they are
    const std::size_t words_;   // of a row
    const std::vector<std::uint64_t> nothing_;
    std::vector<std::uint32_t> rows_; // the number of each head's row
    std::vector<Exit> exits_;
    std::vector<IndexRange> exits_of_; // each frame
    ZeroedWords bits_;
};

/// Calls `each` with every value whose bit is set.
template <class Each>
void each_value(const Leaving::Row& row, Each each) {
    for (std::size_t i = 0; i < row.words.size(); ++i) each_bit(row.words[i], row.place + i, each);
}

} // namespace rondix
