#include "place/routes.hpp"

#include <algorithm>
#include <cmath>

namespace rondix::place {

namespace {

constexpr std::array directions = {Direction::up, Direction::down, Direction::left,
                                   Direction::right};
constexpr float touching = 0.5F; // edges this near count as one

bool is_vertical(Direction direction) {
    return direction <= Direction::down;
}

/// A stretch of one axis.
struct Stretch {
    float begin = 0, end = 0;
    float length() const { return end - begin; }
    float middle() const { return (begin + end) / 2; }
};

/// Along the direction, growing the way that it goes; and across it.
Stretch along(const Rect& rect, Direction direction) {
    switch (direction) {
    case Direction::up: return {-rect.bottom(), -rect.y};
    case Direction::down: return {rect.y, rect.bottom()};
    case Direction::left: return {-rect.right(), -rect.x};
    case Direction::right: break;
    }
    return {rect.x, rect.right()};
}
Stretch across(const Rect& rect, Direction direction) {
    if (is_vertical(direction)) return {rect.x, rect.right()};
    return {rect.y, rect.bottom()};
}

} // namespace

float distance(const Rect& from, const Rect& to, Direction direction) {
    const Stretch here = along(from, direction), there = along(to, direction);
    // It begins behind the middle of this one, and ends behind its end.
    if (there.begin < here.middle() - touching || there.end <= here.end + touching) return -1;
    const Stretch side = across(from, direction), other = across(to, direction);
    const float gap = std::max(0.0F, there.begin - here.end);
    const float shared = std::min(side.end, other.end) - std::max(side.begin, other.begin);
    // Beside this one, it has to begin behind its end: a wide control's left is no way up.
    if (shared <= 0 && there.begin < here.end - touching) return -1;
    const float aside = std::max(0.0F, -shared);
    const float euclidean = std::hypot(gap, aside);
    // The draft's weights: 30 across for left and right, 2 for up and down; 5 for alignment.
    const float weight = is_vertical(direction) ? 2.0F : 30.0F;
    const float displacement = shared > 0 ? 0 : (aside + side.length() / 2) * weight;
    const float least = std::min(side.length(), other.length());
    const float alignment = shared > 0 && least > 0 ? shared / least * 5 : 0;
    // Of two that are as near, the one whose middle is nearer.
    const float apart = std::abs(side.middle() - other.middle()) * 0.01F;
    return std::max(0.0F, euclidean + displacement - alignment + apart + 5);
}

Routes::Routes(std::size_t most)
    : routes_(most)
    , reached_(most)
    , met_(most * (direction_count + 1))
    , reaches_all_(most * (direction_count + 1)) {
    pairs_.reserve(most * max_candidates);
    order_.reserve(most);
    open_.reserve(met_.size());
}

void Routes::find(std::span<const RouteStop> stops, bool goes_round) {
    stops_ = stops.first(std::min(stops.size(), routes_.size()));
    for (std::size_t i = 0; i < stops_.size(); ++i) routes_[i] = stops_[i].declared;
    for (const Direction direction : {Direction::down, Direction::right}) join(direction);
    for (const Direction direction : directions) lead_to_nearest(direction);
    if (goes_round)
        for (const Direction direction : directions) go_round(direction);
    complete_ = all_reached() || link_what_is_stranded();
    if (!complete_) {
        lead_through_all();
        complete_ = all_reached();
    }
    returns_ = complete_ && all_reached_with_memory();
}

/// Nothing is declared, and the control does not use the direction itself.
bool Routes::is_free(Stop stop, Direction direction) const {
    return stops_[stop].declared[static_cast<std::size_t>(direction)] == nowhere &&
           !stops_[stop].uses(direction);
}

void Routes::set(Stop stop, Direction direction, Stop to) {
    routes_[stop][static_cast<std::size_t>(direction)] = to;
}

/// Both ways at once, the nearest first.
void Routes::join(Direction direction) {
    pairs_.clear();
    for (Stop stop = 0; stop < stop_count(); ++stop)
        if (is_free(stop, direction)) take_candidates(stop, direction);
    std::sort(pairs_.begin(), pairs_.end(), [](const Pair& a, const Pair& b) {
        return a.distance != b.distance ? a.distance < b.distance
               : a.from != b.from       ? a.from < b.from
                                        : a.to < b.to;
    });
    const Direction back = opposite(direction);
    for (const Pair& pair : pairs_) {
        if (from(pair.from, direction) != nowhere || from(pair.to, back) != nowhere) continue;
        if (!is_free(pair.to, back)) continue;
        set(pair.from, direction, pair.to);
        set(pair.to, back, pair.from);
    }
}

/// The nearest few in a direction: those that are hardly further than the nearest.
void Routes::take_candidates(Stop from, Direction direction) {
    const std::size_t first = pairs_.size();
    float least = -1;
    for (Stop to = 0; to < stop_count(); ++to) {
        const float far =
            to == from ? -1 : distance(stops_[from].bounds, stops_[to].bounds, direction);
        if (far < 0) continue;
        least = least < 0 ? far : std::min(least, far);
        if (pairs_.size() - first < max_candidates) {
            pairs_.push_back({far, from, to});
            continue;
        }
        const auto worst =
            std::max_element(pairs_.begin() + static_cast<std::ptrdiff_t>(first), pairs_.end(),
                             [](const Pair& a, const Pair& b) { return a.distance < b.distance; });
        if (far < worst->distance) *worst = {far, from, to};
    }
    const auto is_further = [&](const Pair& pair) {
        return pair.from == from && pair.distance > least * 1.5F + 10;
    };
    pairs_.erase(std::remove_if(pairs_.begin() + static_cast<std::ptrdiff_t>(first), pairs_.end(),
                                is_further),
                 pairs_.end());
}

void Routes::lead_to_nearest(Direction direction) {
    for (Stop stop = 0; stop < stop_count(); ++stop) {
        if (!is_free(stop, direction) || from(stop, direction) != nowhere) continue;
        float least = -1;
        for (Stop to = 0; to < stop_count(); ++to) {
            const float far =
                to == stop ? -1 : distance(stops_[stop].bounds, stops_[to].bounds, direction);
            if (far < 0 || (least >= 0 && far >= least)) continue;
            least = far;
            set(stop, direction, to);
        }
    }
}

/// To what stands at the other end: of those in the same column or row the furthest.
void Routes::go_round(Direction direction) {
    const Direction back = opposite(direction);
    for (Stop stop = 0; stop < stop_count(); ++stop) {
        if (!is_free(stop, direction) || from(stop, direction) != nowhere) continue;
        const Stretch side = across(stops_[stop].bounds, direction);
        float furthest = 0;
        for (Stop to = 0; to < stop_count(); ++to) {
            if (to == stop) continue;
            const Stretch other = across(stops_[to].bounds, direction);
            const bool in_line = std::min(side.end, other.end) > std::max(side.begin, other.begin);
            const float far =
                along(stops_[to].bounds, back).middle() - along(stops_[stop].bounds, back).middle();
            if (!in_line || far <= furthest) continue;
            furthest = far;
            set(stop, direction, to);
        }
    }
}

// --- completing

/// From the first stop every other is reached, and from every other the first.
bool Routes::all_reached() {
    for (const bool forward : {true, false}) {
        if (stops_.empty()) break;
        reach(0, forward);
        if (order_.size() < stops_.size()) return false;
    }
    return true;
}

void Routes::reach(Stop first, bool forward) {
    std::fill(reached_.begin(), reached_.end(), false);
    order_.assign(1, first);
    reached_[first] = true;
    for (std::size_t next = 0; next < order_.size(); ++next) {
        const Stop stop = order_[next];
        const auto add = [&](Stop other) {
            if (other == nowhere || reached_[other]) return;
            reached_[other] = true;
            order_.push_back(other);
        };
        if (forward) {
            for (const Direction direction : directions) add(from(stop, direction));
            continue;
        }
        for (Stop other = 0; other < stop_count(); ++other)
            for (const Direction direction : directions)
                if (from(other, direction) == stop) add(other);
    }
}

/// One link after the other, each the shortest that joins something new. False: none is left.
bool Routes::link_what_is_stranded() {
    for (std::size_t i = 0; i < 2 * stops_.size(); ++i) {
        if (all_reached()) return true;
        reach(0, true);
        const bool into = order_.size() < stops_.size();
        if (!into) reach(0, false);
        if (!link(into)) return false;
    }
    return all_reached();
}

/// From what is reached into what is not, or the other way, by a direction that leads nowhere yet.
bool Routes::link(bool into) {
    Pair best;
    Direction by{};
    for (Stop stop = 0; stop < stop_count(); ++stop) {
        if (reached_[stop] != into) continue;
        for (const Direction direction : directions) {
            if (!is_free(stop, direction) || from(stop, direction) != nowhere) continue;
            for (Stop to = 0; to < stop_count(); ++to) {
                if (reached_[to] == into) continue;
                const Point a = stops_[stop].bounds.middle(), b = stops_[to].bounds.middle();
                const float far = std::hypot(a.x - b.x, a.y - b.y);
                if (best.from != nowhere && far >= best.distance) continue;
                best = {far, stop, to};
                by = direction;
            }
        }
    }
    if (best.from == nowhere) return false;
    set(best.from, by, best.to);
    return true;
}

/// Somewhere after a move: numbered by where it began and its direction; the last
/// number of each stop is for standing there without a move to go back by.
bool Routes::all_reached_with_memory() {
    const auto count = static_cast<std::uint32_t>(stops_.size() * (direction_count + 1));
    std::fill(reaches_all_.begin(), reaches_all_.end(), false);
    for (std::uint32_t first = 0; first < count; ++first) {
        const auto direction = first % (direction_count + 1);
        const auto stop = static_cast<Stop>(first / (direction_count + 1));
        if (direction < direction_count && from(stop, Direction(direction)) == nowhere) continue;
        if (!reaches_with_memory(first)) return false;
        reaches_all_[first] = true;
    }
    return true;
}

bool Routes::reaches_with_memory(std::uint32_t first) {
    constexpr auto each = static_cast<std::uint32_t>(direction_count + 1);
    std::fill(met_.begin(), met_.end(), false);
    std::fill(reached_.begin(), reached_.end(), false);
    std::size_t count = 0;
    const auto add = [&](std::uint32_t state) {
        if (met_[state]) return;
        met_[state] = true;
        open_.push_back(state);
    };
    open_.clear();
    add(first);
    while (!open_.empty()) {
        const std::uint32_t state = open_.back();
        open_.pop_back();
        const auto before = static_cast<Stop>(state / each);
        const std::uint32_t last = state % each;
        const bool moved = last < direction_count;
        if (reaches_all_[state]) return true; // and so does what leads there
        const Stop at = moved ? from(before, Direction(last)) : before;
        if (!reached_[at]) ++count;
        reached_[at] = true;
        for (const Direction direction : directions) {
            if (moved && direction == opposite(Direction(last)) && !stops_[at].uses(direction))
                add(before * each + each - 1U);
            else if (from(at, direction) != nowhere)
                add(at * each + static_cast<std::uint32_t>(direction));
        }
    }
    return count == stops_.size();
}

/// Up and down lead through all controls in reading order, round and round.
void Routes::lead_through_all() {
    order_.clear();
    for (Stop stop = 0; stop < stop_count(); ++stop) order_.push_back(stop);
    std::sort(order_.begin(), order_.end(), [&](Stop a, Stop b) {
        const Rect& one = stops_[a].bounds;
        const Rect& other = stops_[b].bounds;
        return one.y != other.y ? one.y < other.y : one.x != other.x ? one.x < other.x : a < b;
    });
    for (std::size_t i = 0; i < order_.size(); ++i) {
        const Stop next = order_[(i + 1) % order_.size()];
        if (is_free(order_[i], Direction::down)) set(order_[i], Direction::down, next);
        if (is_free(next, Direction::up)) set(next, Direction::up, order_[i]);
    }
}

} // namespace rondix::place
