// Proof: whether anybody can get stuck, with some devices and no others.
//
// From every reachable menu state the player can force a way out, whatever is answered, exactly
// when from every reachable head the player can force the goal or to leave it for a lower stack.
// For what is left lands in a reachable menu state with a lower stack, which has a way out by
// induction on its height; at the bottom nothing can be left; and where neither can be forced, the
// menu state is stuck, whatever lies beneath. docs/what-is-proved.md has the argument in full.
//
// It begins with no flags tracked. A head that seems to be stuck is stuck in truth when no move
// that it, or anything that it leads to, could make hangs on a flag that is not tracked; else those
// flags are tracked as well, the nearest first, and everything is looked at anew; where they are
// too many, it is left open of its screen, for safety.hpp to look at. And it counts only when it
// can be reached in truth: when no real moves lead to a stuck head of a screen, the flags that show
// it are tracked.
#pragma once

#include "proof/forcing.hpp"
#include "proof/witnesses.hpp"

#include <map>
#include <memory>
#include <set>

namespace rondix {

/// What is known while a proof is not done, for when it is stopped.
struct SoFar {
    bool some = false;                      ///< something is
    std::set<ScreenId> in_doubt = {};       ///< on all others nobody is stuck
    std::map<ScreenId, Witness> traps = {}; ///< somebody is, whatever else there is to know
};

class Proof {
  public:
    /// For a player with the devices of `witnesses`. Throws Stopped when a limit is reached; Loose,
    /// when it hangs on screens beneath on a circle of which the frames do not know that.
    struct Loose {
        std::set<ScreenId> screens; ///< of which it matters whether they lie beneath
    };
    struct Options {
        const MenuState* also = nullptr; ///< an additional start
        ScreenId only = no_screen;       ///< who is lost on this screen is asked, and no more
        /// Who is lost is known, from frames that remember less; what is reached is asked, whatever
        /// the flags are, and no more.
        const Proof* known = nullptr;
        SoFar* so_far = nullptr; ///< gets what is known, as it comes to be
    };
    Proof(const CompiledFlow& flow, Frames& frames, Witnesses& witnesses, Budget& budget,
          Options options);
    Proof(const CompiledFlow& flow, Frames& frames, Witnesses& witnesses, Budget& budget)
        : Proof(flow, frames, witnesses, budget, Options()) {}

    const Heads& heads() const { return *heads_; }
    const HeadSet& reached() const { return reached_; }
    /// Large, and of no use once all is told of who is lost: then they can be dropped.
    Summaries& summaries() const { return *summaries_; }
    void drop_summaries() { summaries_.reset(); }
    /// Every head that is said to be reached can be: no condition asks for a flag that is not
    /// tracked, unless the game can change it at any moment, and closes no screen by that.
    bool reach_is_exact() const { return reach_is_exact_; }
    /// Neither play nor quitting can be forced from any menu state with this head.
    const HeadSet& stuck() const { return stuck_; }
    /// The same should something that is waited for never be answered, though the player is not
    /// stuck otherwise.
    const HeadSet& endless() const { return endless_; }
    /// Leaving the game cannot be forced from here, though the player is not stuck.
    const HeadSet& captive() const { return captive_; }
    /// Screens of which it would take too much to know whether anybody is lost there.
    const std::set<ScreenId>& open() const { return open_; }
    /// Somebody gets stuck, or cannot leave, in `also`, or in what only `also` leads to.
    bool also_loses() const;

  private:
    bool try_out();
    bool try_with_less_memory();
    void take_over(const Proof& known);
    HeadSet in_play() const;
    bool look_at_silence();
    bool look_at_leaving();
    void note_so_far();
    bool is_in_doubt(HeadSet& lost, const HeadSet& goals, Silence mode);
    bool is_out_of_reach(HeadSet& lost);
    Witnesses::Target lost_on(ScreenId screen, const HeadSet& lost) const;
    void leave_open(HeadSet& lost, const HeadSet& goals, Silence mode);
    HeadSet heads_of(ScreenId screen) const;
    bool are_too_many(const std::vector<FlagId>& more) const;
    bool track(const std::vector<FlagId>& flags);
    void put_constants_last();
    bool asks_only_for_known_flags() const;

    bool track_all_that_is_asked();

    const CompiledFlow& flow_;
    Frames& frames_;
    Witnesses& witnesses_;
    Budget& budget_;
    const Options options_;
    std::vector<FlagId> tracked_, tracked_before_;
    unsigned max_bits_ = 0; // for them
    std::optional<Heads> heads_;
    std::unique_ptr<Summaries> summaries_; // of what is reached
    HeadSet reached_, stuck_, endless_, captive_;
    HeadSet from_start_, landed_; // with `also`: what is reached without it; where it stands itself
    bool reach_is_exact_ = false;
    std::set<ScreenId> open_;
};

} // namespace rondix
