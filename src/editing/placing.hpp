// Where something is to stand, as keys of its place: what somebody would write who put it there.
#pragma once

#include "editing/changer.hpp"
#include "rondix/runtime/canvas.hpp"

#include <string>
#include <utility>
#include <vector>

namespace rondix {

/// What of a screen stands somewhere.
enum class PlaceOf : std::uint8_t { control, piece, group, layout, heading };

/// Something of a flow that stands for a box of its tables, and how it is changed.
struct FlowPlace {
    PlaceOf of{};
    const FlowScreen* screen = nullptr;
    const FlowControl* control = nullptr; ///< or the one that a piece is of
    const FlowGroup* group = nullptr;
    const FlowBox* box = nullptr; ///< null: the flow has none of its own there
    std::size_t piece = 0;        ///< its number, from 0
    NameAsked name = {};   ///< on its own screen, else where that declares it; without text: no way
    std::string path = {}; ///< of its keys behind that name: `layout.`, `pieces.0.`
    /// Its keys that say where it stands.
    std::string place_keys() const;
    /// "play", "play, piece 1", "group deck".
    std::string words() const;

    explicit operator bool() const { return box != nullptr && !name.text.empty(); }
};
/// False: built-in, or drawn by the way.
FlowPlace in_flow(const FlowFile& file, ControlId control);
/// The same for a box of a screen, which counts from the first one of its screen.
FlowPlace in_flow(const FlowFile& file, ScreenId screen, std::uint32_t box);

/// How it comes to stand where it does.
enum class Standing : std::uint8_t {
    freely,  ///< by an anchor and an offset
    in_order ///< in a column, row or grid, behind the one before it
};
Standing standing_of(const FlowPlace& place);
/// How those that stand with it are arranged.
Arrangement arrangement_around(const FlowPlace& place);

/// What brings it from one place to another within `canvas`, in design units, with the
/// anchor that is nearest then. Whole units alone; nothing where that makes no difference.
KeysToSet keys_for(const FlowFile& file, const FlowPlace& place, const Canvas& canvas,
                   const Rect& from, const Rect& to);
/// What lets a control stand freely where it is now, out of its column, row or grid.
KeysToSet keys_to_stand_freely(const FlowPlace& place, const Canvas& canvas, const Rect& where);
/// The same for a turn, in degrees.
KeysToSet keys_for_turn(const FlowPlace& place, WindowShape shape, float degrees);

/// Before which control it has to stand to come where its middle is now; its own name: it stays.
/// Empty: at the end.
std::string stands_before(const FlowPlace& place, Point middle,
                          const std::vector<std::pair<std::string, Rect>>& others);

/// All of them, or none.
Changed set_keys(const FlowFile& file, const std::vector<std::pair<NameAsked, KeysToSet>>& things);

} // namespace rondix
