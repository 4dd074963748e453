// Forward: real menu states, each made of one before by the core, and the moves that lead to them.
// Which are gone on from, and in what order, is for those to say who go forward: scout.hpp,
// seeker.hpp.
//
// Flags of the game, and large settings, are not told apart: the game changes them right before a
// move that asks for them (arranging.hpp).
#pragma once

#include "proof/frames.hpp"

#include <vector>

namespace rondix {

/// The screen beneath the current one.
inline ScreenId beneath(const MenuState& state) {
    return state.depth() > 1 ? state.screen_at(state.depth() - 2) : no_screen;
}

class Forward {
  public:
    Forward(const CompiledFlow& flow, Frames& frames, DeviceSet devices);

    using Seen = std::uint32_t; ///< a menu state that was kept
    static constexpr Seen nothing = 0xFFFFFFFF;
    /// Forgets what was kept.
    void clear();
    bool raised(Seen seen, FlagId flag) const {
        return flag_words_[seen * words_of_flags_ + index(flag) / 16] >> (index(flag) % 16) & 1;
    }
    /// The moves that lead there from the start, and where they end.
    std::vector<Move> moves_to(Seen seen) const;
    MenuState state(Seen seen) const;
    std::size_t bytes() const;

    // --- the flags that somebody asks for and the game does not set

    using Literals = std::vector<std::uint64_t>; ///< a bit for each flag not raised, and raised
    std::size_t told_apart() const { return told_apart_.size(); }
    std::size_t literals() const { return 2 * told_apart_.size(); }
    std::size_t words() const { return (literals() + 63) / 64; }
    static constexpr std::size_t not_told_apart = static_cast<std::size_t>(-1);
    std::size_t literal(FlagId flag, bool raised) const {
        const std::size_t place = place_[index(flag)];
        return place == not_told_apart ? place : 2 * place + (raised ? 1 : 0);
    }
    std::size_t literal(const Literal& one) const { return literal(one.flag, one.raised); }
    /// Makes the literal so, and its opposite not.
    static void make_so(Literals& literals, std::size_t literal) {
        literals[literal / 64] |= std::uint64_t{1} << (literal % 64);
        literals[literal / 64] &= ~(std::uint64_t{1} << (literal % 64 ^ 1));
    }
    static bool is_so(const Literals& literals, std::size_t literal) {
        return literals[literal / 64] >> (literal % 64) & 1;
    }
    /// What is so in a menu state, of as many words.
    void note(const MenuState& state, Literals& literals) const;

    // --- a move

    using Word = MenuState::Word;
    /// From here, which was kept, moves are made.
    void stand_at(Seen from, std::span<const Word> packed);
    /// From a menu state that so many moves lead to.
    void begin(std::span<const Move> moves, const MenuState& there);
    const MenuState& here() const { return here_; }
    const MenuState& next() const { return next_; }
    bool can_make(const Branch& branch) const {
        return !is_players(branch.move.kind) || (branch.devices & devices_) != 0;
    }
    /// Whether here() is in the case of the branch; or the game can bring it there.
    bool is_in_case(const Branch& branch) const;
    bool can_arrange(const Branch& branch) const;
    /// The game does what makes the case hold, in next(). False: it cannot, or something has closed
    /// by that (has_come()), and the move is not to be made there.
    bool arrange(FrameId frame, const Branch& branch);
    /// Makes the move in next(). False: it is not answered.
    bool take(const Branch& branch);
    /// Whether some moves have led from here() to next().
    bool has_come() const { return moves_.size() > made_; }
    /// next() is kept; or its moves are forgotten.
    Seen keep();
    void forget() { moves_.resize(made_); }

  private:
    struct Arrival {
        Seen from = nothing;
        IndexRange moves; // in moves_
    };
    void find_told_apart();

    const CompiledFlow& flow_;
    Frames& frames_;
    const DeviceSet devices_;
    std::vector<FlagId> told_apart_;
    std::vector<std::size_t> place_;   // of each flag among these
    const std::size_t words_of_flags_; // of a menu state
    std::vector<Word> flag_words_;
    std::vector<Arrival> arrivals_;
    std::vector<Move> moves_;
    // Of the move that is being made: from where, and with what it began in moves_.
    MenuState here_, next_;
    Seen from_ = nothing;
    std::size_t made_ = 0;
};

} // namespace rondix
