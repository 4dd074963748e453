// Things: what can be chosen on the current screen, and where it is.
#pragma once

#include "editing/placing.hpp"
#include "play/session.hpp"

#include <map>
#include <string>
#include <vector>

namespace rondix::tool {

struct Thing {
    std::string name; ///< that no other thing of the screen has: FlowPlace::words()
    Rect bounds;      ///< in design units
    FlowPlace place;
    ControlId control = no_control; ///< or the one that a piece is of
    std::uint32_t box = 0;          ///< of its screen
    int depth = 0;                  ///< how many things it stands in

    bool is(PlaceOf of) const { return place.of == of; }
};

/// What of the foremost screen can be chosen: groups before what stands in them, else in the order
/// in which it is declared. What Rondix itself adds is left out.
std::vector<Thing> things_on_screen(Session& session);

/// The same, looked up again where the flow, the window or the screen is another.
class ThingsSeen {
  public:
    const std::vector<Thing>& of(Session& session);

  private:
    std::vector<Thing> things_;
    std::size_t reading_ = 0;
    std::uint64_t moves_ = 0;
    Canvas canvas_;
};

/// What stands behind keys, as it is written; looked up once for each reading of the flow.
class ValuesSeen {
  public:
    const std::string& of(const Session& session, const NameAsked& name, const std::string& key);

  private:
    std::optional<KeyReader> reader_;
    std::map<std::string, std::string> values_;
    std::size_t reading_ = 0;
};

/// Those that a point is on: controls first, the one that is drawn last before others; then their
/// pieces, the heading and groups, the innermost first.
std::vector<std::string> things_at(Session& session, const std::vector<Thing>& things, Point at);

/// Whether one stands in the other, or is a piece of it.
bool is_within(Session& session, const Thing& one, const Thing& other);

/// The name of the screen that is in front.
std::string foremost_screen(Session& session);

/// "game.flow.yaml:12".
std::string line_of(const FlowFile& file, const SourceRange& place);
SourceRange place_in_file(const Thing& thing);

/// In English: "button", "label", "group".
std::string kind_of(const Thing& thing);

} // namespace rondix::tool
