#include "check/listing.hpp"

#include "proof/starts.hpp"

#include <algorithm>

namespace rondix {

namespace {
constexpr std::size_t followed_at_once = 16;
}

Listing::Listing(const CompiledFlow& flow, std::size_t most, Keep keep)
    : Listing(flow, most, keep, flow.devices) {}

Listing::Listing(const CompiledFlow& flow, std::size_t most, Keep keep, DeviceSet devices)
    : flow_(flow)
    , keep_(keep)
    , devices_(devices)
    , rows_(MenuState(flow).words().size())
    , here_(flow)
    , next_(flow)
    , room_(max_moves(flow)) {
    begin();
    while (size() <= most) {
        if (followed_ < level_end_)
            follow_some();
        else if (level_end_ < size() || has_later_starts())
            end_level();
        else
            return;
    }
}

void Listing::begin() {
    for (Start& start : starts_of(flow_))
        later_starts_.push_back({std::move(start.before), std::move(start.there)});
    add(later_starts_[0].there, {});
    level_end_ = 1;
}

bool Listing::has_later_starts() const {
    return std::any_of(later_starts_.begin(), later_starts_.end(),
                       [&](const LaterStart& start) { return start.before.size() > level_; });
}

/// All menu states of one distance have been followed: those of the next one are complete with the
/// starts that are as far.
void Listing::end_level() {
    ++level_;
    for (LaterStart& start : later_starts_) {
        if (start.before.size() != level_) continue;
        const std::size_t known = size();
        add(start.there, {});
        if (size() > known) start.number = static_cast<Number>(known);
    }
    level_end_ = size();
}

void Listing::add(const MenuState& state, Parent parent) {
    const std::size_t known = size();
    next_.assign(state);
    add_to_batch();
    rows_.take_batch();
    if (size() > known && keep_ == Keep::moves) parents_.push_back(parent);
}

/// The moves of the next few menu states at once, so that looking up where they lead can overlap.
void Listing::follow_some() {
    const std::size_t end = std::min(level_end_, followed_ + followed_at_once);
    batch_edges_.clear();
    batch_parents_.clear();
    while (followed_ < end) follow(static_cast<Number>(followed_++));
    std::size_t known = rows_.size();
    const std::span<const Number> numbers = rows_.take_batch();
    if (keep_ == Keep::states) return;
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
        const ScreenId question = here_.question();
        if (is_players(room_[i].kind) &&
            (devices_for(flow_, here_.current(), question, room_[i]) & devices_) == 0)
            continue;
        const Outcome outcome = apply(flow_, next_, room_[i]);
        if (!outcome.answered) continue; // and nothing has changed
        ++moves_;
        const bool changed = !std::ranges::equal(next_.words(), here_.words());
        if (keep_ == Keep::moves)
            edges_.push_back(
                {number, room_[i].kind, outcome.quits, outcome.loads,
                 !is_players(room_[i].kind) || is_in_time(flow_, here_.foremost(), room_[i])});
        if (!changed) continue;
        add_to_batch();
        next_.assign(here_);
        if (keep_ == Keep::states) continue;
        batch_edges_.push_back(edges_.size() - 1);
        batch_parents_.push_back({number, room_[i]});
    }
    if (keep_ == Keep::moves) edge_ends_.push_back(edges_.size());
}

void Listing::add_to_batch() {
    const auto words = next_.words();
    std::copy(words.begin(), words.end(), rows_.add_to_batch().begin());
}

void Listing::get(Number number, MenuState& state) const {
    state.assign(rows_[number]);
}

std::span<const Listing::Edge> Listing::edges(Number number) const {
    if (number >= followed_) return {};
    const std::uint64_t begin = number == 0 ? 0 : edge_ends_[number - 1];
    return {edges_.data() + begin, edge_ends_[number] - begin};
}

std::vector<Move> Listing::shortest_moves(Number number) const {
    std::vector<Move> moves;
    const auto start_of = [&](Number n) {
        return std::find_if(later_starts_.begin(), later_starts_.end(),
                            [&](const LaterStart& start) { return start.number == n; });
    };
    auto start = start_of(number);
    for (; number != 0 && start == later_starts_.end(); start = start_of(number)) {
        moves.push_back(parents_[number].by);
        number = parents_[number].from;
    }
    std::reverse(moves.begin(), moves.end());
    if (start != later_starts_.end())
        moves.insert(moves.begin(), start->before.begin(), start->before.end());
    return moves;
}

} // namespace rondix
