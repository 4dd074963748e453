#include "proof/tabulation.hpp"

#include <algorithm>
#include <unordered_map>

namespace rondix {

namespace {

class Tabulation {
  public:
    Tabulation(const Heads& heads, Budget& budget)
        : heads_(heads)
        , budget_(budget)
        , reached_(heads)
        , max_steps_(heads.rule_count() * heads.values()) {}

    bool run() {
        for (const Heads::Start& start : heads_.starts()) number_of(start.frame, start.values);
        while (!open_.empty() && steps_ <= max_steps_) {
            budget_.step("reachable screens", met_.size() - open_.size(), met_.size());
            const Number next = open_.back();
            open_.pop_back();
            follow(next);
        }
        return steps_ <= max_steps_;
    }

    HeadSet reached() { return std::move(reached_); }

  private:
    using Number = std::uint32_t; // of a head that was met
    /// One way to leave a head: a landing and the values after it.
    struct Way {
        Landing landing;
        Values after = 0;
        bool operator==(const Way&) const = default;
    };
    /// Who gets the ways of a head: what stands in the same place of the stack has them all; what
    /// it was pushed on goes on where they land.
    struct Listener {
        Number head = 0;
        bool pushes = false;
        FrameId under = 0;
    };
    struct Met {
        FrameId frame = 0;
        Values values = 0;
        std::vector<Way> ways = {};
        std::vector<Listener> listeners = {};
    };

    Number number_of(FrameId frame, Values values) {
        const auto [found, is_new] =
            numbers_.try_emplace(heads_.head(frame, values), static_cast<Number>(met_.size()));
        if (is_new) {
            budget_.expect_memory(met_.size() * 2 * sizeof(Met));
            reached_.add(frame, values);
            met_.push_back({frame, values});
            open_.push_back(found->second);
        }
        return found->second;
    }

    void follow(Number from) {
        const FrameId frame = met_[from].frame;
        const Values values = met_[from].values;
        for (const Rule& rule : heads_.may(frame)) {
            ++steps_;
            if (!rule.holds(values)) continue;
            const Values after = rule.after(values);
            switch (rule.kind) {
            case Branch::Kind::leaves: leave(from, {rule.landing, after}); break;
            case Branch::Kind::stays: listen(number_of(rule.frame, after), {from}); break;
            case Branch::Kind::pushes:
                listen(number_of(rule.frame, after), {from, true, rule.under});
                break;
            case Branch::Kind::resets: number_of(rule.frame, after); break;
            case Branch::Kind::refused: break;
            }
        }
        if (!heads_.may_rest(frame, values)) return;
        for (Values free = heads_.free(); free != 0; free &= free - 1)
            listen(number_of(frame, values ^ (free & (~free + 1))), {from});
    }

    void listen(Number to, Listener listener) {
        if (to == listener.head && !listener.pushes) return;
        met_[to].listeners.push_back(listener);
        // Those that come to it meanwhile are handed on as every fresh one is.
        const std::size_t count = met_[to].ways.size();
        for (std::size_t i = 0; i < count; ++i) hand_on(Way(met_[to].ways[i]), listener);
        hand_on_all();
    }

    void leave(Number from, Way way) {
        add(from, way);
        hand_on_all();
    }

    void add(Number head, Way way) {
        std::vector<Way>& ways = met_[head].ways;
        steps_ += 1 + ways.size() / 8;
        if (std::find(ways.begin(), ways.end(), way) != ways.end()) return;
        ways.push_back(way);
        fresh_.emplace_back(head, way);
    }

    /// With a stack of its own in place of recursion: a flow may be deep.
    void hand_on_all() {
        while (!fresh_.empty() && steps_ <= max_steps_) {
            budget_.step("reachable screens", met_.size() - open_.size(), met_.size());
            const auto [head, way] = fresh_.back();
            fresh_.pop_back();
            // Who comes to listen meanwhile is given the way as one that is there already.
            const std::size_t count = met_[head].listeners.size();
            for (std::size_t i = 0; i < count; ++i) hand_on(way, Listener(met_[head].listeners[i]));
        }
    }

    void hand_on(Way way, Listener listener) {
        ++steps_;
        if (!listener.pushes || !heads_.frames().lands_on(met_[listener.head].frame, way.landing))
            return add(listener.head, way);
        const Number beneath = number_of(listener.under, way.after);
        if (beneath == listener.head) return;
        met_[beneath].listeners.push_back({listener.head});
        for (const Way& further : met_[beneath].ways) add(listener.head, further);
    }

    const Heads& heads_;
    Budget& budget_;
    HeadSet reached_;
    const std::size_t max_steps_;
    std::size_t steps_ = 0;
    std::unordered_map<HeadId, Number> numbers_;
    std::vector<Met> met_;
    std::vector<Number> open_;                  // not followed yet
    std::vector<std::pair<Number, Way>> fresh_; // not handed on yet
};

} // namespace

std::optional<HeadSet> tabulate(const Heads& heads, Budget& budget) {
    Tabulation tabulation(heads, budget);
    if (!tabulation.run()) return std::nullopt;
    return tabulation.reached();
}

} // namespace rondix
