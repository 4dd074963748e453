// Layout: from the boxes of a screen to rectangles on a canvas.
//
// One axis after the other, each in two sweeps over the boxes: from the leaves up, how much room
// each box would take; from the canvas down, how much it is given, and where. Across goes first, so
// that a text that gets less room than it would take can ask for more lines. The cost is linear in
// the number of boxes; nothing is allocated.
//
// What holds: a box that is as large as what it holds never stands over its parent's edge unless an
// offset pushes it; the children of a column, row or grid never overlap, whatever room there is:
// they are squeezed, and so are their gaps. What is absent takes no room and makes no gap: the
// others stand as they would without it. Scaling all sizes by k scales all places by k.
#pragma once

#include "rondix/runtime/canvas.hpp"
#include "rondix/runtime/compiled_flow.hpp"
#include "rondix/runtime/text_measurer.hpp"

#include <span>

namespace rondix::place {

struct Measures {
    TextMeasurer text_measurer;
    Translator translator;
};

/// Places the boxes of `screen`; `out` has as many rows as it has boxes, each of which says whether
/// it is absent (absent.hpp).
void arrange(const CompiledFlow& flow, ScreenId screen, const Canvas& canvas,
             const Measures& measures, std::span<Placed> out);

/// The same for what a row of a list shows, within a row of this size.
void arrange_row(const CompiledFlow& flow, const RowLooks& row, Size size, WindowShape shape,
                 const Measures& measures, std::span<Placed> out);

/// Turns the places for languages that are read from right to left. Twice changes nothing.
void mirror(const Canvas& canvas, std::span<Placed> places);

/// The text that a box shows in a state, as the translator gives it.
std::string_view text_of(const CompiledFlow& flow, const Box& box, LookState state,
                         const Translator& translator);

/// How large the texts of a box are, at its style's size times `scale`, broken at `width`: as much
/// as its largest state.
Size text_size(const CompiledFlow& flow, const Box& box, const Measures& measures, float width,
               float scale = 1);

} // namespace rondix::place
