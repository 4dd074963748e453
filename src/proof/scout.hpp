// Scout: real menu states, found by going forward through the core, breadth first, that show what
// can happen: a screen that is shown, a control that is pressed, a head that is met.
//
// Menu states are too many to go through all of them. Only those are gone on from that show
// something new: a frame, a combination of the flags that its own conditions ask for (six at
// most); then also a flag that had never been so in this frame; with pairs, two flags that had
// never been so together, or one over this screen beneath; with triples, three (N. Lipovetzky,
// H. Geffner, "Width and serialization of classical planning problems", ECAI 2012). Flags of the
// game, and large settings, are not told apart: the game changes them right before a move that asks
// for them. So the work grows with the screens, and with the flags but as their square, or cube;
// what is seen can happen, and nearly all that can is seen. What is not is looked for exactly
// (witnesses.hpp).
#pragma once

#include "proof/budget.hpp"
#include "proof/frames.hpp"

#include <array>
#include <deque>
#include <map>

namespace rondix {

class Scout {
  public:
    enum class Novelty : std::uint8_t {
        asked,   ///< the flags that the frame asks for, and no others
        single,  ///< each flag by itself as well
        pairs,   ///< two of them together as well
        triples, ///< and three
    };
    /// By the moves of a player with these devices, of the game and of the clock.
    /// Goes no further when so much work is done (about a nanosecond each).
    Scout(const CompiledFlow& flow, Frames& frames, DeviceSet devices, Novelty novelty,
          Budget& budget, std::size_t max_work = no_limit);
    static constexpr std::size_t no_limit = static_cast<std::size_t>(-1);
    std::size_t work() const { return work_; }

    /// The same, from some menu states that `known` has seen: what can be done there, and with
    /// whatever comes over them, until they are left.
    using Seen = std::uint32_t;
    Scout(const CompiledFlow& flow, Frames& frames, DeviceSet devices, Novelty novelty,
          Budget& budget, const Scout& known, const std::vector<Seen>& roots, std::size_t max_work);

    bool shown(ScreenId screen) const { return shown_[index(screen)]; }
    /// The control could be used; and its press was answered.
    bool usable(ControlId control) const { return usable_[index(control)]; }
    bool answered(ControlId control) const { return answered_[index(control)]; }

    /// The menu states of a frame that were gone on from, those that fewer moves lead to first.
    std::span<const Seen> seen(FrameId frame) const;
    bool raised(Seen seen, FlagId flag) const {
        return flag_words_[seen * words_ + index(flag) / 16] >> (index(flag) % 16) & 1;
    }
    /// All screens were shown, and all that can be used was, and answered.
    bool has_seen_all() const;
    std::size_t told_apart() const { return told_apart_.size(); } ///< so many flags
    /// The moves that lead there from the start, and where they end.
    std::vector<Move> moves_to(Seen seen) const;
    MenuState state(Seen seen) const;

  private:
    using Word = MenuState::Word;
    static constexpr Seen nothing = 0xFFFFFFFF;
    static constexpr std::uint32_t not_told_apart = 0xFFFFFFFF;
    struct Arrival {
        Seen from = nothing;
        IndexRange moves; // in moves_
    };
    using Literals = std::vector<std::uint64_t>; // two bits for each flag that is told apart
    /// What was met of one frame.
    struct Met {
        static constexpr std::size_t most_asked = 6;
        bool is_known = false;
        std::uint8_t count = 0; // of what its own conditions ask for: places in told_apart_
        std::array<std::uint32_t, most_asked> asked{};
        std::uint64_t combinations = 0;    // of these
        Literals once;                     // what was so
        std::array<Literals, 2> together;  // with each one that was so, with each two
        std::map<ScreenId, Literals> over; // over each screen beneath
        std::vector<Seen> seen;
    };

    Scout(const CompiledFlow& flow, Frames& frames, DeviceSet devices, Novelty novelty,
          Budget& budget, std::size_t depth, std::size_t max_work);
    void find_told_apart();
    void begin(const std::vector<Move>& moves, const MenuState& there);
    void go_on();
    Met& met(FrameId frame);
    template <class Raised>
    void note(Raised raised);
    bool is_now(std::size_t literal) const { return now_[literal / 64] >> (literal % 64) & 1; }
    std::uint64_t combination(const Met& met) const;
    bool is_new(const Met& met, ScreenId beneath) const;
    std::size_t literals_of(std::size_t size) const;
    std::size_t set_sizes() const;
    template <class Each>
    void each_set(std::size_t size, Each each) const;
    void take_in(Met& met, ScreenId beneath);
    void meet();
    void follow(Seen from, FrameId frame, std::span<const Word> packed);
    static bool only_leaves(const Branch& branch);
    bool is_so(const Branch& branch) const;
    bool can_make(const Branch& branch) const;
    bool can_arrange(const Branch& branch) const;
    bool leads_on(FrameId frame, const Branch& branch);
    bool arrange(FrameId frame, const Branch& branch, std::span<const Word> packed);
    void take(const Branch& branch);

    const CompiledFlow& flow_;
    Frames& frames_;
    const DeviceSet devices_;
    const Novelty novelty_;
    const std::size_t depth_; // so many screens stay open
    const std::size_t max_work_;
    std::size_t work_ = 0, work_of_sets_ = 0; // in all; to look at the sets of one menu state
    Budget& budget_;
    std::vector<FlagId> told_apart_;   // the flags that somebody asks for and the game does not set
    std::vector<std::uint32_t> place_; // of each flag among these
    std::vector<Met> met_;             // of each frame
    const std::size_t words_;          // of the flags of a menu state
    std::vector<Word> flag_words_;
    std::vector<Arrival> arrivals_;
    std::vector<Move> moves_;
    struct Open {
        Seen seen = 0;
        FrameId frame = 0;
        std::vector<Word> packed;
    };
    std::deque<Open> open_;
    std::vector<bool> shown_, usable_, answered_;
    // Of the move that is being made: from where, and with what it began in moves_; what is so.
    MenuState here_, next_;
    Seen from_ = nothing;
    std::size_t made_ = 0;
    Literals now_, in_here_;               // of what is looked at; of here_
    std::array<std::size_t, 2> in_sets_{}; // so many literals count in sets of one, and of two
};

} // namespace rondix
