// Keeping: what is answered, each time, so that the player gets no further from a menu state that
// is lost; and where the player then goes round. For showing it to a person: the simplest answers
// that do it come first.
#pragma once

#include "proof/forcing.hpp"

#include <optional>
#include <string>
#include <tuple>
#include <vector>

namespace rondix {

/// Something that is waited for: a scene, or a request.
struct Awaited {
    SceneId scene = no_scene;
    RequestId request = no_request;
    friend bool operator<(const Awaited& a, const Awaited& b) {
        return std::tie(a.scene, a.request) < std::tie(b.scene, b.request);
    }
};

struct Keeping {
    std::vector<std::string> answers; ///< a sentence each; empty where nothing is asked for
    std::vector<Awaited> silent;      ///< those that are never answered
    std::vector<std::string> among;   ///< the names of the screens that the player then goes among
    std::vector<Move> around; ///< once round: a move of each kind, until all stands as before
};

/// What keeps a player with these devices from a goal: from play and from quitting, or, where play
/// is none, from quitting. Where silence counts, not answering at all is one of the answers.
/// Nothing is told where more menu states than a person could follow would have to be looked at.
Keeping what_keeps(const CompiledFlow& flow, const MenuState& there, DeviceSet devices,
                   bool play_is_a_goal, Silence mode);

/// Whether the player can force no goal from a menu state; nothing where too much would have to be
/// looked at. For telling from where on somebody is lost.
std::optional<bool> is_lost(const CompiledFlow& flow, const MenuState& there, DeviceSet devices,
                            bool play_is_a_goal, Silence mode);

} // namespace rondix
