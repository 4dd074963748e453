// check(): what is wrong with a flow, and what is proved of it.
//
// Errors: a limit that is reached is in CheckResult::stop; std::logic_error where Rondix finds
// itself at fault, which is a bug to report. Cost: docs/what-is-proved.md has figures; CheckOptions
// limits it. Threads: any; several checks may run at once, but those with looks one at a time.
#pragma once

#include "rondix/check_options.hpp"
#include "rondix/tools/flow.hpp"
#include "rondix/tools/found.hpp"

#include <functional>
#include <optional>
#include <string>
#include <vector>

namespace rondix {

/// Figures of one screen. Presses are what the player does; what the game does counts nothing.
struct ScreenFigures {
    std::string screen;
    std::optional<std::size_t> from_start; ///< the fewest presses from the start; none: never shown
    std::optional<std::size_t> to_play;    ///< the fewest presses from it to play
    std::optional<std::size_t> to_quit;    ///< the fewest presses from it out of the game
    std::optional<std::size_t> way_out;    ///< the most presses to the nearer of both, while the
                                           ///< game is quiet; none where somebody can get stuck
    std::size_t ways_in = 0;               ///< buttons, keys, events and answers that show it
    std::size_t deepest = 0;               ///< the most screens that are open while it is current
    /// The fewest presses from the start with each of Figures::alone and no other device; none: it
    /// is never shown to somebody who has nothing else.
    std::vector<std::optional<std::size_t>> from_start_alone;
    bool paused = false;  ///< the game can be paused while it is current
    bool running = false; ///< the game can run while it is current
};

/// What was looked at, in figures. Those of the behaviour are 0 when it was not looked at, because
/// the flow could not be compiled.
struct Figures {
    std::size_t scenes = 0;
    std::size_t screens = 0;
    std::size_t buttons = 0;
    std::size_t controls = 0; ///< that can be used, the buttons among them
    std::size_t flags = 0;
    std::size_t tracked_flags = 0; ///< those that the proof had to look at
    std::size_t heads = 0;
    std::size_t moves = 0;            ///< moves that are answered, over all heads
    std::vector<std::string> deepest; ///< the screens of a deepest stack, from the bottom
    std::size_t longest_way_out = 0;  ///< presses and answers, at most, until play or out of the
                                      ///< game; 0 with `way_out_known` false: not worked out
    bool way_out_known = false;
    std::vector<std::string> furthest; ///< the moves to where it is so long, where that is exact
    std::size_t states = 0;            ///< of the listing; 0: not listed
    std::size_t listed_moves = 0;      ///< moves that are answered, over all menu states
    std::vector<ScreenFigures> each_screen; ///< those of the flow file, where it was asked for
    std::vector<std::string>
        alone; ///< kinds of devices that can do different things: "pad",
               ///< "mouse or touch"; empty where all of the flow's can do the same
    bool each_screen_exact = false; ///< false: what hangs on flags that the proof left out is left
                                    ///< out here as well
    /// Those that would take too much work or time, by the name that they have in JSON:
    /// "longest-way-out", "each-screen". The verdict does not wait for them.
    std::vector<std::string> left_out;
};

/// A warning that the flow allows, and why. See suppression.hpp.
struct AllowedFinding {
    Finding finding;
    std::string reason;
};

/// Something that it would take too much work to know.
struct OpenPoint {
    RuleId rule{};
    SourceRange place;
    std::string text; ///< "whether ..."
    Severity severity() const { return row_of(rule).severity; }
};

struct CheckResult {
    Verdict verdict = Verdict::undecided;
    Stop stop = Stop::nothing;
    std::string stopped_at; ///< for Stop::cases: which press; for Stop::circle: which screens
    Findings findings;
    std::vector<AllowedFinding> allowed; ///< left out of them
    /// What is open. Where nothing but errors could come of it, the verdict stays `undecided`.
    std::vector<OpenPoint> open;
    /// Where it was stopped: the screens on which nobody is stuck who has all devices at hand.
    std::vector<std::string> safe_screens;
    Figures figures;
};

/// Adds what another check found; the verdict follows.
void add_findings(CheckResult& result, const Findings& more);

/// What is said of a flow's looks, such as check_looks(), within the limits.
using LookAt = std::function<Found(const FlowFile&, const CheckOptions&)>;

/// All that `rondix check` does, for a flow that was read by load_flow(): its findings so far, how
/// it behaves, slips of wiring, and its looks, which are left out without `looks` and where the
/// rest was stopped. What the flow allows is in `allowed`. The limits hold for all of it together.
CheckResult check(const FlowFile& file, const CheckOptions& options = {}, const LookAt& looks = {});

/// The findings so far and how the flow behaves, alone.
CheckResult prove(const FlowFile& file, const CheckOptions& options = {});

} // namespace rondix
