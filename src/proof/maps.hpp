// Maps: the paths to all heads, by which flags are tracked; made once each, within limits of work.
#pragma once

#include "proof/paths.hpp"
#include "proof/reach.hpp"
#include "proof/symbolic_reach.hpp"

#include <map>
#include <memory>

namespace rondix {

class Maps {
  public:
    struct Map {
        Map(const CompiledFlow& flow, Frames& frames, DeviceSet devices,
            const std::vector<FlagId>& tracked, std::size_t max_work, Budget& budget)
            : heads(frames, flow, devices, tracked, budget)
            , paths(heads, {.max_work = max_work}, budget) {}
        Heads heads;
        Paths paths;
    };

    Maps(const CompiledFlow& flow, Frames& frames, DeviceSet devices, Budget& budget)
        : flow_(flow)
        , frames_(frames)
        , devices_(devices)
        , budget_(budget) {}

    /// With these flags tracked; null where it takes more work than
    /// CheckOptions::max_work_for_shortest, or where others have taken many times that.
    const Map* for_shortest(const std::vector<FlagId>& tracked);
    /// The same for what nothing else tells. Some that take too much are enough: the next would as
    /// well.
    const Map* in_doubt(const std::vector<FlagId>& tracked);
    /// What can be, with these flags first; null where that is too much.
    const Reach* reach(const std::vector<FlagId>& first);
    /// The same as sets, for more flags; where all are too many, and `if_need_be`, with these
    /// alone.
    SymbolicReach* symbolic_reach(const std::vector<FlagId>& first, bool if_need_be = false);

  private:
    using Flags = std::vector<FlagId>;
    const Map* within(const Flags& tracked, std::size_t max_work, std::size_t& work);
    const CompiledFlow& flow_;
    Frames& frames_;
    const DeviceSet devices_;
    Budget& budget_;
    std::map<Flags, std::unique_ptr<Map>> maps_;
    std::map<Flags, std::size_t> too_dear_; // whose map takes more than so much work
    std::map<Flags, std::unique_ptr<Reach>> reaches_;
    std::map<Flags, std::unique_ptr<SymbolicReach>> symbolic_;
    std::size_t work_ = 0, work_in_doubt_ = 0; // of all of them
    std::size_t symbolic_steps_ = 0;           // the same
    std::size_t in_vain_ = 0;                  // maps that took too much, though nothing else tells
};

} // namespace rondix
