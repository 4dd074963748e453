#include "rondix/one_more_start.hpp"

#include "proof/players.hpp"
#include "proof/proof.hpp"

namespace rondix {

Verdict one_more_start(const CompiledFlow& flow, const Situation& situation,
                       const CheckOptions& options) {
    Situation at_rest = situation;
    come_to_rest(flow, at_rest);
    try {
        Watch watch(options);
        Frames frames(flow, watch, &at_rest);
        for (const DeviceSet devices : players(flow)) {
            Trails trails(flow, frames, devices, watch);
            const Proof proof(flow, frames, trails, watch, {.also = &at_rest});
            if (proof.also_loses()) return Verdict::not_so;
        }
        return Verdict::proved;
    } catch (const Stopped&) {
        return Verdict::not_settled;
    } catch (const std::exception&) { // such as no memory: a game goes on all the same
        return Verdict::not_settled;
    }
}

} // namespace rondix
