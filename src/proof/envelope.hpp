// Envelope: for each frame, values of the flags outside of which it cannot be.
//
// Any two flags are kept together, and no three (flag_pairs.hpp). What comes back from a screen
// that was opened comes back to every frame that opens it, with whatever values it can be left with
// by anybody: what a screen is entered with is not kept together with what it is left with. So the
// sets may be too large, and never too small: what they have not cannot happen. Flags of the game
// and large settings are left out, for the game may change them at any moment.
#pragma once

#include "proof/flag_pairs.hpp"
#include "proof/heads.hpp"

#include <deque>
#include <set>

namespace rondix {

class Envelope {
  public:
    /// By the moves of a player with these devices, of the game and of the clock.
    Envelope(const CompiledFlow& flow, Frames& frames, DeviceSet devices, Budget& budget);

    /// Where the frame can be, at most.
    FlagPairs at(FrameId frame) const;
    /// Leaves the values with the flags so; flags of the game count for nothing.
    void ask(FlagPairs& values, std::span<const Literal> literals) const;
    void ask(FlagPairs& values, FlagId flag, bool raised) const;
    /// With the tracked flags of these heads so.
    void ask(FlagPairs& values, const Heads& heads, Values tracked) const;

  private:
    static constexpr std::uint32_t not_kept = 0xFFFFFFFF;
    static constexpr std::size_t max_kept = 128; // those first that are asked for most often
    struct Caller {
        FrameId frame = 0; // that has opened it,
        FrameId under = 0; // and that is resumed
        friend bool operator<(const Caller& a, const Caller& b) {
            return std::pair(a.frame, a.under) < std::pair(b.frame, b.under);
        }
    };
    struct Exit {
        Landing landing;
        FlagPairs values;
    };
    struct AtFrame {
        FlagPairs at, fresh; // all that is known; what has to be followed
        bool waits = false;
        std::vector<Caller> callers;
        std::set<Caller> known_callers;
        std::vector<FrameId> followed_by; // in the same place of the stack
        std::vector<Exit> exits;
    };

    void find_kept();
    void spread(Budget& budget);
    AtFrame& at_frame(FrameId frame);
    void add(FrameId frame, const FlagPairs& values);
    void follow(FrameId frame, const FlagPairs& values);
    FlagPairs after(FlagPairs values, const Branch& branch) const;
    void add_follower(FrameId frame, FrameId next);
    void add_caller(FrameId frame, Caller caller);
    void add_exit(FrameId frame, Landing landing, const FlagPairs& values);
    void land(const Caller& caller, Landing landing, const FlagPairs& values);

    const CompiledFlow& flow_;
    Frames& frames_;
    const DeviceSet devices_;
    std::vector<std::uint32_t> places_; // of each flag: which of those that are kept
    std::vector<FlagId> kept_;
    std::deque<AtFrame> at_; // of each frame
    std::deque<FrameId> open_;
    std::vector<std::pair<FrameId, Exit>> leaving_; // what is still to be left
};

} // namespace rondix
