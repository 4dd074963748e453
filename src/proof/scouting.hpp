// Scouting: what is known without listing values, from both sides: what going forward has come by
// (scout.hpp), and what cannot be (envelope.hpp). Each is worked out once, when it is first asked
// for, and within limits of work.
#pragma once

#include "proof/best_first.hpp"
#include "proof/envelope.hpp"
#include "proof/scout.hpp"

#include <array>
#include <map>
#include <optional>

namespace rondix {

class Scouting {
  public:
    Scouting(const CompiledFlow& flow, Frames& frames, DeviceSet devices, Budget& budget)
        : flow_(flow)
        , frames_(frames)
        , devices_(devices)
        , budget_(budget) {}

    const Scout& by(Scout::Novelty novelty);
    /// The one that looks at least and has seen all that can be shown and used; else, by `single`.
    const Scout& at_first();
    const Envelope& envelope();
    /// Where screens are kept apart by with which values of these flags they are opened; until
    /// others are asked for. Null where that is too much.
    const Envelope* envelope(const std::vector<FlagId>& entered);
    /// Goes forward to one of these ends, from near it and from the start (BestFirst::find()).
    /// False as well where too much was done.
    enum class Effort : std::uint8_t { little, much };
    bool find(std::span<const End> ends,
              const std::function<bool(const Forward&, Forward::Seen, FrameId)>& is_it,
              Effort effort);

  private:
    std::vector<BestFirst::Root> roots_near(std::span<const End> ends);
    std::size_t work_on_doubts() const;
    const CompiledFlow& flow_;
    Frames& frames_;
    const DeviceSet devices_;
    Budget& budget_;
    std::array<std::optional<Scout>, 3> by_;
    std::optional<Envelope> envelope_, as_entered_;
    std::vector<FlagId> entered_;     // of the last
    std::size_t work_as_entered_ = 0; // for all of them
    std::optional<BestFirst> best_first_;
    std::map<std::vector<std::uint32_t>, Effort> in_vain_; // ends that were not found
    std::vector<std::vector<Move>> found_;                 // moves to those that were
};

} // namespace rondix
