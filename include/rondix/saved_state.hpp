// SavedState: where a player stands in the menus, by name, so that it outlives the flow that it
// was reached in: a flow that is read anew while the game runs, or a game that was suspended,
// patched and comes back.
//
//   Restored how = take_over(fresh, old);               // another version of the flow, at once
//   std::string text = saved_text(saved(menus));        // to be kept,
//   Restored how = restore(menus, *read_saved(text, fault));   // and later
//
// The stack, the pages, the focus, the flags, the settings and the answers that wait are kept as
// far as their names are still there; what is not is said in words. The menu state that results is
// checked as an additional start of the flow (verify_from_state.hpp): where somebody could get
// stuck in it, the flow starts where it always does.
#pragma once

#include "rondix/check_options.hpp"
#include "rondix/runner.hpp"

#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace rondix {

struct SavedScreen {
    std::string screen;
    std::string focus; ///< the control that has it, or none
    std::vector<std::pair<std::string, std::string>> pages = {}; ///< and the page that is shown
    std::string question = {};                                   ///< that stands over it, or none
};

struct SavedState {
    std::string game;
    std::string scene;                               ///< empty: none
    Phase phase = Phase::none;                       ///< of the scene
    std::vector<SavedScreen> stack;                  ///< from the bottom up
    std::vector<std::pair<std::string, bool>> flags; ///< the flow's, and those that the game sets
    std::vector<std::pair<std::string, double>>
        waiting; ///< events whose answers wait: seconds left
    std::vector<std::pair<std::string, std::string>>
        settings; ///< as they are written; but for keys
};

/// Where `menus`, which has been started, stands now. A change of a setting that the player was
/// being asked to keep is not kept.
SavedState saved(const Runner& menus);

/// As JSON, and read again. Nothing where it cannot be, and `fault` says why, with line and column
/// or with what in it is wrong. Never more than a megabyte is read.
std::string saved_text(const SavedState& saved);
std::optional<SavedState> read_saved(const std::string& text, std::string& fault);

/// How much a running game may spend on the proof: 50 ms and 64 MB. What is undecided by then is
/// not taken over.
CheckOptions while_running();

struct Restored {
    bool at_home = false;             ///< the flow was started afresh
    std::vector<std::string> dropped; ///< in words: "there is no screen 'options' any longer"
};

/// Puts `menus` to where `saved` says, in another run of the game. The scene, where one was loaded,
/// has to be there: load it first, by `saved.scene`, or start() instead. What was waited for is
/// asked for anew.
Restored restore(Runner& menus, const SavedState& saved,
                 const CheckOptions& options = while_running());

/// The same as it was, with the question that was asked, and whether anybody could get stuck from
/// there on or not: for looking at what happened.
Restored restore_unproved(Runner& menus, const SavedState& saved);

/// Puts `fresh`, a Runner of another flow (or of another version of the same), to where `old`
/// stands, in a game that goes on: tickets stay what they are, and keys what the player chose.
/// Rows, bindings, text measurer and the like are set by the game, as for any new Runner, before.
Restored take_over(Runner& fresh, const Runner& old, const CheckOptions& options = while_running());

} // namespace rondix
