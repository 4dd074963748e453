// Walkthrough: a script of moves with expectations, to be replayed through a Runner.
//
//   rondix-walk: 1
//   title: Cast off and come back
//   walk:
//     - loaded
//     - press cast-off
//     - loaded
//     - menu
//     - expect: { screen: pause, game: paused, pointer: shown, focus: resume }
//
// Steps are moves in the words of move_text.hpp; or input: up, down, left, right, accept, `point at
// X`, `hold X`, `slide off`, `slide to X`, `let go`; or `wait 1.2s`. A step that the menus do not
// answer is a failure, unless the next step expects `ignored: yes`.
//
// Units: seconds. Errors: in the findings of a walkthrough and the failures of a report. Cost: as
// much as the moves; nothing waits. Threads: any.
#pragma once

#include "rondix/runtime/runner.hpp"
#include "rondix/saved_state.hpp"
#include "rondix/tools/flow.hpp"
#include "rondix/tools/source.hpp"

#include <functional>
#include <memory>
#include <optional>
#include <string>
#include <vector>

namespace rondix {

/// What is expected at one point; only what is said is compared.
struct Expectation {
    std::optional<Name> screen, scene, game, pointer, focus;
    std::optional<std::vector<Name>> stack, told, effects;
    std::optional<bool> quits, ignored;
    SourceRange quits_place, ignored_place, stack_place, told_place, effects_place;
};

/// Of a trace, and of what was recorded while the flow changed: it goes on from here.
struct WalkBeginning {
    SavedState from;
    std::vector<std::string> loaded; ///< scenes that stay, and are loaded
};

struct WalkStep {
    SourceRange place;
    std::string text; ///< a move, an input, or a wait; empty for an expectation or a beginning
    std::optional<Expectation> expect = {};
    std::optional<WalkBeginning> begin = {};
};

struct Walkthrough {
    Source source;
    Findings findings;
    bool readable = false;
    std::string title;
    std::vector<WalkStep> steps;
};

/// A walkthrough, or a trace (trace.hpp), which is one as well: its moves, with what came of them
/// as expectations. A last line that was cut off is left out.
Walkthrough load_walkthrough(const std::string& path);
Walkthrough load_walkthrough_text(std::string name, std::string text);

/// The paths of the walkthroughs that belong to a flow: all `*.walk.yaml` beside it, and in a
/// folder `walks` there.
std::vector<std::string> walkthroughs_of(const std::string& flow);

/// A walkthrough of these moves (as move_text() gives them), with the title as a comment on top.
std::string write_walkthrough(const std::string& title, const std::vector<std::string>& moves);

/// The steps of a walkthrough that goes on where `menus` stands, as write_walkthrough() takes them:
/// `from`, and the lists that have rows. For what moves alone do not lead to, such as a flow that
/// was read anew.
std::vector<std::string> steps_from_here(const Runner& menus);

/// One step that was replayed.
struct WalkedStep {
    std::string text;    ///< the step
    std::string after;   ///< the menu state after it: "bridge > pause, paused"
    std::string effects; ///< what the game was told by it
    bool expectation = false;
};

struct WalkReport {
    bool passed = false;
    std::size_t expectations = 0;  ///< how many were compared
    std::vector<WalkedStep> steps; ///< up to the failure, if there is one
    Findings failures;             ///< what did not hold, with places in the walkthrough
};

/// Plays a walkthrough step by step in a Runner that somebody else shows.
class WalkPlayer {
  public:
    /// The Runner has been started; all outlive the player. `obey` is given every effect, so that a
    /// window can follow.
    WalkPlayer(Runner& runner, const Walkthrough& walk,
               std::function<void(const Effect&)> obey = {});
    ~WalkPlayer();
    WalkPlayer(const WalkPlayer&) = delete;
    WalkPlayer& operator=(const WalkPlayer&) = delete;

    bool done() const; ///< nothing is left, or a step has failed
    void step();
    const WalkReport& report() const;

  private:
    class Walker;
    std::unique_ptr<Walker> walker_;
};

/// Replays until the end or the first step that fails.
WalkReport replay(const CompiledFlow& flow, const Walkthrough& walkthrough);

} // namespace rondix
