// Leaving: for each head, in which ways it can be left for a lower stack: its summary, as in
// interprocedural analysis (T. Reps, S. Horwitz, M. Sagiv, "Precise interprocedural dataflow
// analysis via graph reachability", POPL 1995).
//
// A way is a landing (the screen beneath, the bottom, or a screen by name) and the values that the
// flags have then. For each frame and landing there is a square of bits, a row of values after for
// each value before. What is pushed is summed up before what it is pushed on, in the order of
// Heads::order(); within a group the rows grow until nothing changes.
//
// Cost: for v values of the tracked flags v * v bits a frame and landing, and for each rule of a
// frame about v * v / 64 steps a round.
#pragma once

#include "proof/heads.hpp"

namespace rondix {

class Leaving {
  public:
    using Counts = bool (*)(MoveKind);
    /// What could happen, flags that the game changes included.
    static constexpr Counts any_move = nullptr;

    /// By any move, or by what the player can count on, as far as it is of the kinds that count.
    Leaving(const Heads& heads, Counts counts, Watch& watch);

    /// One landing of one frame, with the rows of values.
    struct Exit {
        Landing landing;
        std::size_t begin = 0; // in bits_
    };
    std::span<const Exit> exits(FrameId frame) const { return exits_[frame]; }
    std::span<const std::uint64_t> row(const Exit& exit, Values values) const {
        return {bits_.data() + exit.begin + values * words_, words_};
    }
    bool can_be_left(FrameId frame, Values values) const;

  private:
    std::span<const Rule> rules(FrameId frame) const;
    std::uint64_t* row(FrameId frame, Landing landing, Values values);
    void settle(std::span<const FrameId> group);
    bool grow(FrameId frame);
    bool grow(FrameId frame, Values values);
    bool join(FrameId frame, Values values, FrameId other, Values others);
    bool add(FrameId frame, Landing landing, Values values, std::span<const std::uint64_t> more);
    bool pass_back(FrameId frame, Values values, const Rule& rule);

    const Heads& heads_;
    Counts counts_;
    Watch& watch_;
    std::size_t words_;
    std::vector<std::vector<Exit>> exits_;
    std::vector<std::uint64_t> bits_;
    std::vector<std::uint64_t> back_;
};

} // namespace rondix
