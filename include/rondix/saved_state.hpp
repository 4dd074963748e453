// SavedState: where a player is in the menus, by name, so that it outlives the flow: for a flow
// that is reloaded while the game runs, or a game that is suspended, patched and resumed.
//
//   rondix::Runner fresh(game.new_flow);                // another version of the flow,
//   const rondix::Restored how = take_over(fresh, menus);   // at once
//
//   const std::string text = saved_text(saved(menus));  // to be kept,
//   rondix::SavedState was;                             // and later
//   if (read_saved(text, was)) restore(menus, was);
//
// The stack, pages, focus, flags, settings and pending answers are kept as far as their names still
// exist; what is dropped is reported. The resulting menu state is checked as an additional start of
// the flow (verify_from_state.hpp): where somebody could get stuck, the flow restarts.
//
// Errors: by Status; what is dropped is in Restored. Cost: take_over() and restore() take the time
// of a proof, within their options. Threads: those of the Runners.
#pragma once

#include "rondix/check_options.hpp"
#include "rondix/runtime/runner.hpp"
#include "rondix/runtime/status.hpp"

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

/// The state of `menus`, which must have been started. A change of a setting that the player is
/// asked to confirm is not included.
SavedState saved(const Runner& menus);

/// As JSON, and read again; a megabyte at most. Where it is not done, `saved` is empty.
std::string saved_text(const SavedState& saved);
Status read_saved(const std::string& text, SavedState& saved);

/// Limits of the proof in a running game: 50 ms and 64 MB. A state that is undecided by then is
/// dropped.
CheckOptions while_running();

struct Restored {
    bool at_home = false;             ///< the flow was restarted
    std::vector<std::string> dropped; ///< "there is no screen 'options' any more"
};

/// Restores a state in another run of the game. The scene, where one was loaded, must be loaded
/// already (`saved.scene`). What was pending is asked for again.
Restored restore(Runner& menus, const SavedState& saved,
                 const CheckOptions& options = while_running());

/// The same without the proof and with an open question, for examining what happened.
Restored restore_unproved(Runner& menus, const SavedState& saved);

/// Carries the state of `old` over to `fresh`, a Runner of another flow or of another version of
/// the same, in a running game: tickets stay valid, and so do the player's keys. The game sets
/// rows, bindings, text measurer and the like before, as for any new Runner.
Restored take_over(Runner& fresh, const Runner& old, const CheckOptions& options = while_running());

/// The same without the proof: for changing menus while they are seen, also where a player would
/// be stuck.
Restored take_over_unproved(Runner& fresh, const Runner& old);

} // namespace rondix
