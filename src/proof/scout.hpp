// Scout: real menu states, found by going forward through the core, breadth first, that show what
// can happen: a screen that is shown, a control that is pressed, a head that is met.
//
// Menu states are too many to go through all of them. Only those are gone on from that show
// something new: a frame, a combination of the flags that its own conditions ask for (six at
// most); then also a flag that had never been so in this frame; with pairs, two flags that had
// never been so together, or one over this screen beneath (N. Lipovetzky, H. Geffner, "Width and
// serialization of classical planning problems", ECAI 2012). So the work grows with the screens,
// and with the flags but as their square; what is seen can happen, and most of what can is seen.
// What is not is looked for by itself (best_first.hpp), and exactly (witnesses.hpp).
#pragma once

#include "proof/literals_met.hpp"

#include <array>
#include <deque>
#include <map>

namespace rondix {

class Scout {
  public:
    enum class Novelty : std::uint8_t {
        asked,  ///< the flags that the frame asks for, and no others
        single, ///< each flag by itself as well
        pairs,  ///< two of them together as well
    };
    /// By the moves of a player with these devices, of the game and of the clock.
    /// Goes no further when so much work is done (about a nanosecond each).
    Scout(const CompiledFlow& flow, Frames& frames, DeviceSet devices, Novelty novelty,
          Budget& budget, std::size_t max_work = no_limit);
    static constexpr std::size_t no_limit = static_cast<std::size_t>(-1);

    using Seen = Forward::Seen;
    bool shown(ScreenId screen) const { return shown_[index(screen)]; }
    /// The control could be used; and its press was answered.
    bool usable(ControlId control) const { return usable_[index(control)]; }
    bool answered(ControlId control) const { return answered_[index(control)]; }

    /// The menu states of a frame that were gone on from, those that fewer moves lead to first.
    std::span<const Seen> seen(FrameId frame) const;
    /// All screens were shown, and all that can be used was, and answered.
    bool has_seen_all() const;
    /// What was come to.
    const Forward& forward() const { return forward_; }

  private:
    using Word = MenuState::Word;
    using Literals = Forward::Literals;
    /// What was met of one frame.
    struct Met {
        static constexpr std::size_t most_asked = 6;
        bool is_known = false;
        std::uint8_t count = 0; // of what its own conditions ask for: literals that are raised
        std::array<std::size_t, most_asked> asked{};
        std::uint64_t combinations = 0; // of these
        LiteralsMet literals;
        std::map<ScreenId, LiteralsMet> over; // over each screen beneath
        std::vector<Seen> seen;
    };

    void go_on();
    Met& met(FrameId frame);
    std::uint64_t combination(const Met& met) const;
    bool is_new(const Met& met, ScreenId beneath) const;
    void take_in(Met& met, ScreenId beneath);
    void meet();
    void follow(Seen from, FrameId frame, std::span<const Word> packed);
    static bool only_leaves(const Branch& branch);
    bool leads_on(FrameId frame, const Branch& branch);
    bool arrange(FrameId frame, const Branch& branch);
    void take(const Branch& branch);

    const CompiledFlow& flow_;
    Frames& frames_;
    const Novelty novelty_;
    const std::size_t max_work_;
    std::size_t work_ = 0, work_of_pairs_ = 0; // in all; to look at the pairs of one menu state
    Budget& budget_;
    Forward forward_;
    std::vector<Met> met_; // of each frame
    struct Open {
        Seen seen = 0;
        FrameId frame = 0;
        std::vector<Word> packed;
    };
    std::deque<Open> open_;
    std::vector<bool> shown_, usable_, answered_;
    Literals now_, in_here_; // of what is looked at; of where moves are made from
};

} // namespace rondix
