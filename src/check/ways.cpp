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

std::vector<Distance> ways_out(const CompiledFlow& flow, const Listing& listing,
                               const Backward& backward, bool play_counts,
                               bool (*counts)(MoveKind)) {
    std::vector<Distance> distances(listing.size(), unreachable);
    std::vector<Listing::Number> now;
    std::vector<Listing::Number> quitting; // at distance 1
    Situation situation(flow);
    for (Listing::Number n = 0; n < listing.size(); ++n) {
        listing.get(n, situation);
        bool quits = false;
        for (const Listing::Edge& edge : listing.edges(n)) quits |= edge.quits && counts(edge.kind);
        const bool there = n >= listing.followed() || (play_counts && in_play(flow, situation));
        if (there || quits) distances[n] = there ? 0 : 1;
        if (there)
            now.push_back(n);
        else if (quits)
            quitting.push_back(n);
    }
    for (Distance distance = 1; !now.empty() || distance == 1; ++distance) {
        std::vector<Listing::Number> next;
        if (distance == 1) next = quitting;
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

} // namespace rondix
