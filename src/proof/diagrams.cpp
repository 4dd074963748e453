#include "proof/diagrams.hpp"

#include <algorithm>

namespace rondix {

namespace {

constexpr std::uint32_t leaf = 0xFFFFFFFF;     // the level of `never` and `always`: below all
constexpr std::size_t first_places = 1u << 12; // a power of two
constexpr std::size_t max_known = 1u << 21;    // results that are remembered, 64 MB

std::uint64_t mixed(std::uint64_t a, std::uint64_t b) {
    std::uint64_t x = a * 0x9E3779B97F4A7C15 ^ b;
    x = (x ^ x >> 31) * 0xBF58476D1CE4E5B9;
    return x ^ x >> 29;
}

template <class Node>
std::uint64_t hash(const Node& node) {
    return mixed(std::uint64_t{node.low} << 32 | node.high, node.level);
}

} // namespace

Diagrams::Diagrams(std::size_t max_nodes, std::size_t max_steps, Budget& budget)
    : max_nodes_(max_nodes)
    , max_steps_(max_steps)
    , budget_(budget)
    , nodes_{{leaf, never, never}, {leaf, always, always}}
    , places_(first_places)
    , known_(first_places) {}

Diagrams::Id Diagrams::node(std::uint32_t level, Id low, Id high) {
    if (low == high) return low;
    const Node wanted{level, low, high};
    std::size_t place = hash(wanted) & (places_.size() - 1);
    while (places_[place] != 0) {
        if (nodes_[places_[place]] == wanted) return places_[place];
        place = (place + 1) & (places_.size() - 1);
    }
    if (nodes_.size() >= max_nodes_) throw TooLarge{};
    const auto id = static_cast<Id>(nodes_.size());
    places_[place] = id;
    nodes_.push_back(wanted);
    if (2 * nodes_.size() > places_.size()) make_room();
    return id;
}

void Diagrams::make_room() {
    places_.assign(2 * places_.size(), 0);
    for (Id id = 2; id < nodes_.size(); ++id) {
        std::size_t place = hash(nodes_[id]) & (places_.size() - 1);
        while (places_[place] != 0) place = (place + 1) & (places_.size() - 1);
        places_[place] = id;
    }
    if (known_.size() == max_known) return;
    std::vector<Known> known(std::min(places_.size(), max_known));
    for (const Known& one : known_)
        if (one.some) known[mixed(one.about, one.also) & (known.size() - 1)] = one;
    known_ = std::move(known);
}

template <class Do>
Diagrams::Id Diagrams::once(Operation operation, Id a, Id b, Id c, Do work) {
    const std::uint64_t about = std::uint64_t{static_cast<std::uint32_t>(operation)} << 32 | a;
    const std::uint64_t also = std::uint64_t{b} << 32 | c;
    const std::size_t place = mixed(about, also) & (known_.size() - 1);
    if (const Known& known = known_[place];
        known.some && known.about == about && known.also == also)
        return known.result;
    if (++steps_ > max_steps_) throw TooLarge{};
    budget_.step("what can be reached", steps_, std::max(steps_, max_steps_));
    const Id result = work();
    known_[mixed(about, also) & (known_.size() - 1)] = {about, also, result, true};
    return result;
}

Diagrams::Id Diagrams::is(unsigned variable, Place place, bool raised) {
    return node(level_of(variable, place), raised ? never : always, raised ? always : never);
}

Diagrams::Id Diagrams::is_same(unsigned variable) {
    return node(level_of(variable, now), is(variable, after, false), is(variable, after, true));
}

Diagrams::Id Diagrams::choose(Id condition, Id then, Id otherwise) {
    if (condition == always || then == otherwise) return then;
    if (condition == never) return otherwise;
    if (then == always && otherwise == never) return condition;
    return once(Operation::choose, condition, then, otherwise, [&] {
        const std::uint32_t level =
            std::min({nodes_[condition].level, nodes_[then].level, nodes_[otherwise].level});
        const Id lower = choose(low(condition, level), low(then, level), low(otherwise, level));
        const Id upper = choose(high(condition, level), high(then, level), high(otherwise, level));
        return node(level, lower, upper);
    });
}

Diagrams::Id Diagrams::assume(Id a, unsigned variable, bool raised) {
    const std::uint32_t level = level_of(variable, now);
    const Node top = nodes_[a];
    if (top.level > level) return a;
    if (top.level == level) return raised ? top.high : top.low;
    return once(Operation::assume, a, level, raised ? 1 : 0, [&] {
        const Id lower = assume(top.low, variable, raised);
        return node(top.level, lower, assume(top.high, variable, raised));
    });
}

Diagrams::Id Diagrams::turned(Id a, unsigned variable) {
    const std::uint32_t level = level_of(variable, now);
    const Node top = nodes_[a];
    if (top.level > level) return a;
    if (top.level == level) return node(level, top.high, top.low);
    return once(Operation::turn, a, level, 0, [&] {
        const Id lower = turned(top.low, variable);
        return node(top.level, lower, turned(top.high, variable));
    });
}

/// The order of variables stays as it is, as the places of one are neighbours.
Diagrams::Id Diagrams::moved(Id a, Place from, Place to) {
    const Node top = nodes_[a];
    if (top.level == leaf) return a;
    return once(Operation::move, a, from, to, [&] {
        const Id lower = moved(top.low, from, to), upper = moved(top.high, from, to);
        return node(top.level % 3 == from ? top.level - from + to : top.level, lower, upper);
    });
}

Diagrams::Id Diagrams::some_both(Id a, Id b, Place place) {
    if (a == never || b == never) return never;
    if (a == always && b == always) return always;
    if (a > b) std::swap(a, b); // it is the same
    return once(Operation::some_both, a, b, place, [&] {
        const std::uint32_t level = std::min(nodes_[a].level, nodes_[b].level);
        const Id lower = some_both(low(a, level), low(b, level), place);
        const bool is_asked_for = level % 3 == place;
        if (is_asked_for && lower == always) return lower;
        const Id upper = some_both(high(a, level), high(b, level), place);
        return is_asked_for ? either(lower, upper) : node(level, lower, upper);
    });
}

bool Diagrams::has(Id relation, std::uint64_t values, std::uint64_t then) const {
    while (relation > always) {
        const Node& node = nodes_[relation];
        const std::uint64_t asked = node.level % 3 == now ? values : then;
        relation = asked >> node.level / 3 & 1 ? node.high : node.low;
    }
    return relation == always;
}

std::uint64_t Diagrams::one_of(Id set, std::uint64_t like) const {
    while (set > always) {
        const Node& node = nodes_[set];
        const std::uint64_t bit = std::uint64_t{1} << node.level / 3;
        const Id liked = like & bit ? node.high : node.low;
        if (liked == never) like ^= bit;
        set = liked != never ? liked : like & bit ? node.high : node.low;
    }
    return like;
}

} // namespace rondix
