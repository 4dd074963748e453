// Turning about a point, clockwise, as y points down.
#pragma once

#include "rondix/runtime/geometry.hpp"

#include <cmath>

namespace rondix::place {

inline Transform turn_about(Point middle, float degrees) {
    constexpr float radians_per_degree = 0.017453292519943295F;
    const float c = std::cos(degrees * radians_per_degree);
    const float s = std::sin(degrees * radians_per_degree);
    return {c, -s, middle.x - c * middle.x + s * middle.y,
            s, c,  middle.y - s * middle.x - c * middle.y};
}

} // namespace rondix::place
