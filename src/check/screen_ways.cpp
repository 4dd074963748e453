#include "rondix/tools/ways.hpp"

#include "proof/trails.hpp"
#include "rondix/apply.hpp"

namespace rondix {

std::vector<std::optional<std::vector<Move>>> ways_to_screens(const CompiledFlow& flow,
                                                              const CheckOptions& options) {
    std::vector<std::optional<std::vector<Move>>> ways(flow.screens.size());
    Watch watch(options);
    Frames frames(flow, watch, nullptr, watch.most_reopenable());
    Trails trails(flow, frames, all_devices, watch);
    try {
        for (std::size_t i = 0; i < ways.size(); ++i) {
            watch.look("ways to the screens", i, ways.size());
            auto trail = trails.some_way(ScreenId(i));
            if (trail) ways[i] = std::move(trail->moves);
        }
    } catch (const Stopped&) {
        // What was found so far stands.
    }
    return ways;
}

} // namespace rondix
