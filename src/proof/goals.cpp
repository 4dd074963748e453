#include "proof/goals.hpp"

#include "proof/following.hpp"
#include "proof/tabulation.hpp"

#include <algorithm>

namespace rondix {

namespace {

class Reaching {
  public:
    Reaching(const Heads& heads, const Leaving& leaving, Budget& budget)
        : heads_(heads)
        , leaving_(leaving)
        , budget_(budget)
        , found_(heads)
        , fresh_(heads)
        , waits_(heads.frame_count()) {}

    HeadSet from_start() {
        for (const Heads::Start& start : heads_.starts()) add(start.frame, start.values);
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
            budget_.step("reachable screens", done, heads_.frame_count());
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
        each_next(
            heads_, leaving_, frame, values, [&](FrameId to, Values after) { add(to, after); },
            [&](FrameId to, const Leaving::Row& back) { resume(to, back); });
    }

    void resume(FrameId frame, const Leaving::Row& back) {
        const auto found = back.of(found_.of(frame));
        for (std::size_t i = 0; i < back.words.size(); ++i)
            each_bit(back.words[i] & ~found[i], back.place + i,
                     [&](Values values) { add(frame, values); });
    }

    const Heads& heads_;
    const Leaving& leaving_;
    Budget& budget_;
    HeadSet found_, fresh_; // fresh: found, and not followed yet
    std::vector<bool> waits_;
    std::vector<FrameId> open_;
};

} // namespace

HeadSet reachable(const Heads& heads, const Heads& fewer, Budget& budget) {
    const HeadSet some = reachable(fewer, budget);
    const Variables& variables = heads.variables();
    HeadSet all(heads);
    for (Values values = 0; values < heads.values(); ++values) {
        if (!variables.are_possible(values)) continue;
        const Values part = fewer.variables().part_of(variables, values);
        for (FrameId frame = 0; frame < heads.frame_count(); ++frame)
            if (some.has(frame, part)) all.add(frame, values);
    }
    return all;
}

HeadSet reachable(const Heads& heads, Budget& budget, std::optional<Leaving>* by_any) {
    constexpr std::size_t few_values = 16; // all of which are soon looked at
    if (heads.values() > few_values && heads.quiet() != 0)
        return reachable(heads, heads.without_quiet(budget), budget);
    if (heads.values() > few_values)
        if (std::optional<HeadSet> reached = tabulate(heads, budget)) return *std::move(reached);
    Leaving leaving(heads, Leaving::By::any_move, budget);
    HeadSet reached = reachable(heads, leaving, budget);
    if (by_any) by_any->emplace(std::move(leaving));
    return reached;
}

HeadSet reachable(const Heads& heads, const Leaving& leaving, Budget& budget) {
    return Reaching(heads, leaving, budget).from_start();
}

HeadSet reachable_from_also(const Heads& heads, const Leaving& leaving, HeadSet& landed,
                            Budget& budget) {
    return Reaching(heads, leaving, budget).from_also(landed);
}

} // namespace rondix
