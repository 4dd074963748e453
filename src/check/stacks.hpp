// Stacks: what can lie beneath a head, and what follows for whole stacks: how deep they get, and
// how far the way out is at most.
#pragma once

#include "proof/leaving.hpp"
#include "proof/paths.hpp"

#include <optional>
#include <set>

namespace rondix {

/// Exact where all flags that conditions ask for are tracked.
class Stacks {
  public:
    /// Measures in moves, or in the player's presses alone. More work than that: throws
    /// Paths::TooDear.
    Stacks(const Heads& heads, Weigh weigh, std::size_t max_work, Budget& budget);

    /// The screens of a deepest stack, from the bottom.
    std::vector<ScreenId> deepest() const;
    /// The most screens that are open when a head is reached; 0 where it is not.
    std::size_t depth(HeadId head) const { return depth_[head]; }

    /// How many moves it is at most from a head to play or out of the game, whatever is answered
    /// and whatever lies beneath, when the player goes the shortest way; nothing where that is not
    /// known. Never less than the truth; more in some cases, for what is pushed is taken to stand
    /// where its way is longest.
    std::optional<Length> longest_way_out(HeadId head) const;
    /// The same of all heads that are met.
    std::optional<Length> longest_way_out() const;

  private:
    /// Where a head leads by any moves: in the same place of the stack, by a screen that is pushed
    /// and left again as well; and on top of it.
    template <class Each>
    void each_in_place(HeadId head, Each each);
    template <class Each>
    void each_on_top(HeadId head, Each each); // with the frame that is then beneath
    void count_work();
    void find_beneath();
    void find_depths();
    /// What one move leads to; the other side chooses which where there are several.
    struct Choice {
        std::vector<HeadId> to;
        Length length = 0;
        bool quits = false, forced = false, at_once = false, moves_on = false, answer = false,
             in_vain = false;
    };
    void find_ways_out();
    std::vector<Choice> choices(HeadId head) const;
    Length way_out_by(HeadId head, const std::vector<Choice>& choices) const;
    void landings(HeadId head, Landing landing, Values values, std::set<HeadId>& heads) const;

    const Heads& heads_;
    Budget& budget_;
    const Weigh weigh_;
    const Leaving leaving_;
    std::vector<HeadId> reached_;
    const std::size_t max_work_;
    std::size_t work_ = 0;
    std::vector<std::set<FrameId>> beneath_;       // of each head
    std::vector<std::set<FrameId>> beneath_frame_; // of each frame
    std::vector<std::size_t> depth_;
    std::vector<HeadId> under_;   // of each head in a deepest stack: what pushed it
    std::vector<Length> way_out_; // of each head
};

/// The screens of a deepest stack as far as frames tell: never fewer than there can be.
std::vector<ScreenId> deepest_frames(const Heads& heads, const HeadSet& reached);

} // namespace rondix
