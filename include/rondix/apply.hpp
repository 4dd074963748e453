// apply(): what a move does to a situation. This is the one place where the rules of the menus
// stand. The game runs it, the proof explores it, a walkthrough replays it.
//
// Pure: no allocation, no exceptions, no clock, no randomness, no input or output. The flow must
// have passed verify() and the situation must belong to it.
#pragma once

#include "rondix/move.hpp"
#include "rondix/situation.hpp"

namespace rondix {

/// What a move did, apart from the change of the situation.
struct Outcome {
    bool answered = false; ///< the flow answers this move here; if not, nothing has changed
    bool loads = false;    ///< a scene is to be loaded (afresh): the situation says which
    bool quits = false;    ///< the game is asked to leave; should it decline, nothing has changed
    bool reopens = false;  ///< an `open` or `go` met a screen that was open already
    Range steps;           ///< the steps that were done, for those that tell the game something
};

/// Puts `situation` to where the flow starts.
Outcome start(const CompiledFlow& flow, Situation& situation);

/// Lets `move` happen. A move that cannot happen here (a control that is not on the current screen
/// or cannot be used, an answer that nobody waits for, an event that is not allowed) changes
/// nothing.
Outcome apply(const CompiledFlow& flow, Situation& situation, Move move);

// What follows from a situation.

/// The game runs: a play screen is at the bottom, and no screen above it pauses.
bool runs(const CompiledFlow& flow, const Situation& situation);

/// A play screen is there, and some screen above it pauses the game.
bool paused(const CompiledFlow& flow, const Situation& situation);

/// The player is in play: the current screen is a play screen.
bool in_play(const CompiledFlow& flow, const Situation& situation);

/// The pointer is shown: on menus; a play screen hides it.
bool shows_pointer(const CompiledFlow& flow, const Situation& situation);

/// Whether the condition holds with the flags as they are.
bool is_true(const CompiledFlow& flow, const Situation& situation, ConditionId condition);

/// Whether a control can be used: a button, on the current screen, whose condition holds.
bool usable(const CompiledFlow& flow, const Situation& situation, ControlId control);

/// Whether an event would be answered now.
bool allowed(const CompiledFlow& flow, const Situation& situation, During during);

/// What the current screen does on a named key: its own answer, else what it says for `any`, else
/// `unsaid`.
ActionId answer_to_key(const CompiledFlow& flow, const Situation& situation, KeyId key);

/// The most moves that any situation of the flow can have.
std::size_t most_moves(const CompiledFlow& flow);

/// Writes every move that can happen in `situation`, always in the same order: the player's, the
/// answers, the game's, the clock's. `moves` must have room for most_moves(). Returns how many.
std::size_t list_moves(const CompiledFlow& flow, const Situation& situation, std::span<Move> moves);

} // namespace rondix
