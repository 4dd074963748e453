#include "rondix/ways.hpp"

#include "proof/trails.hpp"
#include "rondix/apply.hpp"

namespace rondix {

std::vector<std::optional<std::vector<Move>>> ways_to_screens(const CompiledFlow& flow,
                                                              const CheckOptions& options) {
    std::vector<std::optional<std::vector<Move>>> ways(flow.screens.size());
    Watch watch(options);
    Frames frames(flow);
    Trails trails(flow, frames, all_devices, watch);
    try {
        const Heads heads(frames, flow, all_devices, {}, watch);
        for (std::size_t i = 0; i < ways.size(); ++i) {
            Trails::Target target;
            target.screen = ScreenId(i);
            target.is_there = [](const Heads&, FrameId, Values) { return true; };
            auto trail = trails.shortest(heads, target);
            if (trail) ways[i] = std::move(trail->moves);
        }
    } catch (const Stopped&) {
        // What was found so far stands.
    }
    return ways;
}

} // namespace rondix
