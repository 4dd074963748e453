#include "check/listing.hpp"

#include <algorithm>

namespace rondix {

namespace {

constexpr Listing::Number empty_slot = 0xFFFFFFFF;

/// FNV-1a over words, with a final mix (Fowler, Noll, Vo; mix after MurmurHash3's finalizer).
std::uint64_t hash_of(std::span<const Situation::Word> words) {
    std::uint64_t hash = 0xCBF29CE484222325u;
    for (const Situation::Word word : words) hash = (hash ^ word) * 0x100000001B3u;
    hash ^= hash >> 33;
    hash *= 0xFF51AFD7ED558CCDu;
    return hash ^ (hash >> 33);
}

} // namespace

Listing::Listing(const CompiledFlow& flow, std::size_t most)
    : flow_(flow)
    , slots_(1024, empty_slot)
    , shown_(flow.screens.size())
    , usable_(flow.controls.size())
    , answered_(flow.controls.size())
    , here_(flow)
    , next_(flow)
    , room_(most_moves(flow)) {
    start(flow_, next_);
    number_of(next_, {});
    while (followed_ < size() && size() <= most) follow(static_cast<Number>(followed_++));
}

void Listing::follow(Number number) {
    get(number, here_);
    shown_[index(here_.current())] = true;
    const std::size_t count = list_moves(flow_, here_, room_);
    for (std::size_t i = 0; i < count; ++i) {
        const Move move = room_[i];
        next_ = here_;
        const Outcome outcome = apply(flow_, next_, move);
        if (move.kind == MoveKind::press) usable_[move.subject] = true;
        if (!outcome.answered) continue;
        if (move.kind == MoveKind::press) answered_[move.subject] = true;
        edges_.push_back(
            {number_of(next_, {number, move}), move.kind, outcome.quits, outcome.reopens});
    }
    edge_ends_.push_back(edges_.size());
}

Listing::Number Listing::number_of(const Situation& situation, Parent parent) {
    const std::span<const Situation::Word> words = situation.packed();
    std::size_t slot = hash_of(words) & (slots_.size() - 1);
    while (slots_[slot] != empty_slot) {
        if (std::ranges::equal(row(slots_[slot]), words)) return slots_[slot];
        slot = (slot + 1) & (slots_.size() - 1);
    }
    const auto number = static_cast<Number>(size());
    slots_[slot] = number;
    words_.insert(words_.end(), words.begin(), words.end());
    row_ends_.push_back(words_.size());
    parents_.push_back(parent);
    if (size() * 2 > slots_.size()) grow();
    return number;
}

void Listing::grow() {
    slots_.assign(slots_.size() * 2, empty_slot);
    for (Number number = 0; number < size(); ++number) {
        std::size_t slot = hash_of(row(number)) & (slots_.size() - 1);
        while (slots_[slot] != empty_slot) slot = (slot + 1) & (slots_.size() - 1);
        slots_[slot] = number;
    }
}

std::span<const Situation::Word> Listing::row(Number number) const {
    const std::uint64_t begin = number == 0 ? 0 : row_ends_[number - 1];
    return {words_.data() + begin, row_ends_[number] - begin};
}

void Listing::get(Number number, Situation& situation) const {
    situation.unpack(row(number));
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
