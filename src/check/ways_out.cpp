#include "check/ways_out.hpp"

#include <algorithm>

namespace rondix {

Backward::Backward(const Listing& listing)
    : from_(listing.moves())
    , ends_(listing.size() + 2) {
    // Counting sort by target: counts, then sums, then each edge into its place.
    for (Listing::Number n = 0; n < listing.followed(); ++n)
        for (const Listing::Edge& edge : listing.edges(n)) ++ends_[edge.to + 2];
    for (std::size_t i = 2; i < ends_.size(); ++i) ends_[i] += ends_[i - 1];
    for (Listing::Number n = 0; n < listing.followed(); ++n)
        for (const Listing::Edge& edge : listing.edges(n)) from_[ends_[edge.to + 1]++] = n;
}

namespace {

/// One more than the distance of where an edge leads.
Distance by(const Listing::Edge& edge, const std::vector<Distance>& distances) {
    if (edge.quits) return 1;
    return distances[edge.to] == unreachable ? unreachable : distances[edge.to] + 1;
}

} // namespace

Distance distance_of(const CompiledFlow& flow, std::span<const Listing::Edge> edges,
                     Listing::Number number, Silence mode, const std::vector<Distance>& distances) {
    Distance nearest = unreachable, furthest = 0;
    bool awaits = false, limit = false, ends = false;
    for (const Listing::Edge& edge : edges) {
        awaits = awaits || is_answer(edge.kind);
        limit =
            limit || edge.kind == MoveKind::load_timeout || edge.kind == MoveKind::request_timeout;
    }
    for (const Listing::Edge& edge : edges) {
        const bool moves_on = edge.kind == MoveKind::moves_on;
        const bool in_vain = moves_on && edge.to == number && !edge.quits && !edge.loads;
        if (edge.kind == MoveKind::load_failed && !flow.can_quit) continue;
        if (is_answer(edge.kind) || (awaits && moves_on && !in_vain)) {
            furthest = std::max(furthest, by(edge, distances));
            ends = ends || moves_on;
        } else if ((is_players(edge.kind) && edge.in_time) || is_moving_on(edge.kind)) {
            if (!awaits || !moves_on) nearest = std::min(nearest, by(edge, distances));
        }
    }
    if (!awaits) return nearest;
    const bool silent = mode == Silence::counts && !limit && !ends;
    return silent ? std::max(nearest, furthest) : furthest;
}

namespace {

/// By rising distance: what is known to be far is nearer than all that is not known yet.
template <class There>
std::vector<Distance> distances(const Listing& listing, const Backward& backward, Silence mode,
                                There there) {
    std::vector<Distance> distances(listing.size(), unreachable);
    std::vector<std::vector<Listing::Number>> at(1); // by distance
    const auto far_of = [&](Listing::Number n) {
        return distance_of(listing.flow(), listing.edges(n), n, mode, distances);
    };
    const auto offer = [&](Listing::Number n, Distance far) {
        if (far == unreachable) return;
        if (far >= at.size()) at.resize(far + 1);
        at[far].push_back(n);
    };
    for (Listing::Number n = 0; n < listing.size(); ++n)
        offer(n, n >= listing.followed() || there(n) ? 0 : far_of(n));
    for (Distance far = 0; far < at.size(); ++far)
        for (std::size_t i = 0; i < at[far].size(); ++i) {
            const Listing::Number n = at[far][i];
            if (distances[n] != unreachable) continue;
            distances[n] = far;
            for (const Listing::Number from : backward.into(n))
                if (distances[from] == unreachable) offer(from, far_of(from));
        }
    return distances;
}

} // namespace

std::vector<Distance> ways_out(const CompiledFlow& flow, const Listing& listing,
                               const Backward& backward) {
    MenuState state(flow);
    return distances(listing, backward, Silence::ends, [&](Listing::Number n) {
        listing.get(n, state);
        return in_play(flow, state);
    });
}

std::vector<Distance> ways_out_in_silence(const CompiledFlow& flow, const Listing& listing,
                                          const Backward& backward,
                                          const std::vector<Distance>& way_out) {
    MenuState state(flow);
    return distances(listing, backward, Silence::counts, [&](Listing::Number n) {
        listing.get(n, state);
        return way_out[n] == unreachable || in_play(flow, state);
    });
}

std::vector<Distance> ways_to_leave(const Listing& listing, const Backward& backward,
                                    const std::vector<Distance>& way_out,
                                    const std::vector<Distance>& in_silence) {
    return distances(listing, backward, Silence::counts, [&](Listing::Number n) {
        return way_out[n] == unreachable || in_silence[n] == unreachable;
    });
}

} // namespace rondix
