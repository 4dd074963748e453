// Evidence: what a finding shows of a situation, beside the moves that lead to it.
#pragma once

#include "proof/trails.hpp"
#include "rondix/finding.hpp"

#include <string>

namespace rondix {

/// The moves in words, as walkthroughs have them.
std::vector<std::string> in_words(const CompiledFlow& flow, const std::vector<Move>& moves);

/// Fills in finding.how, finding.here (by what a player with these devices can do) and
/// finding.disabled.
void show(const CompiledFlow& flow, const Trail& trail, DeviceSet devices, Finding& finding);

} // namespace rondix
