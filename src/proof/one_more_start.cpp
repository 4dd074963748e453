#include "rondix/one_more_start.hpp"

#include "proof/proof.hpp"

namespace rondix {

Verdict one_more_start(const CompiledFlow& flow, const Situation& situation,
                       const CheckOptions& options) {
    try {
        Watch watch(options);
        Frames frames(flow, &situation);
        Trails trails(flow, frames, watch);
        const Proof proof(flow, frames, trails, watch, &situation);
        return proof.also_loses() ? Verdict::not_so : Verdict::proved;
    } catch (const Stopped&) {
        return Verdict::not_settled;
    }
}

} // namespace rondix
