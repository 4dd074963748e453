// Nearest: how far it is from each head to play, or out of the game, on the stack where it is
// nearest.
//
// What is left lands on what lay beneath, so a head alone does not say how far its ways go on. A
// spot is a head together with the head that was pushed when its screen was opened: how the stack
// goes on below that is the same for all heads that come of it. Places are what a pushdown system's
// reachable stacks read from the top (Büchi's automaton; Bouajjani, Esparza and Maler, CONCUR
// 1997), so that what is measured is exact where all flags that conditions ask for are tracked.
#pragma once

#include "proof/paths.hpp"

#include <set>

namespace rondix {

class Nearest {
  public:
    /// `paths`: from the start, by any moves, and weighed alike. Where there are more than `most`
    /// spots, those that were pushed in one frame count as one: then nothing is told as too far,
    /// but some of it as too near. More work than that: throws Paths::TooDear.
    struct Limits {
        std::size_t spots = 0;
        std::size_t work = 0;
    };
    Nearest(const Heads& heads, const Paths& paths, Weigh weigh, Limits most, Budget& budget);

    bool exact() const { return exact_; }
    enum class Goal : std::uint8_t { play, quit };
    /// For each head.
    std::vector<Length> to(Goal goal) const;

  private:
    using Opened = std::uint32_t; // what was pushed, or `bottom`
    using SpotId = std::uint32_t; // of spots_
    static constexpr Opened bottom = 0xFFFFFFFF;
    struct Spot {
        HeadId head = 0;
        Opened opened = bottom;
    };
    struct Beneath {
        FrameId frame = 0;
        Opened opened = bottom; // when that was
        friend bool operator<(const Beneath& a, const Beneath& b) {
            return std::pair(a.frame, a.opened) < std::pair(b.frame, b.opened);
        }
    };

    bool find_spots(std::size_t most);
    Opened opened_by(HeadId pushed) const { return exact_ ? pushed : heads_.frame(pushed); }
    std::vector<SpotId> landings(Opened opened, const Paths::WayOut& way) const;

    const Heads& heads_;
    const Paths& paths_;
    Budget& budget_;
    const Paths ways_; // by the player's moves and by answers
    bool exact_ = true;
    std::vector<Spot> spots_;
    Numbered numbers_; // of spots: what was opened, and the head
    std::map<Opened, std::set<Beneath>> beneath_;
};

} // namespace rondix
