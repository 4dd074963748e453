// The moves of a way through sets, of symbolic_reach.hpp: from what was found back to what it was
// found from, which was known before.
#include "proof/symbolic_reach.hpp"

#include <algorithm>
#include <stdexcept>

namespace rondix {

namespace {
constexpr std::size_t longest = 5'000; // steps
}

/// Backward, each time to where it was met first: that comes from what was met before.
std::optional<std::vector<SymbolicReach::Step>> SymbolicReach::way_to(FrameId frame,
                                                                      Values values) {
    struct Part {
        Step step;
        std::optional<Stretch> then;
    };
    std::vector<Part> parts;
    for (bool begins = false; !begins;) {
        const auto arrival = std::ranges::find_if(arrivals_[frame], [&](const Arrival& one) {
            return diagrams_.has(one.values, values);
        });
        if (arrival == arrivals_[frame].end()) throw std::logic_error("it is met in no way");
        Part& part = parts.emplace_back(Part{arrival->step, {}});
        begins = part.step.kind == Step::Kind::begins;
        const Values before_it = before(*arrival, values);
        if (arrival->returns) {
            const Rule& rule = heads_.may(part.step.from)[part.step.which];
            part.then = {rule.frame, arrival->exit.landing, rule.after(before_it), values};
        }
        values = before_it;
        frame = part.step.from;
    }
    std::vector<Step> way;
    std::ranges::reverse(parts);
    for (const Part& part : parts) {
        way.push_back(part.step);
        if (part.then && !add_steps(*part.then, way)) return std::nullopt;
    }
    return way;
}

/// Values with which a step begins that ends with these.
Values SymbolicReach::before(const Arrival& arrival, Values values) {
    const Step& step = arrival.step;
    if (step.kind == Step::Kind::begins) return values;
    if (step.kind == Step::Kind::turns) return values ^ Values { 1 } << step.which;
    Id there = rules_.cube(heads_.all(), values);
    if (arrival.returns)
        there = diagrams_.some_both(arrival.exit.ways,
                                    diagrams_.moved(there, Diagrams::now, Diagrams::after),
                                    Diagrams::after);
    const Rule& rule = heads_.may(step.from)[step.which];
    return diagrams_.one_of(diagrams_.both(arrival.before, rules_.before(there, rule)), values);
}

/// Each stretch is one step, and then shorter ones: those that were known when it was found.
bool SymbolicReach::add_steps(const Stretch& whole, std::vector<Step>& way) {
    std::vector<Stretch> left{whole};
    while (!left.empty()) {
        const Stretch stretch = left.back();
        left.pop_back();
        const auto growth = std::ranges::find_if(growths_[stretch.frame], [&](const Growth& one) {
            return one.ways.landing == stretch.landing &&
                   diagrams_.has(one.ways.ways, stretch.from, stretch.to);
        });
        if (growth == growths_[stretch.frame].end()) throw std::logic_error("it is left in no way");
        if (way.size() >= longest) return false;
        const Step& step = growth->step;
        way.push_back(step);
        if (step.kind == Step::Kind::turns) {
            left.push_back(stretch);
            left.back().from ^= Values{1} << step.which;
            continue;
        }
        const Rule& rule = heads_.may(step.from)[step.which];
        if (rule.kind == Branch::Kind::leaves) continue;
        const Values after = rule.after(stretch.from);
        const Values mid = growth->returns ? between(*growth, after, stretch.to) : stretch.to;
        if (growth->returns) left.push_back({rule.under, growth->further.landing, mid, stretch.to});
        left.push_back({rule.frame, growth->goes_on.landing, after, mid});
    }
    return true;
}

/// With which values the frame beneath is come back to.
Values SymbolicReach::between(const Growth& growth, Values from, Values to) {
    const Id now = rules_.cube(heads_.all(), from);
    const Id then = diagrams_.moved(rules_.cube(heads_.all(), to), Diagrams::now, Diagrams::after);
    const Id back = diagrams_.some_both(growth.goes_on.ways, now, Diagrams::now);
    const Id on = diagrams_.some_both(growth.further.ways, then, Diagrams::after);
    return diagrams_.one_of(
        diagrams_.both(diagrams_.moved(back, Diagrams::after, Diagrams::now), on), from);
}

} // namespace rondix
