// apply(): what a move does to a menu state. This is the one place where the rules of the menus
// stand. The game runs it, the proof explores it, a walkthrough replays it.
//
// What follows at once is part of the move: a screen whose `closes-when` holds closes before
// anything else can happen, and a start with alternatives is chosen. So between two moves a
// menu state is at rest, and nobody ever sees another.
//
// Pure: no allocation, no exceptions, no clock, no randomness, no input or output. The flow must
// have passed verify() and the menu state must belong to it.
//
// Threads: any; each with a menu state of its own. Cost: bounded by the steps of the move and the
// screens that close by it.
#pragma once

#include "rondix/runtime/menu_state.hpp"
#include "rondix/runtime/move.hpp"

#include <optional>

namespace rondix {

/// What a move did, apart from the change of the menu state.
struct Outcome {
    bool answered = false; ///< the flow answers this move here; if not, nothing has changed
    bool loads = false;    ///< a scene is to be loaded (afresh): the menu state says which
    bool quits = false;    ///< the game is asked to leave; should it decline, nothing has changed
    bool reopens = false;  ///< an `open` or `go` met a screen that was open already
    bool leaves = false;   ///< the scene is left: by load, retry, home or quit
    bool agreed = false;   ///< a question was answered
    RequestId asks = no_request; ///< the game is asked for this, afresh
    IndexRange steps; ///< the steps that were done, for those that tell the game something
};

/// Puts flags, and what conditions ask about settings and lists, to where the flow starts, with no
/// screen open yet. A game that has kept settings, or has rows already, puts them in now, by the
/// moves `set` and `raise`: where a flow starts by condition, they decide with which screen.
void prepare(const CompiledFlow& flow, MenuState& state);
/// Opens what the flow starts with.
Outcome open_start(const CompiledFlow& flow, MenuState& state);
/// Both, with every setting as the flow has it and no rows.
Outcome start_flow(const CompiledFlow& flow, MenuState& state);

/// Lets `move` happen. A move that cannot happen here (a control that is not on the current screen
/// or cannot be used, an answer that nobody waits for, an event that is not allowed) changes
/// nothing.
Outcome apply(const CompiledFlow& flow, MenuState& state, Move move);

/// Closes what does not stay open as it is (`closes-when`). apply() does so itself; it is for
/// menu states that were put together otherwise.
void come_to_rest(const CompiledFlow& flow, MenuState& state);

// What follows from a menu state.

/// The game runs: a play screen is at the bottom, and no screen above it pauses.
bool runs(const CompiledFlow& flow, const MenuState& state);

/// A play screen is there, and some screen above it pauses the game.
bool paused(const CompiledFlow& flow, const MenuState& state);

/// The player is in play: the current screen is a play screen, and no question stands over it.
bool in_play(const CompiledFlow& flow, const MenuState& state);

/// The pointer is shown: on menus; a play screen hides it, unless the screen says otherwise.
bool shows_pointer(const CompiledFlow& flow, const MenuState& state);

/// Whether the condition holds with the flags as they are.
bool is_true(const CompiledFlow& flow, const MenuState& state, ConditionId condition);
/// What a condition asks of the scene (a flag of FlagKind::scene), while this one is loaded, or
/// loading, or has failed to load; of none, no.
bool holds_of_scene(const CompiledFlow& flow, FlagId flag, SceneId scene);

/// Whether a move is one of this flow: what it is about is there. apply() takes no others.
bool is_move_of(const CompiledFlow& flow, Move move);

/// The page that is shown of pages on an open screen.
std::uint16_t page_of(const CompiledFlow& flow, const MenuState& state, PagesId pages);

/// Whether a control is hidden by its own condition (`else: hidden`).
bool hidden(const CompiledFlow& flow, const MenuState& state, ControlId control);

/// Whether a control is to be seen on an open screen: it is not hidden, and stands on no
/// pages, or on those shown.
bool shown(const CompiledFlow& flow, const MenuState& state, ControlId control);

/// Whether a control can be used: it is on what is foremost (the current screen, or the question
/// over it), it is shown, and its condition holds (that of a list asks for rows as well).
bool usable(const CompiledFlow& flow, const MenuState& state, ControlId control);

/// A move that uses a control, where it can be used at all: its first press or value.
std::optional<Move> first_use(const CompiledFlow& flow, ControlId control);

/// Whether an answer to a load would take effect now: no urgent screen is open.
bool load_can_end(const CompiledFlow& flow, const MenuState& state);

/// The request that an answer would end while `screen` is current and `question` (or `no_screen`)
/// is over it: the one that the screen waits for, unless the question says that it was answered.
RequestId awaited_request(const CompiledFlow& flow, ScreenId screen, ScreenId question);

/// Whether an event would be answered now.
bool allowed(const CompiledFlow& flow, const MenuState& state, During during);

/// What the current screen does on a named key: its own answer, else what it says for `any`, else
/// `unsaid`.
ActionId answer_to_key(const CompiledFlow& flow, const MenuState& state, KeyId key);

/// The most moves that any menu state of the flow can have.
std::size_t max_moves(const CompiledFlow& flow);

/// Writes every move that can happen in `state`, always in the same order: the player's, the
/// answers, the game's, the clock's. `moves` must have room for most_moves(). Returns how many.
std::size_t list_moves(const CompiledFlow& flow, const MenuState& state, std::span<Move> moves);

} // namespace rondix
