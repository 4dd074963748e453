// Summaries: in which ways the heads that are met can be left, by each kind of moves. Each is made
// when it is first asked for, once for all who ask.
#pragma once

#include "proof/leaving.hpp"

#include <array>
#include <optional>

namespace rondix {

class Summaries {
  public:
    /// What is met leads to nothing else; the set has to stay as it is.
    Summaries(const Heads& heads, const HeadSet& met, Budget& budget)
        : heads_(heads)
        , met_(met)
        , budget_(budget) {}

    const HeadSet& met() const { return met_; }
    const Leaving& by(Leaving::By by) {
        auto& leaving = leaving_[static_cast<std::size_t>(by)];
        if (!leaving) leaving.emplace(heads_, by, budget_, &met_);
        return *leaving;
    }
    /// One that is there already, of all heads.
    void put(Leaving::By by, Leaving leaving) {
        leaving_[static_cast<std::size_t>(by)].emplace(std::move(leaving));
    }

  private:
    const Heads& heads_;
    const HeadSet& met_;
    Budget& budget_;
    std::array<std::optional<Leaving>, 3> leaving_; // by Leaving::By
};

} // namespace rondix
