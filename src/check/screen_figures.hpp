// Figures of each screen: how far it is from the start, to play and out of the game, and the like.
#pragma once

#include "check/question.hpp"
#include "rondix/check.hpp"

namespace rondix {

/// `heads` may track more flags than the proof did: then the figures are more exact.
std::vector<ScreenFigures> measure_screens(Question& question, const Heads& heads);

/// Adds how far each screen is for a player with the devices of `heads` alone.
void measure_alone(const Question& question, const Heads& heads, std::vector<ScreenFigures>& rows);

} // namespace rondix
