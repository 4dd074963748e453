#include "editing/handles.hpp"

#include <algorithm>
#include <array>
#include <cmath>

namespace rondix {

namespace {

constexpr float reach_of_handle = 7; // pixels
constexpr float turn_above = 26;
constexpr float smallest = 8; // design units

/// A stretch along one axis, with its begin, middle and end.
struct Stretch {
    float begin = 0, size = 0;
    std::array<float, 3> lines() const { return {begin, begin + size / 2, begin + size}; }
};

/// How far the nearest line of the others is from one that goes along; nothing within reach: 0.
float way_to_line(const Stretch& own, int side, const std::vector<float>& lines, float reach,
                  std::optional<float>& on) {
    float best = reach;
    float way = 0;
    for (std::size_t i = 0; i < 3; ++i) {
        const bool goes_along = side == 0 || (side < 0 ? i == 0 : i == 2);
        if (!goes_along) continue;
        for (const float line : lines) {
            const float distance = line - own.lines()[i];
            if (std::abs(distance) >= best) continue;
            best = std::abs(distance);
            way = distance;
            on = line;
        }
    }
    return way;
}

} // namespace

std::vector<std::pair<Handle, Point>> handles_of(const Rect& frame) {
    std::vector<std::pair<Handle, Point>> all;
    for (const int down : {-1, 0, 1})
        for (const int across : {-1, 0, 1})
            if (across != 0 || down != 0)
                all.push_back({{across, down},
                               {frame.x + frame.width * static_cast<float>(across + 1) / 2,
                                frame.y + frame.height * static_cast<float>(down + 1) / 2}});
    all.push_back({{0, 0, true}, {frame.x + frame.width / 2, frame.y - turn_above}});
    return all;
}

std::optional<Handle> handle_at(const Rect& frame, Point at) {
    for (const auto& [handle, where] : handles_of(frame))
        if (std::abs(where.x - at.x) <= reach_of_handle &&
            std::abs(where.y - at.y) <= reach_of_handle)
            return handle;
    if (frame.contains(at)) return Handle{};
    return std::nullopt;
}

Rect taken(const Rect& rect, Handle handle, Point from, Point to) {
    const float x = to.x - from.x;
    const float y = to.y - from.y;
    if (handle.moves()) return {rect.x + x, rect.y + y, rect.width, rect.height};
    Rect is = rect;
    if (handle.across > 0) is.width = std::max(rect.width + x, smallest);
    if (handle.down > 0) is.height = std::max(rect.height + y, smallest);
    if (handle.across < 0) {
        is.width = std::max(rect.width - x, smallest);
        is.x = rect.right() - is.width;
    }
    if (handle.down < 0) {
        is.height = std::max(rect.height - y, smallest);
        is.y = rect.bottom() - is.height;
    }
    return is;
}

std::optional<Line> line_named(std::string_view name) {
    static constexpr std::array<std::string_view, 6> names = {"left", "middle-across", "right",
                                                              "top",  "middle-down",   "bottom"};
    const auto found = std::ranges::find(names, name);
    if (found == names.end()) return std::nullopt;
    return Line(found - names.begin());
}

std::vector<Rect> aligned(std::vector<Rect> rects, Line line) {
    const float share = static_cast<float>(static_cast<int>(line) % 3) / 2;
    const bool across = line <= Line::right;
    for (std::size_t i = 1; i < rects.size(); ++i)
        if (across)
            rects[i].x = rects[0].x + (rects[0].width - rects[i].width) * share;
        else
            rects[i].y = rects[0].y + (rects[0].height - rects[i].height) * share;
    return rects;
}

std::vector<Rect> spread(std::vector<Rect> rects, bool across) {
    if (rects.size() < 3) return rects;
    const auto begin = [&](Rect& rect) -> float& { return across ? rect.x : rect.y; };
    const auto size = [&](const Rect& rect) { return across ? rect.width : rect.height; };
    std::vector<Rect*> order;
    order.reserve(rects.size());
    for (Rect& rect : rects) order.push_back(&rect);
    std::ranges::stable_sort(order, {}, [&](Rect* rect) { return begin(*rect); });
    float filled = 0;
    for (const Rect* rect : order) filled += size(*rect);
    const float whole = begin(*order.back()) + size(*order.back()) - begin(*order.front());
    const auto gaps = static_cast<float>(order.size() - 1);
    const float gap = (whole - filled) / gaps;
    // Where there is no room for gaps, what begins alike far apart.
    const float step = (begin(*order.back()) - begin(*order.front())) / gaps;
    float at = begin(*order.front());
    for (Rect* rect : order) {
        begin(*rect) = at;
        at += gap < 0 ? step : size(*rect) + gap;
    }
    return rects;
}

Rect snapped(const Rect& rect, Handle handle, const std::vector<Rect>& others, float reach,
             Guides& guides) {
    std::vector<float> upright;
    std::vector<float> level;
    for (const Rect& other : others) {
        for (const float line : Stretch{other.x, other.width}.lines()) upright.push_back(line);
        for (const float line : Stretch{other.y, other.height}.lines()) level.push_back(line);
    }
    Point by;
    for (const bool along : {true, false}) {
        const int side = along ? handle.across : handle.down;
        if (handle.turns || (!handle.moves() && side == 0)) continue;
        const Stretch own = along ? Stretch{rect.x, rect.width} : Stretch{rect.y, rect.height};
        std::optional<float> on;
        float way = way_to_line(own, side, along ? upright : level, reach, on);
        // A gap has to be nearer than a line.
        const float nearest = on ? std::abs(way) : reach;
        const auto gap = handle.moves()
                             ? way_to_equal_gaps(rect, along, others, nearest, guides.gaps)
                             : std::nullopt;
        if (gap)
            way = *gap;
        else if (on)
            guides.lines.push_back({along, *on});
        (along ? by.x : by.y) = way;
    }
    return taken(rect, handle, {0, 0}, by);
}

} // namespace rondix
