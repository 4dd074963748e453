#include "place/absent.hpp"

#include "rondix/runtime/apply.hpp"

#include <algorithm>

namespace rondix::place {

namespace {

bool can_be_absent(const CompiledFlow& flow, const Box& box) {
    return box.role == BoxRole::control && !box.keeps_room && flow[box.control].hides;
}

std::span<const Box> boxes_of(const CompiledFlow& flow, ScreenId screen) {
    const IndexRange boxes = flow.looks.screens[index(screen)].boxes;
    return std::span(flow.looks.boxes).subspan(boxes.begin, boxes.count);
}

/// Something stands in it, and all of that is absent. Pages have a page to show, be it empty.
bool is_empty(std::span<const Box> boxes, std::size_t group, std::span<const Placed> out) {
    if (boxes[group].role != BoxRole::group || boxes[group].first_child == 0) return false;
    for (std::uint32_t child = boxes[group].first_child; child != 0; child = boxes[child].next)
        if (!out[child].absent) return false;
    return true;
}

} // namespace

bool some_can_be_absent(const CompiledFlow& flow, ScreenId screen) {
    const std::span<const Box> boxes = boxes_of(flow, screen);
    return std::any_of(boxes.begin(), boxes.end(),
                       [&](const Box& box) { return can_be_absent(flow, box); });
}

/// Children stand behind their parents: from the last box on, all that a group holds is known.
bool mark_absent(const CompiledFlow& flow, ScreenId screen, const MenuState& now,
                 std::span<Placed> out) {
    const std::span<const Box> boxes = boxes_of(flow, screen);
    bool changed = false;
    for (std::size_t i = boxes.size(); i-- > 1;) {
        const Box& box = boxes[i];
        const bool absent =
            (can_be_absent(flow, box) && hidden(flow, now, box.control)) || is_empty(boxes, i, out);
        changed = changed || absent != out[i].absent;
        out[i].absent = absent;
    }
    return changed;
}

} // namespace rondix::place
