// Stacks: what can lie beneath a head, and what follows for whole stacks: how deep they get, and
// how far the way out is at most.
#pragma once

#include "check/paths.hpp"

#include <set>

namespace rondix {

/// Exact where all flags that conditions ask for are tracked.
class Stacks {
  public:
    Stacks(const Heads& heads, Watch& watch);

    /// The screens of a deepest stack, from the bottom.
    std::vector<ScreenId> deepest() const;

    /// The most moves that it takes from any situation to play or out of the game, while the game
    /// is quiet; to be asked where nobody can get stuck. Never less than the truth. It is more in
    /// rare cases only, where different ways to leave a screen go on badly on different stacks.
    Length longest_way_out();

    const Paths& paths() const { return paths_; }

  private:
    void find_beneath();
    Length way_out(HeadId head);
    Length after_leaving(FrameId beneath, const Paths::WayOut& way);

    const Heads& heads_;
    Watch& watch_;
    const Paths paths_; // by any move, from the start
    const Paths ways_;  // by the player's moves and by answers
    std::vector<Length> to_goal_;
    std::vector<std::set<FrameId>> beneath_;       // of each head
    std::vector<std::set<FrameId>> beneath_frame_; // of each frame
    std::vector<Length> way_out_;
};

/// The screens of a deepest stack as far as frames tell: never fewer than there can be.
std::vector<ScreenId> deepest_frames(const Heads& heads, const HeadSet& reached);

} // namespace rondix
