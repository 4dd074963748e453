// Scouting: what is known without listing values, from both sides: what going forward has come by
// (scout.hpp), and what cannot be (envelope.hpp). Each is worked out once, when it is first asked
// for, and within limits of work.
#pragma once

#include "proof/envelope.hpp"
#include "proof/scout.hpp"

#include <array>
#include <map>
#include <memory>
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
    /// Where what a screen was opened over is left first, it cannot be come back to: so what can be
    /// done on one screen is looked at by itself. Null where nothing leads there, or where too much
    /// of that was done.
    const Scout* over(ScreenId screen);
    Envelope& envelope();

  private:
    const CompiledFlow& flow_;
    Frames& frames_;
    const DeviceSet devices_;
    Budget& budget_;
    std::array<std::optional<Scout>, 4> by_;
    std::map<ScreenId, std::unique_ptr<Scout>> over_;
    std::size_t work_over_ = 0;
    std::optional<Envelope> envelope_;
};

} // namespace rondix
