#include "check/listing.hpp"

#include <algorithm>

namespace rondix {

namespace {
constexpr std::size_t followed_at_once = 16;
}

Listing::Listing(const CompiledFlow& flow, std::size_t most, Keep keep)
    : flow_(flow)
    , keep_(keep)
    , rows_(Situation(flow).words().size())
    , here_(flow)
    , next_(flow)
    , room_(most_moves(flow)) {
    begin();
    while (followed_ < size() && size() <= most) follow_some();
}

void Listing::begin() {
    start(flow_, next_);
    add_to_batch();
    rows_.take_batch();
    parents_.push_back({});
}

/// The moves of the next few situations at once, so that looking up where they lead can overlap.
void Listing::follow_some() {
    const std::size_t end = std::min(size(), followed_ + followed_at_once);
    batch_edges_.clear();
    batch_parents_.clear();
    while (followed_ < end) follow(static_cast<Number>(followed_++));
    std::size_t known = rows_.size();
    const std::span<const Number> numbers = rows_.take_batch();
    if (keep_ == Keep::situations) return;
    for (std::size_t i = 0; i < numbers.size(); ++i) {
        edges_[batch_edges_[i]].to = numbers[i];
        if (numbers[i] != known) continue; // not the first move that leads there
        parents_.push_back(batch_parents_[i]);
        ++known;
    }
}

void Listing::follow(Number number) {
    get(number, here_);
    const std::size_t count = list_moves(flow_, here_, room_);
    next_.assign(here_);
    for (std::size_t i = 0; i < count; ++i) {
        const Outcome outcome = apply(flow_, next_, room_[i]);
        if (!outcome.answered) continue; // and nothing has changed
        ++moves_;
        const bool changed = !std::ranges::equal(next_.words(), here_.words());
        if (keep_ == Keep::moves) edges_.push_back({number, room_[i].kind, outcome.quits});
        if (!changed) continue;
        add_to_batch();
        next_.assign(here_);
        if (keep_ == Keep::situations) continue;
        batch_edges_.push_back(edges_.size() - 1);
        batch_parents_.push_back({number, room_[i]});
    }
    if (keep_ == Keep::moves) edge_ends_.push_back(edges_.size());
}

void Listing::add_to_batch() {
    const auto words = next_.words();
    std::copy(words.begin(), words.end(), rows_.add_to_batch().begin());
}

void Listing::get(Number number, Situation& situation) const {
    situation.assign(rows_[number]);
}

std::span<const Listing::Edge> Listing::edges(Number number) const {
    if (number >= followed_) return {};
    const std::uint64_t begin = number == 0 ? 0 : edge_ends_[number - 1];
    return {edges_.data() + begin, edge_ends_[number] - begin};
}

std::vector<Move> Listing::shortest_moves(Number number) const {
    std::vector<Move> moves;
    for (; number != 0; number = parents_[number].from) moves.push_back(parents_[number].by);
    std::reverse(moves.begin(), moves.end());
    return moves;
}

} // namespace rondix
