// Handles: where a chosen thing is taken hold of, what becomes of it by that, and what it snaps to.
#pragma once

#include "rondix/runtime/geometry.hpp"

#include <cstdint>
#include <optional>
#include <string_view>
#include <utility>
#include <vector>

namespace rondix {

/// Which sides of it go along: none for the whole, or the turn above it.
struct Handle {
    int across = 0, down = 0; ///< -1: left, top; 1: right, bottom
    bool turns = false;
    bool moves() const { return across == 0 && down == 0 && !turns; }
    friend bool operator==(const Handle&, const Handle&) = default;
};

/// Where each is, for a frame in pixels.
std::vector<std::pair<Handle, Point>> handles_of(const Rect& frame);
/// The one at a point, or the frame as a whole; nothing: none of it.
std::optional<Handle> handle_at(const Rect& frame, Point at);

/// Taken from one point to another.
Rect taken(const Rect& rect, Handle handle, Point from, Point to);

/// A line of a thing that others come to stand on.
enum class Line : std::uint8_t { left, middle_across, right, top, middle_down, bottom };
/// `left`, `middle-across` ...; nothing where there is none of that name.
std::optional<Line> line_named(std::string_view name);
/// All of them on a line of the first.
std::vector<Rect> aligned(std::vector<Rect> rects, Line line);
/// Those between the outermost two with equal gaps, in the order in which they stand.
std::vector<Rect> spread(std::vector<Rect> rects, bool across);

/// A line along which something snapped, in design units.
struct Guide {
    bool upright = false;
    float at = 0;
};

/// One of several gaps that are alike, as a line from one thing to the next.
struct Gap {
    Point from, to;
};

struct Guides {
    std::vector<Guide> lines;
    std::vector<Gap> gaps;
};

/// Edges and middles come to stand on those of others that are no farther than `reach`. What moves
/// as a whole also comes to stand as far from the next one as that is from the one behind it, or in
/// the middle between two.
Rect snapped(const Rect& rect, Handle handle, const std::vector<Rect>& others, float reach,
             Guides& guides);

/// How far it is along one axis to the nearest place with equal gaps, and those; within `reach`.
std::optional<float> way_to_equal_gaps(const Rect& rect, bool across,
                                       const std::vector<Rect>& others, float reach,
                                       std::vector<Gap>& gaps);

} // namespace rondix
