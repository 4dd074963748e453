// Figures of each screen: how far it is from the start, to play and out of the game, and the like.
#pragma once

#include "check/check_context.hpp"
#include "rondix/tools/check.hpp"

namespace rondix {

/// `heads` may track more flags than the proof did: then the figures are more exact. `exact`
/// becomes false where there are too many stacks to tell them apart. More work than that: throws
/// Paths::TooDear.
std::vector<ScreenFigures> measure_screens(CheckContext& context, const Heads& heads,
                                           std::size_t max_work, bool& exact);

/// Adds how far each screen is for a player with the devices of `heads` alone. Throws the same.
void measure_alone(const CheckContext& context, const Heads& heads, std::size_t max_work,
                   std::vector<ScreenFigures>& rows);

} // namespace rondix
