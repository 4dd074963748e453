// Witnesses: the shortest moves to something, replayed through the core, and through a Runner
// before anybody is shown them.
//
// What the proof leaves open (flags that are not tracked) shows here: the shortest moves among
// those that could happen are tried for real. When they are refused, the flags that they hang on
// are tracked as well, for this one question, and the next shortest are looked for. As moves that
// could happen are never longer than those that do, the first that are not refused are the
// shortest.
#pragma once

#include "proof/maps.hpp"
#include "proof/scouting.hpp"

#include <functional>
#include <optional>

namespace rondix {

struct Witness {
    std::vector<Move> moves;
    MenuState there;         ///< where they end
    bool is_shortest = true; ///< else there may be fewer: to know that would have cost too much
};

/// Of these moves so many.
Witness first_moves(const CompiledFlow& flow, const Witness& whole, std::size_t count);
/// Where they end in a load, with an answer to it that leads to what `is_one`, if there is one:
/// that is what the player sees.
Witness up_to_shown(const CompiledFlow& flow, const Witness& whole,
                    const std::function<bool(const MenuState&)>& is_one);

class Witnesses {
  public:
    /// By the moves of a player with these devices, of the game and of the clock.
    Witnesses(const CompiledFlow& flow, Frames& frames, DeviceSet devices, Budget& budget)
        : flow_(flow)
        , frames_(frames)
        , devices_(devices)
        , budget_(budget)
        , maps_(flow, frames, devices, budget)
        , scouting_(flow, frames, devices, budget) {}

    DeviceSet devices() const { return devices_; }
    /// Whether a Runner takes all of these moves, and stands as the core does then.
    bool runner_takes(const std::vector<Move>& moves) const;

    /// What is looked for: a head, and then a move that is made there, if there is one.
    struct Target {
        ScreenId screen = no_screen; ///< on this screen, if it is known
        std::function<bool(const Heads& heads, FrameId frame, Values values)> is_there;
        std::optional<Move> last = {}; ///< a delayed answer to an event falls due as well
        /// Whether the last move does what is looked for in this branch; nothing: in each that is
        /// not refused.
        std::function<bool(const Branch& branch)> does = {};
        /// Whether the menu state and what the last move did there are what is looked for.
        std::function<bool(const MenuState& there, const Outcome& outcome)> good = {};
        bool good_if_does = false; ///< `good` is so wherever a case holds that `does`
        /// `is_there` is so wherever the screen is, and the case of a last move that `does` holds.
        bool is_there_if_does = false;
        /// Of a frame: it is there wherever `is_there` is and none of these can be counted on.
        std::function<bool(FrameId frame, const Branch& branch)> lacks = {};
        /// Further moves whose conditions `good` depends on, and flags.
        std::vector<Move> reads = {};
        std::vector<FlagId> knows = {};
    };
    /// The shortest moves, the last one included; nothing when there are none, or when it would
    /// take too much to know (left_open()). Where to find them takes more than
    /// CheckOptions::max_work_for_shortest and some are known, those. `heads` tells which flags
    /// are tracked to begin with. With `needed`, which gets those that were in the end, nobody is
    /// shown the moves; without, they are replayed through a Runner. One that refuses them is a
    /// fault of Rondix: throws std::logic_error.
    std::optional<Witness> shortest(const Heads& heads, const Target& target,
                                    std::vector<FlagId>* needed = nullptr);

    /// False: there are none, and that is known without looking for them. (Flags are not told apart
    /// by what a screen was entered with: envelope.hpp.)
    bool may_happen(const Heads& heads, const Target& target) {
        return may_happen(scouting_.envelope(), heads, target);
    }

    /// Whether there are any; false as well when it would take too much to know (left_open()).
    bool happens(const Heads& heads, const Target& target);
    /// Whether what was asked last is open.
    bool left_open() const { return left_open_; }

    /// Moves, if going forward has come by what is looked for, and few; there may be others though
    /// it has not.
    std::optional<Witness> scouted(const Heads& heads, const Target& target) {
        return come_to(heads, target, Asked::which);
    }
    /// Whether it has; nobody is shown the moves, so that no Runner is asked for them.
    bool comes_by(const Heads& heads, const Target& target) {
        return come_to(heads, target, Asked::whether).has_value();
    }
    /// What going forward comes by at the least cost, of screens and controls.
    const Scout& scout() { return scouting_.at_first(); }

    /// Moves that lead to a screen, if there are any: few, but not always the fewest.
    std::optional<Witness> some_way(ScreenId screen);

    /// All heads that can be, as sets, with these flags first, and all others of the flow's own
    /// that anything asks for, or with these alone; null where that is too much.
    SymbolicReach* all_that_can_be(const std::vector<FlagId>& first) {
        return maps_.symbolic_reach(first, true);
    }
    /// The moves of a way through these sets; nothing where they do not lead there in truth, or it
    /// is hard to say which they are.
    std::optional<Witness> along(SymbolicReach& reach, FrameId frame, Values values);
    /// Moves to one of these values of a frame, by what going forward has come by, and then what
    /// the game can do.
    std::optional<Witness> come_by(SymbolicReach& reach, FrameId frame, Diagrams::Id set);
    /// The paths to all heads with the same flags tracked; null where they cost too much.
    const Paths* paths(const Heads& heads) {
        const Maps::Map* map = maps_.for_shortest(heads.tracked());
        return map ? &map->paths : nullptr;
    }

  private:
    enum class Known : std::uint8_t { no, yes, open };
    enum class Asked : std::uint8_t { whether, which }; // moves lead there
    Known is_reached(const Heads& heads, const Target& target);
    Known is_reached_at_all(const Heads& heads, const Target& target);
    bool is_met(SymbolicReach& reach, const Heads& heads, const Target& target);
    std::optional<HeadId> nearest(const Maps::Map& map, const Target& target,
                                  const std::vector<HeadId>& rejected) const;
    std::optional<Witness> scouted(const Heads& heads, const Target& target, Asked asked);
    std::optional<Witness> scouted(const Scout& scout, const Heads& heads, const Target& target,
                                   Asked asked);
    std::optional<Witness> sought(const Heads& heads, const Target& target, Asked asked,
                                  Scouting::Effort effort);
    std::optional<Witness> come_to(const Heads& heads, const Target& target, Asked asked);
    template <class Each>
    void each_possible_end(const Envelope& envelope, const Heads& heads, const Target& target,
                           Each each);
    bool may_happen(const Envelope& envelope, const Heads& heads, const Target& target);
    bool may_happen_as_entered(const Heads& heads, const Target& target);
    std::optional<HeadId> looks_like(const Forward& forward, Forward::Seen seen, const Heads& heads,
                                     FrameId frame, const Target& target) const;
    bool is_last(const Target& target, const Branch& branch) const {
        if (branch.move != *target.last || branch.at_once) return false;
        return target.does ? target.does(branch) : branch.kind != Branch::Kind::refused;
    }
    std::optional<Values> fitting(const Heads& heads, FrameId frame, Values values,
                                  const Target& target) const;
    bool could_be_last(const Forward& forward, Forward::Seen seen, FrameId frame,
                       const Target& target) const;
    std::optional<Witness> walked(const Heads& heads, const std::vector<Move>& moves, HeadId end,
                                  const Target& target, Asked asked);
    std::optional<Witness> turned(const Maps::Map& map, HeadId end, const Target& target,
                                  Asked asked);
    std::optional<Witness> finished(Witness witness, const Target& target, Asked asked);
    bool stands(const Heads& heads, const MenuState& there, FrameId frame, Values values);
    bool make(const SymbolicReach::Step& step, const Heads& heads, Witness& witness);
    bool turn_flags(FrameId frame, const Branch& branch, Witness& witness) const;
    bool is_good(const Target& target, const MenuState& there) const;
    void confirm(const std::vector<Move>& moves) const;
    void note_missing(const Heads& heads, const MenuState& before, Move move,
                      std::vector<FlagId>& missing) const;
    bool replay(const Heads& heads, const std::vector<Move>& moves, HeadId end,
                const Target& target, MenuState& there, std::vector<FlagId>& missing) const;

    const CompiledFlow& flow_;
    Frames& frames_;
    const DeviceSet devices_;
    Budget& budget_;
    Maps maps_;
    Scouting scouting_;
    bool left_open_ = false;
    std::size_t in_vain_ = 0; // questions whether something happens that were left open
};

} // namespace rondix
