#include "draw/map/labels_on_lines.hpp"

#include "draw/map/place_cards.hpp"

#include <cmath>

namespace rondix::draw {

namespace {

constexpr int steps = 16;          // of each piece of a curve that are looked at
constexpr double farthest = 30;    // that a label goes
constexpr double between_them = 1; // two labels

Vec on_piece(const Vec* p, double t) {
    const double s = 1 - t;
    const double a = s * s * s, b = 3 * s * s * t, c = 3 * s * t * t, d = t * t * t;
    return {a * p[0].x + b * p[1].x + c * p[2].x + d * p[3].x,
            a * p[0].y + b * p[1].y + c * p[2].y + d * p[3].y};
}

Vec nearest_on(const std::vector<Vec>& curve, Vec to) {
    Vec nearest = to;
    double least = farthest;
    for (std::size_t piece = 0; piece + 3 < curve.size(); piece += 3)
        for (int i = 0; i <= steps; ++i) {
            const Vec point = on_piece(&curve[piece], static_cast<double>(i) / steps);
            const double distance = std::hypot(point.x - to.x, point.y - to.y);
            if (distance < least) least = distance, nearest = point;
        }
    return nearest;
}

bool overlap(Vec a, Extents of_a, Vec b, Extents of_b) {
    return std::abs(a.x - b.x) < (of_a.width + of_b.width) / 2 + between_them &&
           std::abs(a.y - b.y) < (of_a.height + of_b.height) / 2 + between_them;
}

} // namespace

void put_labels_on_lines(const MapGraph& map, const Bundles& bundles, PlacedGraph& placed) {
    std::vector<Extents> sizes;
    for (const MapEdge& edge : map.edges) sizes.push_back(size_of_labels(shown_labels(edge)));
    // Those that have become one have one label.
    const auto share = [&](std::size_t a, std::size_t b) {
        return a == b || (bundles.of(a) != 0 && bundles.of(a) == bundles.of(b));
    };
    const auto is_free = [&](std::size_t own, Vec at) {
        for (std::size_t i = 0; i < sizes.size(); ++i)
            if (!share(i, own) && sizes[i].width > 0 &&
                overlap(at, sizes[own], placed.edges[i].label, sizes[i]))
                return false;
        return true;
    };
    for (std::size_t i = 0; i < sizes.size(); ++i) {
        if (sizes[i].width <= 0) continue;
        const Vec at = nearest_on(placed.edges[i].curve, placed.edges[i].label);
        if (!is_free(i, at)) continue;
        for (std::size_t k = 0; k < sizes.size(); ++k)
            if (share(i, k)) placed.edges[k].label = at;
    }
}

} // namespace rondix::draw
