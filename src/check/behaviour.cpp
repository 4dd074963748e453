// The journey of the proof, a line a stage: list, measure the ways out, report.
#include "check/behaviour.hpp"

#include "check/evidence.hpp"
#include "check/traps.hpp"
#include "check/unreached.hpp"
#include "check/ways.hpp"
#include "rondix/move_text.hpp"

#include <algorithm>
#include <set>

namespace rondix {

namespace {

using Number = Listing::Number;

/// A screen that is opened while it is open: told once for each step, where the player is not stuck
/// anyway.
void find_reopening(const FlowFile& file, const Listing& listing,
                    const std::vector<Distance>& way_out, Findings& findings) {
    const CompiledFlow& flow = *file.compiled;
    Evidence evidence(flow, listing);
    Situation before(flow), after(flow);
    std::vector<Move> room(most_moves(flow));
    std::set<std::uint32_t> told;
    for (Number n = 0; n < listing.followed(); ++n) {
        const auto edges = listing.edges(n);
        if (way_out[n] == unreachable) continue;
        if (std::none_of(edges.begin(), edges.end(), [](auto& edge) { return edge.reopens; }))
            continue;
        listing.get(n, before);
        const std::size_t count = list_moves(flow, before, room);
        for (std::size_t i = 0; i < count; ++i) {
            after = before;
            const Outcome outcome = apply(flow, after, room[i]);
            if (!outcome.reopens) continue;
            const std::uint32_t step = outcome.steps.end() - 1;
            const bool itself = before.current() == ScreenId(flow.steps[step].subject);
            if (itself && !is_players(room[i].kind)) continue; // an event that comes twice
            if (!told.insert(step).second) continue;
            const std::string target(flow.text(flow.screens[flow.steps[step].subject].id));
            Finding& finding =
                add(findings, Slug::reopens, file.origins.steps[step],
                    itself ? "'" + target + "' is opened from itself, which changes nothing"
                           : "'" + target + "' can be open already: then what is above it closes");
            finding.how = evidence.moves_to(n);
            finding.how.push_back(move_text(flow, room[i]));
            finding.mend = itself ? "name another screen, or drop the step"
                                  : "if that is meant, write 'back to " + target + "'";
        }
    }
}

void take_figures(const FlowFile& file, const Listing& listing,
                  const std::vector<Distance>& way_out, Figures& figures) {
    const CompiledFlow& flow = *file.compiled;
    figures.situations = listing.size();
    figures.moves = listing.moves();
    Situation situation(flow);
    Number deepest = 0;
    Number furthest = 0;
    for (Number n = 0; n < listing.size(); ++n) {
        listing.get(n, situation);
        if (situation.depth() > figures.deepest_stack) {
            figures.deepest_stack = situation.depth();
            deepest = n;
        }
        if (way_out[n] == unreachable || way_out[n] <= figures.longest_way_out) continue;
        figures.longest_way_out = way_out[n];
        furthest = n;
    }
    listing.get(deepest, situation);
    for (std::size_t i = 0; i < situation.depth(); ++i)
        figures.deepest.emplace_back(flow.text(flow[situation.screen_at(i)].id));
    figures.furthest = Evidence(flow, listing).moves_to(furthest);
}

} // namespace

bool check_behaviour(const FlowFile& file, const CheckOptions& options, CheckResult& result) {
    const CompiledFlow& flow = *file.compiled;
    const Listing listing(flow, options.most_situations);
    const Backward backward(listing);
    const std::vector<Distance> way_out = ways_out(flow, listing, backward);
    const std::vector<Distance> leaving = ways_to_leave(listing, backward, way_out);
    find_traps(file, listing, way_out, leaving, result.findings);
    find_reopening(file, listing, way_out, result.findings);
    if (listing.complete()) find_unreached(file, listing, result.findings);
    take_figures(file, listing, way_out, result.figures);
    return listing.complete();
}

} // namespace rondix
