// What is to be shown move by move: a walkthrough from a file, or the moves into a finding.
#pragma once

#include "command.hpp"

#include "rondix/tools/check.hpp"
#include "rondix/tools/walkthrough.hpp"

#include <optional>
#include <string>

namespace rondix::tool {

/// The moves into a finding, and those once round where the player then goes.
std::vector<std::string> moves_shown(const Finding& finding);

/// Those that have moves: they are numbered from 1.
std::vector<Finding> findings_with_moves(const CheckResult& result);

/// The finding with this number, counted from 1 among those that have moves (as --save-walks counts
/// them). Where there is none it says on standard error what is wrong, and the exit status for it
/// is `status`: not_settled where the check was stopped before it could know.
std::optional<Finding> finding_numbered(const FlowFile& file, std::size_t number,
                                        const CheckOptions& options, int& status);

/// --finding, whose number it is.
void add_finding_number(Command& command, std::size_t& into, const char* about);

/// Its moves as a walkthrough.
Walkthrough walk_into(const Finding& finding);

/// The moves that a walkthrough comes to, with what follows by itself.
std::vector<Move> moves_of(const CompiledFlow& flow, const Walkthrough& walk);

/// A walkthrough in a file; its slips on standard error. Nothing where it cannot be used.
std::optional<Walkthrough> load_good_walkthrough(const std::string& path);

} // namespace rondix::tool
