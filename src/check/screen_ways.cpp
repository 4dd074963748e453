#include "rondix/tools/ways.hpp"

#include "proof/witnesses.hpp"
#include "rondix/runtime/apply.hpp"

namespace rondix {

std::vector<std::optional<std::vector<Move>>> ways_to_screens(const CompiledFlow& flow,
                                                              const CheckOptions& options) {
    std::vector<std::optional<std::vector<Move>>> ways(flow.screens.size());
    Budget budget(options);
    Frames frames(flow, budget, nullptr, budget.max_reopenable());
    Witnesses witnesses(flow, frames, all_devices, budget);
    try {
        for (std::size_t i = 0; i < ways.size(); ++i) {
            budget.look("ways to the screens", i, ways.size());
            auto witness = witnesses.some_way(ScreenId(i));
            if (witness) ways[i] = std::move(witness->moves);
        }
    } catch (const Stopped&) {
        // What was found so far stands.
    }
    return ways;
}

} // namespace rondix
