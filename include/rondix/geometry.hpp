// Points and rectangles in the units of a flow's design size, y pointing down.
#pragma once

namespace rondix {

struct Point {
    float x = 0;
    float y = 0;
};

struct Rect {
    float x = 0;
    float y = 0;
    float width = 0;
    float height = 0;

    constexpr bool contains(Point p) const {
        return p.x >= x && p.y >= y && p.x < x + width && p.y < y + height;
    }
    constexpr Point middle() const { return {x + width / 2, y + height / 2}; }
};

} // namespace rondix
