// Envelope: for each frame, values of the flags outside of which it cannot be.
//
// Any two flags are kept together, and no three (flag_pairs.hpp). What comes back from a screen
// that was opened comes back to every frame that opens it, with whatever values it can be left with
// by anybody: what a screen is entered with is not kept together with what it is left with, but for
// a few flags, where that is asked for. So the sets may be too large, and never too small: what
// they have not cannot happen. Flags of the game and large settings are left out, for the game may
// change them at any moment.
#pragma once

#include "proof/flag_pairs.hpp"
#include "proof/heads.hpp"

#include <deque>
#include <set>

namespace rondix {

class Envelope {
  public:
    /// By the moves of a player with these devices, of the game and of the clock. What was opened
    /// with different values of `entered` is kept apart, for as long as it is open.
    /// Goes no further when so much work is done (about a nanosecond each): then it is not whole,
    /// and says nothing.
    Envelope(const CompiledFlow& flow, Frames& frames, DeviceSet devices, Budget& budget,
             const std::vector<FlagId>& entered = {}, std::size_t max_work = no_limit);
    static constexpr std::size_t no_limit = static_cast<std::size_t>(-1);
    bool is_whole() const { return open_.empty(); }
    std::size_t work() const { return work_; }

    /// With so many values of these flags it can have been opened.
    std::size_t entries() const { return std::size_t{1} << entered_.size(); }
    /// Where the frame can be, at most, where it was opened with such values.
    FlagPairs at(FrameId frame, std::size_t entry = 0) const;
    /// Leaves the values with the flags so; flags of the game count for nothing.
    void ask(FlagPairs& values, std::span<const Literal> literals) const;
    void ask(FlagPairs& values, FlagId flag, bool raised) const;
    /// With the tracked flags of these heads so.
    void ask(FlagPairs& values, const Heads& heads, Values tracked) const;

  private:
    static constexpr std::uint32_t not_kept = 0xFFFFFFFF;
    static constexpr std::size_t max_kept = 128; // those first that are asked for most often
    /// A frame, and with which of the values of entered_ it was opened.
    using Place = std::size_t;
    Place place(FrameId frame, std::size_t entry) const { return frame * entries() + entry; }
    FrameId frame(Place place) const { return static_cast<FrameId>(place / entries()); }
    struct Caller {
        Place opener = 0; // that has opened it,
        Place under = 0;  // and that is resumed
        friend bool operator<(const Caller& a, const Caller& b) {
            return std::pair(a.opener, a.under) < std::pair(b.opener, b.under);
        }
    };
    struct Exit {
        Landing landing;
        FlagPairs values;
    };
    struct AtPlace {
        FlagPairs at, fresh; // all that is known; what has to be followed
        bool waits = false;
        std::vector<Caller> callers;
        std::set<Caller> known_callers;
        std::vector<Place> followed_by; // in the same place of the stack
        std::vector<Exit> exits;
    };

    void find_kept(const std::vector<FlagId>& entered);
    void spread(Budget& budget, std::size_t max_work);
    AtPlace& at_place(Place place);
    void add(Place place, const FlagPairs& values);
    void follow(Place place, const FlagPairs& values);
    void open(Place opener, const Branch& branch, const FlagPairs& values);
    FlagPairs after(FlagPairs values, const Branch& branch);
    void add_follower(Place place, Place next);
    void add_caller(Place place, Caller caller);
    void add_exit(Place place, Landing landing, const FlagPairs& values);
    void land(const Caller& caller, Landing landing, const FlagPairs& values);

    const CompiledFlow& flow_;
    Frames& frames_;
    const DeviceSet devices_;
    std::vector<std::uint32_t> places_; // of each flag: which of those that are kept
    std::vector<FlagId> kept_, entered_;
    std::deque<AtPlace> at_;
    std::deque<Place> open_;
    std::vector<std::pair<Place, Exit>> leaving_; // what is still to be left
    std::size_t work_ = 0;
};

} // namespace rondix
