#include "place/window_rule.hpp"

#include <algorithm>

namespace rondix::place {

namespace {

/// How many pixels a design unit takes.
float scale_of(WindowRule rule, Size window, Size design) {
    const float across = window.width / design.width;
    const float down = window.height / design.height;
    switch (rule) {
    case WindowRule::cut: return std::max(across, down);
    case WindowRule::keep_height: return down;
    case WindowRule::keep_width: return across;
    default: return std::min(across, down);
    }
}

/// The part of the canvas that the window shows.
Rect shown(const Canvas& canvas, Size window) {
    const Point first = canvas.to_design({0, 0});
    const Point last = canvas.to_design({window.width, window.height});
    const float left = std::max(first.x, 0.0F);
    const float top = std::max(first.y, 0.0F);
    return {left, top, std::min(last.x, canvas.size.width) - left,
            std::min(last.y, canvas.size.height) - top};
}

Rect inset(Rect area, Size margin) {
    const float across = std::min(margin.width, area.width / 2);
    const float down = std::min(margin.height, area.height / 2);
    return {area.x + across, area.y + down, area.width - 2 * across, area.height - 2 * down};
}

} // namespace

Canvas canvas_of(const Looks& looks, float width, float height) {
    Canvas canvas;
    const Size window{std::max(width, 1.0F), std::max(height, 1.0F)};
    canvas.shape = window.height > window.width ? WindowShape::portrait : WindowShape::landscape;
    const Size design = looks.design[static_cast<std::size_t>(canvas.shape)];
    canvas.scale = scale_of(looks.rule, window, design);
    const bool as_designed = looks.rule == WindowRule::bars || looks.rule == WindowRule::cut;
    canvas.size =
        as_designed ? design : Size{window.width / canvas.scale, window.height / canvas.scale};
    canvas.origin = {(window.width - canvas.size.width * canvas.scale) / 2,
                     (window.height - canvas.size.height * canvas.scale) / 2};
    canvas.safe = inset(shown(canvas, window), looks.safe);
    return canvas;
}

} // namespace rondix::place
