// Routes of the focus on random layouts: every control is reached from every other, and the
// opposite direction mostly returns.
#include "place/routes.hpp"
#include "reference/part.hpp"
#include "support.hpp"

#include <optional>
#include <random>
#include <set>

namespace rondix::place {
namespace {

using test::at_least;
using test::part_of;

class Layouts {
  public:
    explicit Layouts(std::uint32_t number)
        : random_(number) {}

    /// Columns, grids, ragged rows, scattered buttons; some of them hidden or disabled, some of
    /// them sliders, a lone one far off.
    std::vector<RouteStop> make() {
        switch (number(0, 3)) {
        case 0: add_rows(number(2, 9), 1, 1); break;
        case 1: add_rows(number(2, 6), number(2, 6), 0); break;
        case 2: add_rows(number(2, 6), 1, 5); break;
        default: scatter(number(2, 14));
        }
        if (number(0, 3) == 0) add(1150, 660, 100, 40);
        std::vector<RouteStop> usable;
        for (const RouteStop& stop : stops_)
            if (number(0, 5) != 0) usable.push_back(stop);
        if (usable.empty()) usable.push_back(stops_[0]);
        return usable;
    }

  private:
    int number(int low, int high) {
        return low + static_cast<int>(random_() % static_cast<unsigned>(high - low + 1));
    }
    void add(float x, float y, float width, float height) {
        RouteStop stop;
        stop.bounds = {x, y, width, height};
        if (number(0, 9) == 0) stop.own = 0b1100; // left and right are its own
        stops_.push_back(stop);
    }
    /// Rows of `columns`, or of one to `ragged`.
    void add_rows(int rows, int columns, int ragged) {
        for (int row = 0; row < rows; ++row) {
            const int count = ragged > 0 ? number(1, ragged) : columns;
            const float width = ragged > 1 ? 900.0F / static_cast<float>(count) : 140;
            for (int i = 0; i < count; ++i)
                add(60 + static_cast<float>(i) * width, 40 + static_cast<float>(row) * 64,
                    width - 12, 52);
        }
    }
    void scatter(int count) {
        for (int tries = 0; tries < 200 && static_cast<int>(stops_.size()) < count; ++tries) {
            const Rect bounds{
                static_cast<float>(number(0, 1100)), static_cast<float>(number(0, 640)),
                static_cast<float>(number(40, 240)), static_cast<float>(number(30, 80))};
            const bool free =
                std::none_of(stops_.begin(), stops_.end(), [&](const RouteStop& other) {
                    return bounds.x < other.bounds.right() && other.bounds.x < bounds.right() &&
                           bounds.y < other.bounds.bottom() && other.bounds.y < bounds.bottom();
                });
            if (free) add(bounds.x, bounds.y, bounds.width, bounds.height);
        }
    }

    std::mt19937 random_;
    std::vector<RouteStop> stops_;
};

std::size_t reached_from(const Routes& routes, Stop first, std::size_t count) {
    std::vector<bool> seen(count);
    std::vector<Stop> open{first};
    seen[first] = true;
    for (std::size_t i = 0; i < open.size(); ++i)
        for (int d = 0; d < 4; ++d) {
            const Stop to = routes.from(open[i], Direction(d));
            if (to == nowhere || seen[to]) continue;
            seen[to] = true;
            open.push_back(to);
        }
    return open.size();
}

TEST(Routes, ReachEverythingAndMostlyReturn) {
    std::size_t moves = 0, returns = 0, plainly = 0, remembering = 0;
    for (std::uint32_t layout = 0; layout < part_of(5000); ++layout) {
        SCOPED_TRACE(layout);
        const std::vector<RouteStop> stops = Layouts(layout).make();
        for (const bool goes_round : {true, false}) {
            Routes routes(stops.size());
            routes.find(stops, goes_round);
            ASSERT_TRUE(routes.complete());
            for (Stop stop = 0; stop < static_cast<Stop>(stops.size()); ++stop) {
                ASSERT_EQ(reached_from(routes, stop, stops.size()), stops.size());
                for (int d = 0; d < 4; ++d) {
                    const auto direction = Direction(d);
                    const Stop to = routes.from(stop, direction);
                    if (stops[stop].uses(direction)) {
                        ASSERT_EQ(to, nowhere);
                    }
                    if (to == nowhere || stops[to].uses(opposite(direction))) continue;
                    ++moves;
                    const bool plain = routes.from(to, opposite(direction)) == stop;
                    if (plain) ++plainly;
                    if (plain || routes.returns()) ++returns;
                }
            }
            remembering += routes.returns() ? 1 : 0;
        }
    }
    std::printf("%zu moves: %zu return by themselves, %zu with memory; %zu of 10000 remember\n",
                moves, plainly, returns, remembering);
    EXPECT_GE(plainly * 10, moves * 8);
    EXPECT_GE(returns * 10, moves * 9);
}

/// Somebody who goes back, once, by the direction opposite to the one that led there.
struct Walker {
    Stop at = nowhere, from = nowhere; // nowhere: nothing to go back to
    Direction by{};

    std::optional<Walker> gone(const Routes& routes, const std::vector<RouteStop>& stops,
                               Direction direction) const {
        const bool back =
            from != nowhere && direction == opposite(by) && !stops[at].uses(direction);
        if (back) return Walker{from, nowhere, {}};
        const Stop to = routes.from(at, direction);
        if (to == nowhere) return std::nullopt;
        return Walker{to, at, direction};
    }
    std::size_t number() const {
        return at * 1000U + (from == nowhere ? 999U : from * 4U + static_cast<unsigned>(by));
    }
};

std::size_t reached_by(const Walker& first, const Routes& routes,
                       const std::vector<RouteStop>& stops) {
    std::set<std::size_t> met{first.number()};
    std::set<Stop> seen{first.at};
    std::vector<Walker> open{first};
    while (!open.empty()) {
        const Walker walker = open.back();
        open.pop_back();
        for (int d = 0; d < 4; ++d)
            if (const auto next = walker.gone(routes, stops, Direction(d));
                next && met.insert(next->number()).second) {
                seen.insert(next->at);
                open.push_back(*next);
            }
    }
    return seen.size();
}

TEST(Routes, SayWhetherGoingBackStrandsAnybody) {
    std::size_t stranded = 0;
    for (std::uint32_t layout = 0; layout < part_of(5000); ++layout) {
        const std::vector<RouteStop> stops = Layouts(layout).make();
        Routes routes(stops.size());
        routes.find(stops, layout % 2 == 0);
        bool all = true;
        for (Stop stop = 0; stop < static_cast<Stop>(stops.size()) && all; ++stop) {
            const Walker here{stop, nowhere, {}};
            all = reached_by(here, routes, stops) == stops.size();
            for (int d = 0; d < 4 && all; ++d)
                if (const auto moved = here.gone(routes, stops, Direction(d)))
                    all = reached_by(*moved, routes, stops) == stops.size();
        }
        EXPECT_EQ(routes.returns(), all) << layout;
        stranded += all ? 0 : 1;
    }
    EXPECT_GE(stranded, at_least(6)); // or there was nothing to find
}

} // namespace
} // namespace rondix::place
