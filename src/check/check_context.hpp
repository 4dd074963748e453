// CheckContext: what every search for findings works with.
#pragma once

#include "proof/players.hpp"
#include "proof/proof.hpp"
#include "proof/witnesses.hpp"
#include "rondix/tools/check.hpp"

#include <algorithm>
#include <set>
#include <tuple>

namespace rondix {

/// A step as one move does it.
struct StepUse {
    std::uint32_t step = 0;
    Move move;
    friend auto operator<=>(const StepUse& a, const StepUse& b) {
        return std::tuple(a.step, a.move.kind, a.move.subject) <=>
               std::tuple(b.step, b.move.kind, b.move.subject);
    }
    friend bool operator==(const StepUse&, const StepUse&) = default;
};

struct CheckContext {
    const FlowFile& file;
    const CompiledFlow& flow;
    const Proof& proof;
    Witnesses& witnesses;
    Budget& budget;
    std::string with; ///< the player's devices in words, where they are not all of the flow's
    std::vector<OpenPoint>& open;  ///< gets what it would take too much to know
    std::vector<bool> traps = {};  ///< screens that have a head that is stuck
    bool some_seen_lost = false;   ///< somebody is lost of whom the proof does not know
    std::size_t flags_as_sets = 0; ///< so many it took to know that nobody is lost on some screen

    CheckContext(const FlowFile& of_file, const Proof& of_proof, Witnesses& of_witnesses,
                 Budget& of_budget, std::vector<OpenPoint>& of_open)
        : file(of_file)
        , flow(*of_file.compiled)
        , proof(of_proof)
        , witnesses(of_witnesses)
        , budget(of_budget)
        , with(of_witnesses.devices() == flow.devices ? "" : names_of(of_witnesses.devices()))
        , open(of_open)
        , traps(flow.screens.size()) {
        for (FrameId frame = 0; frame < heads().frame_count(); ++frame)
            if (proof.stuck().any(frame)) traps[index(heads().frames()[frame].screen)] = true;
    }

    /// The same, but that what is open goes elsewhere.
    CheckContext(const CheckContext& same, std::vector<OpenPoint>& of_open)
        : file(same.file)
        , flow(same.flow)
        , proof(same.proof)
        , witnesses(same.witnesses)
        , budget(same.budget)
        , with(same.with)
        , open(of_open)
        , traps(same.traps)
        , some_seen_lost(same.some_seen_lost)
        , flags_as_sets(same.flags_as_sets) {}

    const Heads& heads() const { return proof.heads(); }
    DeviceSet devices() const { return witnesses.devices(); }
    /// Behind what is so with these devices only: " with touch alone".
    std::string with_them() const { return with.empty() ? "" : " with " + with + " alone"; }
    std::string name_of(ScreenId screen) const { return std::string(flow.text(flow[screen].id)); }
    /// What is built in has no place; it is told where the flow starts.
    SourceRange place_of(ScreenId screen) const {
        const SourceRange place = file.origins.screens[index(screen)];
        return place.known() ? place : file.origins.start;
    }
    /// The values of the flags that the proof tracks, out of those that a witness does.
    Values known_to_proof(Values values) const {
        return values & static_cast<Values>(heads().values() - 1);
    }
    /// What was asked last may be so, or not: `text` says what, "whether ...".
    void leave_open(RuleId rule, SourceRange place, const std::string& text) {
        const bool known = std::any_of(open.begin(), open.end(), [&](const OpenPoint& one) {
            return one.rule == rule && one.place.begin == place.begin &&
                   one.place.file == place.file;
        });
        if (!known) open.push_back({rule, place, text + with_them()});
    }
    /// The screen is told as a trap, at least on some stacks: what else is wrong with it is told
    /// once it is fixed.
    bool is_trap(ScreenId screen) const { return traps[index(screen)]; }
    bool nobody_is_stuck() const {
        return proof.stuck().count() == 0 && proof.endless().count() == 0 && !some_seen_lost;
    }
    bool is_stuck(FrameId frame, Values values) const {
        return proof.stuck().has(frame, known_to_proof(values));
    }
};

} // namespace rondix
