#include "proof/paths.hpp"

#include <algorithm>
#include <stdexcept>

namespace rondix {

Paths::Paths(const Heads& heads, Options options, Budget& budget)
    : heads_(heads)
    , options_(options)
    , budget_(budget) {
    for (const Heads::Start& start : heads.starts()) {
        Begin begin{0, start.before};
        for (const Move move : start.before) begin.length += options.weigh(move.kind, false);
        first_.emplace(heads.head(start.frame, start.values), std::move(begin));
    }
    run();
}

Paths::Paths(const Heads& heads, const std::vector<HeadId>& first, Options options, Budget& budget)
    : heads_(heads)
    , options_(options)
    , budget_(budget) {
    for (const HeadId head : first) first_.emplace(head, Begin{});
    run();
}

void Paths::run() {
    for (const auto& [head, begin] : first_) enter(head);
    while (!to_explore_.empty() || !queue_.empty()) {
        budget_.step("shortest moves", layers_.size(), layers_.size() + queue_.size());
        if (options_.max_work > 0 && work_ > options_.max_work) throw TooDear{};
        // A new head's own ways may be shorter than what is settled already. Nothing settled can
        // rest on them: whatever leads to the new head is no shorter than the way that brought it
        // up.
        if (!to_explore_.empty()) {
            const HeadId head = to_explore_.back();
            to_explore_.pop_back();
            explore(head);
            continue;
        }
        const RowId row = queue_.top().second;
        queue_.pop();
        settle(row);
    }
    measure();
}

/// Its node; if it is new, it is to be explored.
Paths::Node& Paths::enter(HeadId head) {
    const auto next = static_cast<std::uint32_t>(nodes_.size());
    const auto entry = numbers_.look_up(head, next, 0);
    if (!entry.is_new) return nodes_[entry.number];
    if (next % 1024 == 0) budget_.expect_memory(next * (sizeof(Node) + 4 * sizeof(Edge)));
    Node& node = nodes_.emplace_back();
    node.head = head;
    to_explore_.push_back(head);
    return node;
}

std::span<const Rule> Paths::rules(HeadId head) const {
    const FrameId frame = heads_.frame(head);
    return options_.by == Leaving::By::any_move ? heads_.may(frame) : heads_.sure(frame);
}

bool Paths::counts(const Rule& rule, Values values) const {
    return rule.holds(values) && (options_.by == Leaving::By::any_move || of_a_way_out(rule.move));
}

void Paths::explore(HeadId head) {
    const FrameId frame = heads_.frame(head);
    const Values values = heads_.values(head);
    for (const Rule& rule : rules(head))
        if (counts(rule, values)) take(head, rule);
    if (options_.by != Leaving::By::any_move || !heads_.may_rest(frame, values)) return;
    for (const FlagId flag : heads_.tracked()) {
        const Values bit = heads_.variables().bit_of(flag);
        if ((heads_.free() & bit) == 0) continue;
        const Move move = (values & bit) != 0 ? Move::lower(flag) : Move::raise(flag);
        add_edge(
            head,
            {heads_.head(frame, values ^ bit), options_.weigh(move.kind, false), {move}, no_item});
    }
}

/// Ways that are no shorter than what is known are dropped: nearly all are.
void Paths::offer(HeadId head, Landing landing, std::uint16_t high, std::uint64_t bits,
                  Length length) {
    ++work_;
    const auto [number, note, is_new] =
        row_numbers_.look_up(key_of(head, landing, high), static_cast<RowId>(rows_.size()), 0);
    if (is_new) rows_.push_back({head, landing, high});
    bits &= ~rows_[number].settled;
    std::uint32_t shorter = none, longer = rows_[number].waiting;
    for (; longer != none && waiting_[longer].length < length; longer = waiting_[longer].longer) {
        bits &= ~waiting_[longer].bits;
        shorter = longer;
    }
    if (bits == 0) return;
    if (longer != none && waiting_[longer].length == length) {
        waiting_[longer].bits |= bits;
        return;
    }
    const auto own = static_cast<std::uint32_t>(waiting_.size());
    waiting_.push_back({bits, length, longer});
    (shorter == none ? rows_[number].waiting : waiting_[shorter].longer) = own;
    queue_.emplace(length, number);
}

PathMove Paths::path_move_of(HeadId head, const Rule& rule) const {
    const Branch& branch = heads_.frames().branches(heads_.frame(head))[rule.branch];
    return {branch.move, branch.delayed, branch.at_once, rule.branch};
}

void Paths::take(HeadId head, const Rule& rule) {
    const PathMove path_move = path_move_of(head, rule);
    const Length length = weigh(path_move);
    const Values after = rule.after(heads_.values(head));
    Node& from = node(head);
    if (rule.quits) from.quits = std::min(from.quits, length);
    if (rule.kind == Branch::Kind::leaves)
        return offer(head, rule.landing, static_cast<std::uint16_t>(after / width),
                     std::uint64_t{1} << (after % width), length);
    const HeadId to = heads_.head(rule.frame, after);
    if (rule.kind == Branch::Kind::stays) return add_edge(head, {to, length, path_move, no_item});
    Node& there = enter(to);
    if (rule.kind == Branch::Kind::resets) {
        from.resets.push_back({to, rule.under, path_move, length});
        return;
    }
    from.pushes.push_back({to, rule.under, path_move, length});
    there.openers.push_back({head, rule.under, path_move, length});
    // Passing back settles nothing, so the ways stay as they are.
    for (const RowId row : there.ways)
        for (std::uint32_t layer = rows_[row].last; layer != none; layer = layers_[layer].before)
            pass_back({head, rule.under, path_move, length}, layer);
}

/// The shortest length of some ways is known: they are passed on to whatever can go on to this
/// head.
void Paths::settle(RowId number) {
    Row& row = rows_[number];
    const Waiting offered = waiting_[row.waiting]; // the shortest, since the queue is in order
    row.waiting = offered.longer;
    const std::uint64_t bits = offered.bits & ~row.settled;
    if (bits == 0) return;
    const auto layer = static_cast<std::uint32_t>(layers_.size());
    if (layer >= none / width) throw Stopped{Stop::memory};
    layers_.push_back({bits, number, offered.length, row.last});
    Node& left = node(row.head);
    if (row.settled == 0) left.ways.push_back(number);
    row.settled |= bits;
    row.last = layer;
    // What comes in meanwhile asks for the ways that are settled, these among them.
    const Landing landing = row.landing;
    const std::uint16_t high = row.high;
    const std::size_t into = left.into.size(), openers = left.openers.size();
    for (std::size_t i = 0; i < into; ++i) {
        const auto [from, length] = left.into[i];
        offer(from, landing, high, bits, offered.length + length);
    }
    for (std::size_t i = 0; i < openers; ++i) {
        const Opener opener = left.openers[i];
        pass_back(opener, layer);
    }
}

/// What was pushed is left by these ways: what stands beneath is resumed, or is left in turn.
void Paths::pass_back(const Opener& opener, std::uint32_t number) {
    const Layer layer = layers_[number];
    const Row row = rows_[layer.row];
    const Length length = layer.length + opener.length;
    if (!heads_.frames().lands_on(heads_.frame(opener.head), row.landing))
        return offer(opener.head, row.landing, row.high, layer.bits, length);
    each_value(std::span(&layer.bits, 1), [&](Values low) {
        const HeadId to = heads_.head(opener.under, Values{row.high} * width + low);
        add_edge(opener.head,
                 {to, length, opener.path_move, number * width + static_cast<Item>(low)});
    });
}

void Paths::add_edge(HeadId from, Edge edge) {
    if (edge.to == from) return;
    Node& here = node(from);
    Node& there = enter(edge.to);
    work_ += 1 + here.edges.size() / 16; // which are looked through
    for (const Edge& known : here.edges)
        if (known.to == edge.to && known.length <= edge.length) return;
    here.edges.push_back(edge);
    there.into.emplace_back(from, edge.length);
    for (const RowId number : there.ways) {
        const Row row = rows_[number];
        for (std::uint32_t at = row.last; at != none; at = layers_[at].before)
            offer(from, row.landing, row.high, layers_[at].bits, edge.length + layers_[at].length);
    }
}

/// Dijkstra from the first heads.
void Paths::measure() {
    using Reached = std::pair<Length, HeadId>;
    std::priority_queue<Reached, std::vector<Reached>, std::greater<>> queue;
    const auto reach = [&](const Node& from, const Edge& edge) {
        const Length length = from.distance + edge.length;
        Node& to = node(edge.to);
        if (length >= to.distance) return;
        to.distance = length;
        to.before = from.head;
        to.reached_by = edge;
        queue.emplace(length, edge.to);
    };
    for (const auto& [head, begin] : first_) {
        node(head).distance = begin.length;
        queue.emplace(begin.length, head);
    }
    while (!queue.empty()) {
        const auto [length, head] = queue.top();
        queue.pop();
        const Node& from = node(head);
        if (length > from.distance) continue;
        for (const Edge& edge : from.edges) reach(from, edge);
        for (const auto* openers : {&from.pushes, &from.resets})
            for (const Opener& to : *openers)
                reach(from, {to.head, to.length, to.path_move, no_item});
    }
}

std::vector<Move> Paths::moves_to(HeadId head) const {
    std::vector<Move> moves;
    for (const PathMove& path_move : path_moves_to(head)) append(path_move, moves);
    return moves;
}

std::vector<PathMove> Paths::path_moves_to(HeadId head) const {
    std::vector<const Edge*> edges;
    for (; node(head).before != nowhere; head = node(head).before)
        edges.push_back(&node(head).reached_by);
    std::reverse(edges.begin(), edges.end());
    std::vector<PathMove> path_moves;
    for (const Move move : first_.at(head).moves) path_moves.push_back({move});
    for (const Edge* edge : edges) {
        path_moves.push_back(edge->path_move);
        if (edge->way_back != no_item) expand(edge->way_back, path_moves);
    }
    return path_moves;
}

Paths::Item Paths::find_way(HeadId head, Landing landing, Values values) const {
    const auto row =
        row_numbers_.find(key_of(head, landing, static_cast<std::uint16_t>(values / width)));
    if (!row) return no_item;
    const Values low = values % width;
    for (std::uint32_t at = rows_[*row].last; at != none; at = layers_[at].before)
        if ((layers_[at].bits >> low & 1) != 0) return at * width + static_cast<Item>(low);
    return no_item;
}

/// A way that is made of others is as long as they are together, and they were settled before.
Paths::Origin Paths::origin_of(Item item) const {
    const std::uint32_t number = item / width;
    const Layer& layer = layers_[number];
    const HeadId head = rows_[layer.row].head;
    const Landing landing = rows_[layer.row].landing;
    const Values values = rows_[layer.row].high * width + item % width;
    for (const Rule& rule : rules(head)) {
        if (rule.kind != Branch::Kind::leaves || rule.landing != landing) continue;
        if (!counts(rule, heads_.values(head)) || rule.after(heads_.values(head)) != values)
            continue;
        const PathMove path_move = path_move_of(head, rule);
        if (weigh(path_move) == layer.length) return {path_move, no_item, no_item};
    }
    const auto goes_on = [&](HeadId to, Length length) {
        const Item way = find_way(to, landing, values);
        const bool fits = way != no_item && way / width < number &&
                          length + layers_[way / width].length == layer.length;
        return fits ? way : no_item;
    };
    if (!heads_.frames().lands_on(heads_.frame(head), landing))
        for (const Opener& push : node(head).pushes)
            if (const Item way = goes_on(push.head, push.length); way != no_item)
                return {push.path_move, way, no_item};
    for (const Edge& edge : node(head).edges) {
        if (edge.way_back != no_item && edge.way_back / width >= number) continue;
        const Item way = goes_on(edge.to, edge.length);
        if (way == no_item) continue;
        return edge.way_back == no_item ? Origin{edge.path_move, way, no_item}
                                        : Origin{edge.path_move, edge.way_back, way};
    }
    throw std::logic_error("a way out is made of nothing");
}

/// The moves of a way, in order: its own, then those of the ways that it is made of.
void Paths::expand(Item item, std::vector<PathMove>& path_moves) const {
    std::vector<Item> open{item};
    while (!open.empty()) {
        const Origin origin = origin_of(open.back());
        open.pop_back();
        path_moves.push_back(origin.path_move);
        if (origin.second != no_item) open.push_back(origin.second);
        if (origin.first != no_item) open.push_back(origin.first);
    }
}

void append(PathMove path_move, std::vector<Move>& moves) {
    if (path_move.at_once) return;
    moves.push_back(path_move.move);
    if (path_move.delayed) moves.push_back(Move::due(path_move.move.as_event()));
}

std::vector<HeadId> Paths::reached_heads() const {
    std::vector<HeadId> heads;
    for (const Node& node : nodes_) heads.push_back(node.head);
    std::sort(heads.begin(), heads.end());
    return heads;
}

std::vector<HeadId> Paths::in_place(HeadId head) const {
    std::vector<HeadId> heads;
    for (const Edge& edge : node(head).edges) heads.push_back(edge.to);
    return heads;
}

std::vector<Paths::OnTop> Paths::on_top(HeadId head) const {
    std::vector<OnTop> heads;
    for (const Opener& push : node(head).pushes) heads.push_back({push.head, push.under});
    return heads;
}

std::vector<Paths::WayOut> Paths::ways(HeadId head) const {
    std::vector<WayOut> ways;
    for (const RowId number : node(head).ways) {
        const Row& row = rows_[number];
        for (std::uint32_t at = row.last; at != none; at = layers_[at].before)
            each_value(std::span(&layers_[at].bits, 1), [&](Values low) {
                ways.push_back({row.landing, Values{row.high} * width + low, layers_[at].length});
            });
    }
    return ways;
}

} // namespace rondix
