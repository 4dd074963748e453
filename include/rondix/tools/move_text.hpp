// Moves in words: `press cast-off`, `loaded`, `event run-aground`. The same words stand in what
// check prints and in walkthroughs, so that the one can be fed to the other.
//
// Errors: text that means no move gives nothing, and `fault` says why. Threads: any.
#pragma once

#include "rondix/runtime/apply.hpp"

#include <optional>
#include <string>
#include <string_view>

namespace rondix {

/// A move as it is written.
std::string move_text(const CompiledFlow& flow, Move move);

/// The move that `text` means in `state` (a control is looked for on the current screen). When
/// it means none, `fault` says why, with the nearest right name. Whether the move can happen there
/// is not asked.
std::optional<Move> read_move(const CompiledFlow& flow, const MenuState& state,
                              std::string_view text, std::string& fault);

/// Whether `text` begins like a move at all.
bool is_move_text(std::string_view text);

/// What stands before a scene in a step that is no move: the game no longer keeps one that stays,
/// as Runner::set_loaded() tells it.
inline constexpr std::string_view lets_go = "game lets go ";

} // namespace rondix
