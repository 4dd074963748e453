// How the focus moves on a screen: for `rondix focus`, and for whoever wants to look at it.
//
// Units: pixels. Threads: that of the Runner, and one at a time for all that draws.
#pragma once

#include "rondix/painter.hpp"

namespace rondix {

/// Where a direction leads from a control.
struct FocusRoute {
    ControlId from = no_control, to = no_control;
    Button direction{};
    bool declared = false; ///< by the author; else worked out
    bool returns = false;  ///< the opposite direction leads back
    bool round = false;    ///< it goes round to the other end
};

struct FocusMap {
    ControlId first = no_control;    ///< where the focus is
    std::vector<ControlId> controls; ///< that can be used now
    std::vector<FocusRoute> routes;  ///< without those that lead nowhere
    std::vector<ControlId> stranded; ///< not reached from the first, or the first not from them
};

/// Of what is foremost in the Runner now.
FocusMap focus_map(Runner& runner);

/// The screen as it is seen, with the routes over it: what is declared thick, what goes one way
/// dashed, what is stranded framed. The bytes of a PNG.
std::string draw_focus(Painter& painter, Runner& runner, const FocusMap& map, int width,
                       int height);

} // namespace rondix
