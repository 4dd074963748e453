// What a finding shows of a menu state, beside the moves that lead to it.
#pragma once

#include "proof/witnesses.hpp"
#include "rondix/tools/finding.hpp"

#include <string>

namespace rondix {

/// The moves in words, as walkthroughs have them.
/// The steps of a walkthrough that makes these moves from the start: the moves, and before one that
/// awaits a scene which would be there still, that the game lets it go. Those of the moves from
/// number `from` on.
std::vector<std::string> in_words(const CompiledFlow& flow, const std::vector<Move>& moves,
                                  std::size_t from = 0);

/// Fills in finding.how, finding.here (by what a player with these devices can do) and
/// finding.disabled.
void show(const CompiledFlow& flow, const Witness& witness, DeviceSet devices, Finding& finding);

} // namespace rondix
