// Every action of a screen or of a whole flow, for searches that look at all of them alike.
#pragma once

#include "rondix/tools/flow.hpp"

namespace rondix {

/// Calls `each` with every action of the screen and the control whose press it is, or null.
template <class Each>
void each_action_of(const FlowScreen& screen, Each each) {
    const FlowControl* none = nullptr;
    if (screen.back) each(*screen.back, none);
    if (screen.menu) each(*screen.menu, none);
    if (screen.moves_on) each(screen.moves_on->action, none);
    if (screen.idle) each(screen.idle->action, none);
    for (const FlowKey& key : screen.keys) each(key.action, none);
    for (const FlowControl& control : screen.controls)
        if (control.press) each(*control.press, &control);
}

/// Calls `each` with the actions that stand on no screen: of events and of answers.
template <class Each>
void each_action_elsewhere(const Flow& flow, Each each) {
    for (const FlowEvent& event : flow.events) each(event.action);
    for (const FlowRequest& request : flow.requests) {
        if (request.done) each(*request.done);
        if (request.failed) each(*request.failed);
    }
}

/// Calls `each` with every action of the flow.
template <class Each>
void each_action(const Flow& flow, Each each) {
    for (const FlowScreen& screen : flow.screens)
        each_action_of(screen, [&](const FlowAction& action, const FlowControl*) { each(action); });
    each_action_elsewhere(flow, each);
}

} // namespace rondix
