// RunnerSnapshot: where a Runner stands, in the numbers of its flow, as far as it can be handed to
// another Runner of the same flow. How to hand it to another flow, or to keep it in a file:
// saved_state.hpp.
#pragma once

#include "rondix/runtime/menu_state.hpp"
#include "run/waiting.hpp"

#include <vector>

namespace rondix {

struct RunnerSnapshot {
    explicit RunnerSnapshot(const CompiledFlow& flow)
        : state(flow)
        , focus(flow.screens.size(), no_control)
        , until_due(flow.events.size(), 0)
        , tickets(flow.requests.size()) {}

    MenuState state;
    std::vector<ControlId> focus;  ///< of each screen
    std::vector<double> until_due; ///< of each event whose answer waits: seconds
    LoadTicket load{};             ///< of the load that the game is at, or none: it is asked anew
    std::vector<RequestTicket> tickets; ///< of requests, likewise
};

} // namespace rondix
