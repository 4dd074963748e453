// Points, sizes, rectangles and transforms in the units of a flow's design size, y pointing down.
//
// Errors: none. Threads: any.
#pragma once

namespace rondix {

struct Point {
    float x = 0;
    float y = 0;
    friend constexpr bool operator==(Point, Point) = default;
};

struct Size {
    float width = 0;
    float height = 0;
    friend constexpr bool operator==(Size, Size) = default;
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
    constexpr float right() const { return x + width; }
    constexpr float bottom() const { return y + height; }
    friend constexpr bool operator==(const Rect&, const Rect&) = default;
};

/// Moves, scales and turns: a point (x, y) goes to (xx·x + xy·y + x0, yx·x + yy·y + y0).
struct Transform {
    float xx = 1, xy = 0, x0 = 0;
    float yx = 0, yy = 1, y0 = 0;

    constexpr Point operator()(Point p) const {
        return {xx * p.x + xy * p.y + x0, yx * p.x + yy * p.y + y0};
    }
    /// First `inner`, then this one.
    constexpr Transform after(const Transform& inner) const {
        return {xx * inner.xx + xy * inner.yx,      xx * inner.xy + xy * inner.yy,
                xx * inner.x0 + xy * inner.y0 + x0, yx * inner.xx + yy * inner.yx,
                yx * inner.xy + yy * inner.yy,      yx * inner.x0 + yy * inner.y0 + y0};
    }
    friend constexpr bool operator==(const Transform&, const Transform&) = default;
};

constexpr Transform shift_by(Point by) {
    return {1, 0, by.x, 0, 1, by.y};
}
constexpr Transform scale_about(Point middle, float factor) {
    return {factor, 0, middle.x * (1 - factor), 0, factor, middle.y * (1 - factor)};
}

} // namespace rondix
