// Standing: where a Runner stands, in the numbers of its flow, as far as it can be handed to
// another Runner of the same flow. How to hand it to another flow, or to keep it in a file:
// saved_situation.hpp.
#pragma once

#include "rondix/situation.hpp"
#include "rondix/waiting.hpp"

#include <vector>

namespace rondix {

struct Standing {
    explicit Standing(const CompiledFlow& flow)
        : situation(flow)
        , focus(flow.screens.size(), no_control)
        , until_due(flow.events.size(), 0)
        , tickets(flow.requests.size()) {}

    Situation situation;
    std::vector<ControlId> focus;  ///< of each screen
    std::vector<double> until_due; ///< of each event whose answer waits: seconds
    Ticket load{};                 ///< of the load that the game is at, or none: it is asked anew
    std::vector<Ticket> tickets;   ///< of requests, likewise
};

} // namespace rondix
