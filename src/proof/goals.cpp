#include "proof/goals.hpp"

#include <algorithm>
#include <deque>

namespace rondix {

namespace {

class Reaching {
  public:
    Reaching(const Heads& heads, const Leaving& leaving, Watch& watch)
        : heads_(heads)
        , leaving_(leaving)
        , watch_(watch)
        , found_(heads)
        , fresh_(heads)
        , waits_(heads.frame_count()) {}

    HeadSet from_start() {
        add(heads_.frame(heads_.start()), heads_.values(heads_.start()));
        return run();
    }

    HeadSet from_also(HeadSet& landed) {
        add_also();
        landed = found_;
        return run();
    }

  private:
    HeadSet run() {
        std::vector<Values> values;
        for (std::size_t done = 0; !open_.empty(); ++done) {
            watch_.step("reachable screens", done, heads_.frame_count());
            const FrameId frame = open_.back();
            open_.pop_back();
            waits_[frame] = false;
            values.clear();
            each_value(fresh_.of(frame), [&](Values one) { values.push_back(one); });
            std::ranges::fill(fresh_.of(frame), 0);
            for (const Values one : values) follow(frame, one);
        }
        return std::move(found_);
    }

    /// The stack stands there already: what is left lands on the screens beneath, one after the
    /// other, as if each had just opened the next.
    void add_also() {
        struct Way {
            Landing landing;
            std::vector<Values> values;
        };
        std::vector<Way> ways = {{{}, {heads_.also_values()}}};
        const std::vector<FrameId>& stack = heads_.also();
        for (std::size_t height = stack.size(); height-- > 0;) {
            const FrameId frame = stack[height];
            std::vector<Way> further;
            for (const Way& way : ways) {
                if (!heads_.frames().lands_on(frame, way.landing)) {
                    further.push_back(way);
                    continue;
                }
                for (const Values values : way.values) {
                    if (found_.has(frame, values)) continue;
                    add(frame, values);
                    for (const Leaving::Exit& exit : leaving_.exits(frame)) {
                        Way& next = further.emplace_back(Way{exit.landing, {}});
                        each_value(leaving_.row(exit, values),
                                   [&](Values after) { next.values.push_back(after); });
                    }
                }
            }
            ways = std::move(further);
        }
    }
    void add(FrameId frame, Values values) {
        if (!found_.add(frame, values)) return;
        fresh_.add(frame, values);
        if (waits_[frame]) return;
        waits_[frame] = true;
        open_.push_back(frame);
    }

    void follow(FrameId frame, Values values) {
        for (const Rule& rule : heads_.may(frame)) {
            if (!rule.holds(values) || rule.kind == Branch::Kind::leaves) continue;
            add(rule.frame, rule.after(values));
            if (rule.kind != Branch::Kind::pushes) continue;
            for (const Leaving::Exit& exit : leaving_.exits(rule.frame))
                if (heads_.frames().lands_on(frame, exit.landing))
                    resume(rule.under, leaving_.row(exit, rule.after(values)));
        }
        for (Values free = heads_.free(); free != 0; free &= free - 1)
            add(frame, values ^ (free & (~free + 1)));
    }

    void resume(FrameId frame, std::span<const std::uint64_t> back) {
        const auto found = found_.of(frame);
        for (std::size_t i = 0; i < back.size(); ++i)
            for (std::uint64_t word = back[i] & ~found[i]; word != 0; word &= word - 1)
                add(frame,
                    static_cast<Values>(i * 64 + static_cast<unsigned>(std::countr_zero(word))));
    }

    const Heads& heads_;
    const Leaving& leaving_;
    Watch& watch_;
    HeadSet found_, fresh_; // fresh: found, and not followed yet
    std::vector<bool> waits_;
    std::vector<FrameId> open_;
};

/// Whether one of the player's moves leads on to a goal, as far as goals are known.
class Towards {
  public:
    Towards(const Heads& heads, const Leaving& leaving, Goal goal)
        : heads_(heads)
        , leaving_(leaving)
        , goal_(goal) {}

    bool leads(const HeadSet& goals, FrameId frame, Values values) const {
        for (const Rule& rule : heads_.sure(frame)) {
            if (!rule.holds(values) || !goal_.counts(rule.move)) continue;
            if (rule.quits || (goal_.resets && rule.kind == Branch::Kind::resets)) return true;
            if (rule.kind == Branch::Kind::leaves) continue;
            const Values after = rule.after(values);
            if (goals.has(rule.frame, after)) return true;
            if (rule.kind == Branch::Kind::pushes && returns_to_goal(goals, frame, rule, after))
                return true;
        }
        return false;
    }

  private:
    bool returns_to_goal(const HeadSet& goals, FrameId frame, const Rule& rule,
                         Values after) const {
        const auto here = goals.of(rule.under);
        for (const Leaving::Exit& exit : leaving_.exits(rule.frame)) {
            if (!heads_.frames().lands_on(frame, exit.landing)) continue;
            const auto back = leaving_.row(exit, after);
            for (std::size_t i = 0; i < back.size(); ++i)
                if ((back[i] & here[i]) != 0) return true;
        }
        return false;
    }

    const Heads& heads_;
    const Leaving& leaving_;
    Goal goal_;
};

} // namespace

HeadSet reachable(const Heads& heads, const Leaving& leaving, Watch& watch) {
    return Reaching(heads, leaving, watch).from_start();
}

HeadSet reachable_from_also(const Heads& heads, const Leaving& leaving, HeadSet& landed,
                            Watch& watch) {
    return Reaching(heads, leaving, watch).from_also(landed);
}

namespace {

/// Adds what is known to lead to a goal at one frame. False: nothing new.
bool look_at(const Heads& heads, const Towards& towards, FrameId frame, HeadSet& there) {
    bool changed = false;
    for (Values values = 0; values < heads.values(); ++values) {
        if (there.has(frame, values) || !towards.leads(there, frame, values)) continue;
        there.add(frame, values);
        changed = true;
    }
    return changed;
}

/// A frame is looked at again when one that it can turn into, or that it brings up, has changed.
void follow_changes(const Heads& heads, const Towards& towards, HeadSet& there, Watch& watch) {
    Graph waiting_for(heads.frame_count());
    for (FrameId frame = 0; frame < heads.frame_count(); ++frame) {
        waiting_for[frame].push_back(frame); // its own values lead to each other as well
        for (const Rule& rule : heads.sure(frame)) {
            if (rule.kind != Branch::Kind::leaves) waiting_for[rule.frame].push_back(frame);
            if (rule.kind == Branch::Kind::pushes) waiting_for[rule.under].push_back(frame);
        }
    }
    std::deque<FrameId> open(heads.order().begin(), heads.order().end());
    std::vector<bool> waits(heads.frame_count(), true);
    for (std::size_t done = 0; !open.empty(); ++done) {
        watch.step("ways out", std::min(done, heads.frame_count()), heads.frame_count());
        const FrameId frame = open.front();
        open.pop_front();
        waits[frame] = false;
        if (!look_at(heads, towards, frame, there)) continue;
        for (const FrameId other : waiting_for[frame])
            if (!waits[other]) {
                waits[other] = true;
                open.push_back(other);
            }
    }
}

} // namespace

/// A few rounds over all frames settle nearly every flow; where they do not, changes are followed.
HeadSet with_goal(const Heads& heads, const Leaving& leaving, Goal goal, HeadSet there,
                  Watch& watch) {
    const Towards towards(heads, leaving, goal);
    bool changed = true;
    for (int round = 0; changed && round < 4; ++round) {
        changed = false;
        for (const FrameId frame : heads.order()) {
            watch.step("ways out", frame, heads.frame_count());
            changed |= look_at(heads, towards, frame, there);
        }
    }
    if (changed) follow_changes(heads, towards, there, watch);
    return there;
}

} // namespace rondix
