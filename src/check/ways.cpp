#include "check/ways.hpp"

namespace rondix {

Backward::Backward(const Listing& listing)
    : edges_(listing.moves())
    , ends_(listing.size() + 2) {
    // Counting sort by target: counts, then sums, then each edge into its place.
    for (Listing::Number n = 0; n < listing.followed(); ++n)
        for (const Listing::Edge& edge : listing.edges(n)) ++ends_[edge.to + 2];
    for (std::size_t i = 2; i < ends_.size(); ++i) ends_[i] += ends_[i - 1];
    for (Listing::Number n = 0; n < listing.followed(); ++n)
        for (const Listing::Edge& edge : listing.edges(n))
            edges_[ends_[edge.to + 1]++] = {n, edge.kind};
}

namespace {

/// Breadth first, backward from the situations where `there` holds (0) and from those that have a
/// move that counts and quits (1).
template <class There>
std::vector<Distance> distances(const Listing& listing, const Backward& backward,
                                bool (*counts)(MoveKind), There there) {
    std::vector<Distance> distances(listing.size(), unreachable);
    std::vector<Listing::Number> now;
    std::vector<Listing::Number> quitting;
    for (Listing::Number n = 0; n < listing.size(); ++n) {
        bool quits = false;
        for (const Listing::Edge& edge : listing.edges(n)) quits |= edge.quits && counts(edge.kind);
        if (n >= listing.followed() || there(n)) {
            distances[n] = 0;
            now.push_back(n);
        } else if (quits) {
            distances[n] = 1;
            quitting.push_back(n);
        }
    }
    for (Distance distance = 1; !now.empty() || distance == 1; ++distance) {
        std::vector<Listing::Number> next;
        if (distance == 1) next.swap(quitting);
        for (const Listing::Number n : now)
            for (const Backward::Edge& edge : backward.into(n)) {
                if (!counts(edge.kind) || distances[edge.from] != unreachable) continue;
                distances[edge.from] = distance;
                next.push_back(edge.from);
            }
        now = std::move(next);
    }
    return distances;
}

} // namespace

std::vector<Distance> ways_out(const CompiledFlow& flow, const Listing& listing,
                               const Backward& backward) {
    Situation situation(flow);
    return distances(listing, backward, of_a_way_out, [&](Listing::Number n) {
        listing.get(n, situation);
        return in_play(flow, situation);
    });
}

std::vector<Distance> ways_to_leave(const Listing& listing, const Backward& backward,
                                    const std::vector<Distance>& way_out) {
    return distances(listing, backward, of_leaving,
                     [&](Listing::Number n) { return way_out[n] == unreachable; });
}

} // namespace rondix
