// Routes: where the four directions lead from each control that can be used, so that from each of
// them every other can be reached (rule 9).
//
//   1. Routes that the author declares stand.
//   2. The rest comes from geometry. How far a control is in a direction is measured by the
//   distance
//      function of the W3C's draft "CSS Spatial Navigation Level 1" (euclidean distance, plus
//      displacement, less alignment). Going from near to far, a control is joined with the nearest
//      in a direction that is not joined back yet, so that the opposite direction returns; what is
//      left over then leads to the nearest, whether that returns or not.
//   3. A direction in which nothing stands goes round to the other end, where that is wanted.
//   4. What cannot be reached so is given a direction that is free, or, where none is, the vertical
//      directions lead through all controls in reading order.
//
// Where several controls lead to one, the opposite direction can return to only one of them.
// Whoever moves the focus may therefore remember where it came from, and go back there, once:
// returns() says whether everything is still reached then.
//
// Geometry only; nothing is allocated once the table has its size.
#pragma once

#include "rondix/runtime/geometry.hpp"

#include <array>
#include <cstdint>
#include <span>
#include <vector>

namespace rondix::place {

enum class Direction : std::uint8_t { up, down, left, right };
inline constexpr std::size_t direction_count = 4;
constexpr Direction opposite(Direction direction) {
    return Direction(static_cast<int>(direction) ^ 1);
}

using Stop = std::uint16_t;
inline constexpr Stop nowhere = 0xFFFF;

/// A control that can be used.
struct RouteStop {
    Rect bounds;
    std::array<Stop, direction_count> declared{nowhere, nowhere, nowhere, nowhere};
    std::uint8_t own = 0; ///< directions that the control uses itself, a bit each

    bool uses(Direction direction) const { return own >> static_cast<int>(direction) & 1; }
};

class Routes {
  public:
    /// Room for so many stops.
    explicit Routes(std::size_t most);

    void find(std::span<const RouteStop> stops, bool goes_round);

    Stop from(Stop stop, Direction direction) const {
        return routes_[stop][static_cast<std::size_t>(direction)];
    }
    /// Every stop is reached from every other. Not so only where declared routes are in the way.
    bool complete() const { return complete_; }
    /// The same when the direction opposite to the last one leads back to where it came from.
    bool returns() const { return returns_; }

  private:
    static constexpr std::size_t max_candidates = 8; // of each stop in each direction
    struct Pair {
        float distance = 0;
        Stop from = nowhere, to = nowhere;
    };

    Stop stop_count() const { return static_cast<Stop>(stops_.size()); }
    bool is_free(Stop stop, Direction direction) const;
    void set(Stop stop, Direction direction, Stop to);
    void join(Direction direction);
    void take_candidates(Stop from, Direction direction);
    void lead_to_nearest(Direction direction);
    void go_round(Direction direction);
    bool all_reached();
    void reach(Stop first, bool forward);
    bool link_what_is_stranded();
    bool link(bool into);
    void lead_through_all();
    bool reaches_with_memory(std::uint32_t first);
    bool all_reached_with_memory();

    std::span<const RouteStop> stops_;
    std::vector<std::array<Stop, direction_count>> routes_;
    std::vector<Pair> pairs_;
    std::vector<Stop> order_; // of search, and of reading
    std::vector<bool> reached_;
    std::vector<std::uint32_t> open_; // moves, of a search that remembers the last one
    std::vector<bool> met_, reaches_all_;
    bool complete_ = true;
    bool returns_ = true;
};

/// How far `to` is from `from` in a direction; below 0 where it does not lie there.
float distance(const Rect& from, const Rect& to, Direction direction);

} // namespace rondix::place
