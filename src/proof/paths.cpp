#include "proof/paths.hpp"

#include <algorithm>

namespace rondix {

Paths::Paths(const Heads& heads, Options options, Watch& watch)
    : heads_(heads)
    , options_(options)
    , watch_(watch) {
    for (const Heads::Start& start : heads.starts()) {
        Begin begin{0, start.before};
        for (const Move move : start.before) begin.length += options.weigh(move.kind, false);
        first_.emplace(start.head, std::move(begin));
    }
    run();
}

Paths::Paths(const Heads& heads, const std::vector<HeadId>& first, Options options, Watch& watch)
    : heads_(heads)
    , options_(options)
    , watch_(watch) {
    for (const HeadId head : first) first_.emplace(head, Begin{});
    run();
}

void Paths::run() {
    watch_.expect_memory(heads_.size() * (sizeof(Node) + sizeof(Edge)));
    nodes_.resize(heads_.size());
    for (const auto& [head, begin] : first_) enter(head);
    while (!to_explore_.empty() || !queue_.empty()) {
        watch_.step("shortest moves", items_.size(), items_.size() + queue_.size());
        if (options_.most_work > 0 && work_ > options_.most_work) throw TooDear{};
        // A new head's own ways may be shorter than what is settled already. Nothing settled can
        // rest on them: whatever leads to the new head is no shorter than the way that brought it
        // up.
        if (!to_explore_.empty()) {
            const HeadId head = to_explore_.back();
            to_explore_.pop_back();
            explore(head);
            continue;
        }
        const auto [length, item] = queue_.top();
        queue_.pop();
        if (!items_[item].settled && length == items_[item].length) settle(item);
    }
    measure();
}

void Paths::enter(HeadId head) {
    if (nodes_[head].entered) return;
    nodes_[head].entered = true;
    to_explore_.push_back(head);
}

void Paths::explore(HeadId head) {
    const FrameId frame = heads_.frame(head);
    const Values values = heads_.values(head);
    const bool any = options_.by == Leaving::By::any_move;
    for (const Rule& rule : any ? heads_.may(frame) : heads_.sure(frame))
        if (rule.holds(values) && (any || of_a_way_out(rule.move))) take(head, rule);
    if (!any || !heads_.may_rest(frame, values)) return;
    for (const FlagId flag : heads_.tracked()) {
        const Values bit = heads_.variables().bit_of(flag);
        if ((heads_.free() & bit) == 0) continue;
        const Move move = (values & bit) != 0 ? Move::lower(flag) : Move::raise(flag);
        add_edge(
            head,
            {heads_.head(frame, values ^ bit), options_.weigh(move.kind, false), {move}, no_item});
    }
}

/// A way that is no shorter than what is known is dropped before anybody writes down how it came
/// about: nearly all are.
template <class Came>
void Paths::offer(HeadId head, Landing landing, Values values, Length length, Came origin) {
    ++work_;
    const std::uint64_t key = std::uint64_t{head} << 32 | std::uint64_t{values} << 16 | landing.at;
    const auto [number, shortest, is_new] =
        item_numbers_.look_up(key, static_cast<Item>(items_.size()), no_way);
    if (is_new) items_.push_back({head, landing, values, no_way, false, {}});
    if (length >= shortest) return;
    WayItem& item = items_[number];
    if (item.settled) return;
    item.length = shortest = length;
    item.origin = origin();
    queue_.emplace(length, number);
}

void Paths::take(HeadId head, const Rule& rule) {
    const Branch& branch = heads_.frames().branches(heads_.frame(head))[rule.branch];
    const Turn turn{branch.move, branch.delayed, branch.at_once, rule.branch};
    const Length length = weigh(turn);
    const Values after = rule.after(heads_.values(head));
    Node& node = nodes_[head];
    if (rule.quits) node.quits = std::min(node.quits, length);
    if (rule.kind == Branch::Kind::leaves)
        return offer(head, rule.landing, after, length, [&] {
            return Origin{turn, no_item, no_item};
        });
    const HeadId to = heads_.head(rule.frame, after);
    if (rule.kind == Branch::Kind::stays) return add_edge(head, {to, length, turn, no_item});
    enter(to);
    if (rule.kind == Branch::Kind::resets) {
        node.resets.push_back({to, rule.under, turn, length});
        return;
    }
    node.pushes.push_back({to, rule.under, turn, length});
    nodes_[to].openers.push_back({head, rule.under, turn, length});
    // Passing back settles nothing, so the ways stay as they are.
    for (const Item item : nodes_[to].ways) pass_back({head, rule.under, turn, length}, item);
}

/// The shortest length of a way is known: it is passed on to whatever can go on to this head.
void Paths::settle(Item item) {
    items_[item].settled = true;
    const HeadId head = items_[item].head;
    nodes_[head].ways.push_back(item);
    // What comes in meanwhile asks for the ways that are settled, this one among them.
    const std::size_t into = nodes_[head].into.size(), openers = nodes_[head].openers.size();
    for (std::size_t i = 0; i < into; ++i) {
        const auto [from, edge] = nodes_[head].into[i];
        follow_edge(from, nodes_[from].edges[edge], item);
    }
    for (std::size_t i = 0; i < openers; ++i) {
        const Opener opener = nodes_[head].openers[i];
        pass_back(opener, item);
    }
}

/// What was pushed is left by this way: what stands beneath is resumed, or is left in turn.
void Paths::pass_back(const Opener& opener, Item item) {
    const Landing landing = items_[item].landing;
    const Values values = items_[item].values;
    const Length length = items_[item].length + opener.length;
    if (heads_.frames().lands_on(heads_.frame(opener.head), landing))
        add_edge(opener.head, {heads_.head(opener.under, values), length, opener.turn, item});
    else
        offer(opener.head, landing, values, length, [&] {
            return Origin{opener.turn, item, no_item};
        });
}

void Paths::add_edge(HeadId from, Edge edge) {
    if (edge.to == from) return;
    enter(edge.to);
    work_ += 1 + nodes_[from].edges.size() / 16; // which are looked through
    for (const Edge& known : nodes_[from].edges)
        if (known.to == edge.to && known.length <= edge.length) return;
    const auto number = static_cast<std::uint32_t>(nodes_[from].edges.size());
    nodes_[from].edges.push_back(edge);
    nodes_[edge.to].into.emplace_back(from, number);
    for (const Item item : nodes_[edge.to].ways) follow_edge(from, edge, item);
}

void Paths::follow_edge(HeadId from, const Edge& edge, Item item) {
    const WayItem& way = items_[item];
    offer(from, way.landing, way.values, edge.length + way.length, [&edge, item] {
        return edge.way_back == no_item ? Origin{edge.turn, item, no_item}
                                        : Origin{edge.turn, edge.way_back, item};
    });
}

/// Dijkstra from the first heads.
void Paths::measure() {
    using Reached = std::pair<Length, HeadId>;
    std::priority_queue<Reached, std::vector<Reached>, std::greater<>> queue;
    distances_.assign(nodes_.size(), no_way);
    reached_by_.assign(nodes_.size(), {nowhere, {}});
    const auto reach = [&](HeadId from, const Edge& edge) {
        const Length length = distances_[from] + edge.length;
        if (length >= distances_[edge.to]) return;
        distances_[edge.to] = length;
        reached_by_[edge.to] = {from, edge};
        queue.emplace(length, edge.to);
    };
    for (const auto& [head, begin] : first_) {
        distances_[head] = begin.length;
        queue.emplace(begin.length, head);
    }
    while (!queue.empty()) {
        const auto [length, head] = queue.top();
        queue.pop();
        if (length > distances_[head]) continue;
        const Node& node = nodes_[head];
        for (const Edge& edge : node.edges) reach(head, edge);
        for (const auto* openers : {&node.pushes, &node.resets})
            for (const Opener& to : *openers) reach(head, {to.head, to.length, to.turn, no_item});
    }
}

std::vector<Move> Paths::moves_to(HeadId head) const {
    std::vector<Move> moves;
    for (const Turn& turn : turns_to(head)) append(turn, moves);
    return moves;
}

std::vector<Turn> Paths::turns_to(HeadId head) const {
    std::vector<const Edge*> edges;
    for (; reached_by_[head].first != nowhere; head = reached_by_[head].first)
        edges.push_back(&reached_by_[head].second);
    std::reverse(edges.begin(), edges.end());
    std::vector<Turn> turns;
    for (const Move move : first_.at(head).moves) turns.push_back({move});
    for (const Edge* edge : edges) {
        turns.push_back(edge->turn);
        if (edge->way_back != no_item) expand(edge->way_back, turns);
    }
    return turns;
}

/// The moves of a way, in order: its own, then those of the ways that it is made of.
void Paths::expand(Item item, std::vector<Turn>& turns) const {
    std::vector<Item> open{item};
    while (!open.empty()) {
        const Origin& origin = items_[open.back()].origin;
        open.pop_back();
        turns.push_back(origin.turn);
        if (origin.second != no_item) open.push_back(origin.second);
        if (origin.first != no_item) open.push_back(origin.first);
    }
}

void append(Turn turn, std::vector<Move>& moves) {
    if (turn.at_once) return;
    moves.push_back(turn.move);
    if (turn.delayed) moves.push_back(Move::due(turn.move.as_event()));
}

std::vector<HeadId> Paths::reached_heads() const {
    std::vector<HeadId> heads;
    for (HeadId head = 0; head < nodes_.size(); ++head)
        if (reached(head)) heads.push_back(head);
    return heads;
}

std::vector<HeadId> Paths::in_place(HeadId head) const {
    std::vector<HeadId> heads;
    for (const Edge& edge : nodes_[head].edges) heads.push_back(edge.to);
    return heads;
}

std::vector<Paths::OnTop> Paths::on_top(HeadId head) const {
    std::vector<OnTop> heads;
    for (const Opener& push : nodes_[head].pushes) heads.push_back({push.head, push.under});
    return heads;
}

std::vector<Paths::Step> Paths::steps(HeadId head) const {
    std::vector<Step> steps;
    const Node& node = nodes_[head];
    for (const Edge& edge : node.edges) steps.push_back({edge.to, edge.length});
    for (const auto* openers : {&node.pushes, &node.resets})
        for (const Opener& to : *openers) steps.push_back({to.head, to.length});
    return steps;
}

std::vector<Paths::WayOut> Paths::ways(HeadId head) const {
    std::vector<WayOut> ways;
    for (const Item number : nodes_[head].ways) {
        const WayItem& item = items_[number];
        ways.push_back({item.landing, item.values, item.length});
    }
    return ways;
}

} // namespace rondix
