#include "proof/summing.hpp"

#include "proof/components.hpp"

#include <algorithm>
#include <stdexcept>

namespace rondix {

namespace {

constexpr std::size_t few_values = 16; // of a frame that needs no hubs
constexpr std::size_t few_edges = 8;   // of a hub that is not worth a row

bool some(std::span<const std::uint64_t> words) {
    return std::any_of(words.begin(), words.end(), [](std::uint64_t word) { return word != 0; });
}

/// Of `beneath` and `root` as well.
std::size_t small_number(Landing landing) {
    static_assert(Landing::beneath == 0xFFFF && Landing::root == 0xFFFE);
    return static_cast<std::uint16_t>(landing.at + 2);
}

} // namespace

Leaving::Summing::Summing(Leaving& to, Budget& budget)
    : to_(to)
    , heads_(to.heads_)
    , budget_(budget)
    , group_of_(heads_.frame_count(), no_frame) {}

void Leaving::Summing::run() {
    std::size_t first = 0;
    for (const std::uint32_t end : heads_.group_ends()) {
        frames_ = {heads_.order().data() + first, end - first};
        settle();
        first = end;
        ++group_;
    }
}

void Leaving::Summing::settle() {
    number_heads();
    if (count_ == 0) return; // nobody comes here
    first_exit_ = static_cast<std::uint32_t>(to_.exits_.size());
    known_.clear();
    bits_ = 0;
    do {
        list_edges();
        find_rows();
        sum_up();
        put_exits();
    } while (leads_to_itself_ && has_grown());
    keep();
}

/// Until their rows are known, heads have the numbers of their nodes in place of these.
void Leaving::Summing::number_heads() {
    count_ = 0;
    for (const FrameId frame : frames_) {
        group_of_[frame] = group_;
        to_.each_of(frame,
                    [&](Values values) { to_.rows_[to_.place_of(frame, values)] = count_++; });
    }
}

std::uint32_t Leaving::Summing::row_of(FrameId frame, Values values) const {
    const std::uint32_t number = to_.rows_[to_.place_of(frame, values)];
    if (number == no_row) throw std::logic_error("a head that is met leads to one that is not");
    if (!is_here(frame)) return number;
    return known_.empty() ? no_row : known_[number];
}

// --- the graph

/// Calls `each` with the rules that count where the flags have these values.
template <class Each>
void Leaving::Summing::each_rule(FrameId frame, Values values, Each each) const {
    if (to_.by_ == By::any_move) {
        for (const Rule& rule : heads_.may(frame))
            if (rule.holds(values)) each(rule);
        return;
    }
    const std::span<const Rule> rules = heads_.sure(frame);
    if (to_.by_ == By::a_way_out) {
        for (const Rule& rule : rules)
            if (rule.holds(values) && of_a_way_out(rule.move)) each(rule);
        return;
    }
    for (const Rule& rule : rules)
        if (rule.at_once && rule.exact && rule.holds(values)) return each(rule); // not at rest
    if (heads_.awaits_answer(frame)) return;
    for (const Rule& rule : rules)
        if (rule.holds(values) && of_a_way_out(rule.move) && !rule.forced && !rule.at_once &&
            !rule.is_doubted && !rule.or_next)
            each(rule);
}

/// Calls `each` with the values that the game can make of these by changing one flag.
template <class Each>
void Leaving::Summing::each_flip(FrameId frame, Values values, Each each) const {
    if (to_.by_ != By::any_move || !heads_.may_rest(frame, values)) return;
    for (Values free = heads_.free(); free != 0; free &= free - 1)
        each(values ^ (free & (~free + 1)));
}

void Leaving::Summing::list_edges() {
    edges_.clear();
    leaves_.clear();
    taken_.clear();
    hubs_.clear();
    for (const Landing landing : landings_) places_[small_number(landing)] = no_row;
    landings_.clear();
    leads_to_itself_ = false;
    std::size_t done = 0;
    for (const FrameId frame : frames_) {
        begin_frame(frame);
        to_.each_of(frame, [&](Values values) {
            budget_.step("ways to leave", ++done, count_);
            each_rule(frame, values,
                      [&](const Rule& rule) { follow(frame, rule, rule.after(values)); });
            each_flip(frame, values, [&](Values after) { lead_to(frame, after); });
            end_node();
        });
    }
    for (std::size_t i = 0; i < hubs_.size(); ++i) {
        budget_.step("ways to leave", i, hubs_.size());
        list(hubs_[i]);
        end_node();
    }
}

void Leaving::Summing::begin_frame(FrameId frame) {
    std::size_t values = 0;
    to_.each_of(frame, [&](Values) { ++values; });
    has_hubs_ = values > few_values;
    if (has_hubs_) hub_numbers_ = {};
}

void Leaving::Summing::end_node() {
    edges_.end_list();
    leaves_.end_list();
    taken_.end_list();
}

void Leaving::Summing::follow(FrameId frame, const Rule& rule, Values after) {
    switch (rule.kind) {
    case Branch::Kind::leaves: leaves_.push({place_of(rule.landing), after}); break;
    case Branch::Kind::stays: lead_to(rule.frame, after); break;
    case Branch::Kind::pushes:
        if (is_here(rule.frame)) leads_to_itself_ = true;
        come_back({frame, rule.under, rule.frame, after, row_of(rule.frame, after)});
        break;
    case Branch::Kind::refused:
    case Branch::Kind::resets: break; // a new bottom is no lower stack of this one
    }
}

/// A head in the same place of the stack comes next: its ways are ways of this one.
void Leaving::Summing::lead_to(FrameId frame, Values values) {
    const std::uint32_t number = to_.rows_[to_.place_of(frame, values)];
    if (number == no_row) throw std::logic_error("a head that is met leads to one that is not");
    if (is_here(frame))
        edges_.push(number);
    else if (!to_.exits(frame).empty())
        take({frame, number});
}

/// What is pushed here can be left: then this frame goes on, or is left as well.
void Leaving::Summing::come_back(const Hub& hub) {
    if (hub.row == no_row || to_.exits(hub.pushed).empty()) return;
    if (!has_hubs_) return list(hub);
    const auto next = static_cast<Node>(count_ + hubs_.size());
    const std::uint64_t key = std::uint64_t{hub.row} << 32 | hub.under;
    const auto [number, note, is_new] = hub_numbers_.look_up(key, next, 0);
    if (is_new) hubs_.push_back(hub);
    edges_.push(number);
}

void Leaving::Summing::list(const Hub& hub) {
    bool all = true;
    for (const Exit& exit : to_.exits(hub.pushed))
        if (heads_.frames().lands_on(hub.frame, exit.landing))
            each_value(Row{to_.place_of(hub.values), to_.row_numbered(exit, hub.row)},
                       [&](Values back) { lead_to(hub.under, back); });
        else
            all = false;
    if (!all) take({hub.pushed, hub.row, hub.frame});
}

void Leaving::Summing::take(const Taken& taken) {
    for (const Exit& exit : to_.exits(taken.frame))
        if (taken.but_on == no_frame || !heads_.frames().lands_on(taken.but_on, exit.landing))
            place_of(exit.landing);
    taken_.push(taken);
}

std::uint32_t Leaving::Summing::place_of(Landing landing) {
    const std::size_t at = small_number(landing);
    if (at >= places_.size()) places_.resize(at + 1, no_row);
    if (places_[at] == no_row) {
        places_[at] = static_cast<std::uint32_t>(landings_.size());
        landings_.push_back(landing);
    }
    return places_[at];
}

// --- the rows

/// Components in which there is a head have rows of their own; hubs that lead to many have spare
/// ones.
void Leaving::Summing::find_rows() {
    if (edges_.size() == 1) { // as most often: this is quicker
        component_.assign(1, 0);
        members_.clear();
        members_.push(0);
        members_.end_list();
    } else {
        component_ = components(edges_);
        members_ = members_of(component_);
    }
    own_rows_ = 0;
    numbers_.assign(members_.size(), no_row);
    for (Node node = 0; node < count_; ++node)
        if (numbers_[component_[node]] == no_row) numbers_[component_[node]] = own_rows_++;
    std::uint32_t next = own_rows_;
    for (Node node = count_; node < component_.size(); ++node)
        if (numbers_[component_[node]] == no_row && !is_listed(node))
            numbers_[component_[node]] = next++;
    width_ = landings_.size() * to_.words_;
    spare_.assign((next - own_rows_) * width_, 0);
}

bool Leaving::Summing::is_listed(Node node) const {
    return is_hub(node) && edges_[node].size() + taken_[node].size() <= few_edges;
}

std::uint64_t* Leaving::Summing::row_at(std::uint32_t component) {
    const std::uint32_t number = numbers_[component];
    if (number == no_row) return nullptr;
    return number < own_rows_ ? own_ + number * width_
                              : spare_.data() + (number - own_rows_) * width_;
}

void Leaving::Summing::sum_up() {
    const std::size_t size = own_rows_ * width_;
    budget_.expect_memory(to_.bits_.bytes() + (size + spare_.size()) * sizeof *own_);
    if (leads_to_itself_) {
        std::swap(draft_[0], draft_[1]);
        draft_[1].assign(size, 0);
        own_ = draft_[1].data();
    } else {
        own_ = size == 0 ? nullptr : to_.bits_.take(size);
    }
    if (met_.size() < members_.size()) met_.resize(members_.size());
    row_met_.resize(next_row_);
    for (std::uint32_t component = 0; component < members_.size(); ++component) {
        std::uint64_t* const row = row_at(component);
        if (!row) continue;
        ++mark_;
        for (const Node node : members_[component]) {
            budget_.step("ways to leave", component, members_.size());
            gather(row, component, node);
        }
    }
}

void Leaving::Summing::gather(std::uint64_t* row, std::uint32_t component, Node node) {
    for (const Leave& leave : leaves_[node]) {
        const std::size_t word = leave.after / 64 - to_.place_of(leave.after);
        row[leave.place * to_.words_ + word] |= std::uint64_t{1} << (leave.after % 64);
    }
    for (const Taken& taken : taken_[node]) {
        if (taken.but_on == no_frame && row_met_[taken.row] == mark_) continue;
        if (taken.but_on == no_frame) row_met_[taken.row] = mark_;
        gather(row, taken);
    }
    for (const Node next : edges_[node]) {
        const std::uint32_t other = component_[next];
        if (other == component || met_[other] == mark_) continue;
        met_[other] = mark_;
        if (const std::uint64_t* more = row_at(other))
            for (std::size_t i = 0; i < width_; ++i) row[i] |= more[i];
        else
            gather(row, component, next);
    }
}

void Leaving::Summing::gather(std::uint64_t* row, const Taken& taken) const {
    for (const Exit& exit : to_.exits(taken.frame)) {
        if (taken.but_on != no_frame && heads_.frames().lands_on(taken.but_on, exit.landing))
            continue;
        const std::uint32_t place = places_[small_number(exit.landing)];
        const auto more = to_.row_numbered(exit, taken.row);
        std::uint64_t* const here = row + place * to_.words_;
        for (std::size_t i = 0; i < more.size(); ++i) here[i] |= more[i];
    }
}

/// Those landings that some row has.
void Leaving::Summing::put_exits() {
    to_.exits_.resize(first_exit_);
    std::vector<Exit> all;
    for (std::size_t place = 0; place < landings_.size(); ++place) {
        const Exit exit{landings_[place], 0, next_row_, own_ + place * to_.words_, width_};
        for (std::uint32_t row = 0; row < own_rows_; ++row) {
            if (!some(to_.row_numbered(exit, next_row_ + row))) continue;
            all.push_back(exit);
            break;
        }
    }
    for (const FrameId frame : frames_) {
        to_.exits_of_[frame] = {static_cast<std::uint32_t>(to_.exits_.size()),
                                static_cast<std::uint32_t>(all.size())};
        for (Exit& exit : all) {
            exit.frame = frame;
            to_.exits_.push_back(exit);
        }
    }
    known_.resize(count_);
    for (Node node = 0; node < count_; ++node)
        known_[node] = next_row_ + numbers_[component_[node]];
}

/// Since the last round. Rows only grow.
bool Leaving::Summing::has_grown() {
    std::size_t bits = 0;
    for (Node node = 0; node < count_; ++node) {
        const std::uint64_t* const row = row_at(component_[node]);
        for (std::size_t i = 0; i < width_; ++i)
            bits += static_cast<std::size_t>(std::popcount(row[i]));
    }
    return bits > std::exchange(bits_, bits);
}

void Leaving::Summing::keep() {
    if (leads_to_itself_ && width_ > 0) {
        std::uint64_t* const kept = to_.bits_.take(own_rows_ * width_);
        std::copy_n(own_, own_rows_ * width_, kept);
        for (std::size_t i = first_exit_; i < to_.exits_.size(); ++i)
            to_.exits_[i].bits = kept + (to_.exits_[i].bits - own_);
    }
    for (const FrameId frame : frames_)
        to_.each_of(frame, [&](Values values) {
            std::uint32_t& number = to_.rows_[to_.place_of(frame, values)];
            number = known_[number];
        });
    next_row_ += own_rows_;
}

} // namespace rondix
