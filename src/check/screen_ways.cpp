#include "rondix/ways.hpp"

#include "proof/trails.hpp"
#include "rondix/apply.hpp"

namespace rondix {

std::vector<std::optional<std::vector<Move>>> ways_to_screens(const CompiledFlow& flow,
                                                              const CheckOptions& options) {
    std::vector<std::optional<std::vector<Move>>> ways(flow.screens.size());
    Watch watch(options);
    Frames frames(flow);
    Trails trails(flow, frames, watch);
    try {
        const Heads heads(frames, flow, {}, watch);
        for (std::size_t i = 0; i < ways.size(); ++i) {
            Trails::Target target;
            target.screen = ScreenId(i);
            target.is_there = [](const Heads&, FrameId, Values) { return true; };
            const Trails::Target shown_at_all = target;
            target.reads = {Move::closes()};
            target.good = [&](const Situation& there, const Outcome&) {
                return !closes_by_itself(flow, there);
            };
            auto trail = trails.shortest(heads, target);
            if (!trail) trail = trails.shortest(heads, shown_at_all);
            if (trail) ways[i] = std::move(trail->moves);
        }
    } catch (const Stopped&) {
        // What was found so far stands.
    }
    return ways;
}

} // namespace rondix
