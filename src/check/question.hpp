// Question: what every search for findings works with.
#pragma once

#include "proof/players.hpp"
#include "proof/proof.hpp"
#include "proof/trails.hpp"
#include "rondix/tools/check.hpp"

#include <algorithm>
#include <set>
#include <tuple>

namespace rondix {

/// A step as one move does it.
struct Doing {
    std::uint32_t step = 0;
    Move move;
    friend auto operator<=>(const Doing& a, const Doing& b) {
        return std::tuple(a.step, a.move.kind, a.move.subject) <=>
               std::tuple(b.step, b.move.kind, b.move.subject);
    }
    friend bool operator==(const Doing&, const Doing&) = default;
};

struct Question {
    const FlowFile& file;
    const CompiledFlow& flow;
    const Proof& proof;
    Trails& trails;
    Watch& watch;
    std::string with; ///< the player's devices in words, where they are not all of the flow's
    std::vector<OpenQuestion>& open; ///< gets what it would take too much to know
    std::vector<bool> traps = {};    ///< screens that have a head that is stuck

    Question(const FlowFile& of_file, const Proof& of_proof, Trails& of_trails, Watch& of_watch,
             std::vector<OpenQuestion>& of_open)
        : file(of_file)
        , flow(*of_file.compiled)
        , proof(of_proof)
        , trails(of_trails)
        , watch(of_watch)
        , with(of_trails.devices() == flow.devices ? "" : names_of(of_trails.devices()))
        , open(of_open)
        , traps(flow.screens.size()) {
        for (FrameId frame = 0; frame < heads().frame_count(); ++frame)
            if (proof.stuck().any(frame)) traps[index(heads().frames()[frame].screen)] = true;
    }

    const Heads& heads() const { return proof.heads(); }
    DeviceSet devices() const { return trails.devices(); }
    /// Behind what is so with these devices only: " with touch alone".
    std::string with_them() const { return with.empty() ? "" : " with " + with + " alone"; }
    std::string name_of(ScreenId screen) const { return std::string(flow.text(flow[screen].id)); }
    /// What is built in has no place; it is told where the flow starts.
    Place place_of(ScreenId screen) const {
        const Place place = file.origins.screens[index(screen)];
        return place.known() ? place : file.origins.starts_with;
    }
    /// The values of the flags that the proof tracks, out of those that a trail does.
    Values known_to_proof(Values values) const {
        return values & static_cast<Values>(heads().values() - 1);
    }
    /// What was asked last may be so, or not: `text` says what, "whether ...".
    void leave_open(Slug slug, Place place, const std::string& text) {
        const bool known = std::any_of(open.begin(), open.end(), [&](const OpenQuestion& one) {
            return one.slug == slug && one.place.begin == place.begin &&
                   one.place.file == place.file;
        });
        if (!known) open.push_back({slug, place, text + with_them()});
    }
    /// The screen is told as a trap, at least on some stacks: what else is wrong with it is told
    /// once it is mended.
    bool is_trap(ScreenId screen) const { return traps[index(screen)]; }
    bool nobody_is_stuck() const {
        return proof.stuck().count() == 0 && proof.endless().count() == 0;
    }
    bool is_stuck(FrameId frame, Values values) const {
        return proof.stuck().has(frame, known_to_proof(values));
    }
};

} // namespace rondix
