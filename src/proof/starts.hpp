// Starts: the menu states in which a flow can start. One, most often. By condition: one for each
// way in which the game can put in, before, the settings and lists that the conditions ask about.
#pragma once

#include "rondix/runtime/apply.hpp"

#include <span>
#include <vector>

namespace rondix {

struct Start {
    /// What leads there from the plain start: the game's moves that put settings and rows in, and
    /// `start`.
    std::vector<Move> before;
    MenuState there;
};

/// The plain start is the first, without moves. Nothing when there are more than can be told apart.
std::vector<Start> starts_of(const CompiledFlow& flow);

/// Where moves lead from the plain start.
MenuState after_moves(const CompiledFlow& flow, std::span<const Move> moves);

} // namespace rondix
