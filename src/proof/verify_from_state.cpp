#include "rondix/verify_from_state.hpp"

#include "proof/players.hpp"
#include "proof/proof.hpp"

namespace rondix {

Verdict verify_from_state(const CompiledFlow& flow, const MenuState& state,
                          const CheckOptions& options) {
    MenuState at_rest = state;
    come_to_rest(flow, at_rest);
    try {
        Budget budget(options);
        Frames frames(flow, budget, &at_rest);
        for (const DeviceSet devices : players(flow)) {
            Witnesses witnesses(flow, frames, devices, budget);
            const Proof proof(flow, frames, witnesses, budget, {.also = &at_rest});
            if (proof.also_loses()) return Verdict::failed;
        }
        return Verdict::proved;
    } catch (const Stopped&) {
        return Verdict::undecided;
    } catch (const std::exception&) { // such as no memory: a game goes on all the same
        return Verdict::undecided;
    }
}

} // namespace rondix
