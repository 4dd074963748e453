// Things: what can be chosen on the current screen, and where it is.
#pragma once

#include "editing/placing.hpp"
#include "play/session.hpp"

#include <string>
#include <vector>

namespace rondix::tool {

struct Thing {
    ControlId control = no_control;
    std::string name;
    Rect bounds; ///< in design units
    FlowPlace place;
};

/// In the order in which they are declared. What Rondix itself adds is left out.
std::vector<Thing> things_on_screen(Session& session);

/// Those that a point is on, the one that is drawn last first.
std::vector<std::string> things_at(Session& session, const std::vector<Thing>& things, Point at);

/// "game.flow.yaml:12".
std::string line_of(const FlowFile& file, const SourceRange& place);

/// Of a control, in English: "button", "label".
std::string kind_of(const Thing& thing);

} // namespace rondix::tool
