// Pilot: steers her from gate to gate (buoys stand in pairs) and moors, for those who watch.
#pragma once

#include "voyage.hpp"

#include <algorithm>
#include <cmath>

namespace tidewick {

class Pilot {
  public:
    Wheel wheel(const Voyage& voyage) {
        const Scene& scene = voyage.scene();
        if (voyage.time() < 0.1) next_ = 0; // a voyage that has just begun
        const std::size_t gates = scene.buoys.size() / 2;
        Spot to = target(scene, gates);
        if (next_ < gates && distance(voyage.ferry(), to) < 50) ++next_, to = target(scene, gates);
        const double wanted = std::atan2(to.y - voyage.ferry().y, to.x - voyage.ferry().x);
        const double way = std::remainder(wanted - voyage.heading(), 6.283185307179586);
        const bool arriving = next_ == gates && distance(voyage.ferry(), to) < 170;
        const double engine = arriving ? 0.2 : std::abs(way) > 0.7 ? 0.35 : 0.8;
        return {std::clamp(way * 3, -1.0, 1.0), engine};
    }

  private:
    static double distance(Spot a, Spot b) { return std::hypot(a.x - b.x, a.y - b.y); }

    Spot target(const Scene& scene, std::size_t gates) const {
        if (next_ >= gates) return scene.quay;
        const Spot red = scene.buoys[2 * next_].at, green = scene.buoys[2 * next_ + 1].at;
        return {(red.x + green.x) / 2, (red.y + green.y) / 2};
    }

    std::size_t next_ = 0;
};

} // namespace tidewick
