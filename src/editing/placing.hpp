// Where a control is to stand, as keys of its place: what somebody would write who put it there.
#pragma once

#include "rondix/runtime/canvas.hpp"
#include "rondix/tools/change.hpp"

#include <string>
#include <utility>
#include <vector>

namespace rondix {

/// How it comes to stand where it does.
enum class Standing : std::uint8_t {
    freely,  ///< by an anchor and an offset
    in_order ///< in a column, row or grid, behind the one before it
};
Standing standing_of(const FlowScreen& screen, const FlowControl& control);
/// How those that stand with it are arranged.
Arrangement arrangement_around(const FlowScreen& screen, const FlowControl& control);

/// The screen and the control of a flow that stand for one of its tables; null for built-in ones.
struct FlowPlace {
    const FlowScreen* screen = nullptr;
    const FlowControl* control = nullptr;
};
FlowPlace in_flow(const FlowFile& file, ControlId control);

/// The name under which it can be changed: on its own screen, else where that is declared.
NameAsked name_to_change(const FlowFile& file, const FlowPlace& place);

using KeysToSet = std::vector<std::pair<std::string, std::string>>;

/// What brings a control from one place to another within `canvas`, in design units, with the
/// anchor that is nearest then. Whole units alone; nothing where that makes no difference.
KeysToSet keys_for(const FlowFile& file, const FlowPlace& place, const Canvas& canvas,
                   const Rect& from, const Rect& to);
/// The same for a turn, in degrees.
KeysToSet keys_for_turn(const FlowPlace& place, WindowShape shape, float degrees);

/// Before which control it has to stand to come where its middle is now; its own name: it stays.
/// Empty: at the end.
std::string stands_before(const FlowPlace& place, Point middle,
                          const std::vector<std::pair<std::string, Rect>>& others);

/// All of them, or none.
Changed set_keys(const FlowFile& file, const std::vector<std::pair<NameAsked, KeysToSet>>& things);

} // namespace rondix
