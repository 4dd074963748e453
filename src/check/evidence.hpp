// Evidence: the moves that lead to a situation, replayed through the core before anybody is shown
// them, and what the player can still do there.
#pragma once

#include "check/listing.hpp"
#include "rondix/finding.hpp"

#include <string>

namespace rondix {

class Evidence {
  public:
    Evidence(const CompiledFlow& flow, const Listing& listing)
        : flow_(flow)
        , listing_(listing)
        , replayed_(flow)
        , there_(flow)
        , room_(most_moves(flow)) {}

    /// Fills in finding.how, finding.here and finding.disabled for the situation with this number.
    void show(Listing::Number number, Finding& finding);

    /// The moves to a situation in words. Throws std::logic_error when replaying them does not end
    /// there: then Rondix itself is wrong, and saying nothing would be worse.
    std::vector<std::string> moves_to(Listing::Number number);

    /// What each move of the player that is answered there leads to, and which buttons are
    /// disabled.
    std::vector<std::string> what_the_player_can_do(Listing::Number number);

    std::vector<std::string> disabled_buttons(Listing::Number number);

  private:
    std::string result_of(const Situation& before);

    const CompiledFlow& flow_;
    const Listing& listing_;
    Situation replayed_, there_;
    std::vector<Move> room_;
};

} // namespace rondix
