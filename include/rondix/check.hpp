// check(): what is wrong with a flow, and what is proved of it.
#pragma once

#include "rondix/flow.hpp"

#include <functional>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace rondix {

enum class Verdict : std::uint8_t {
    proved,      ///< nobody gets stuck, whatever happens in whatever order
    not_so,      ///< errors were found
    not_settled, ///< no error was found before a limit was reached
};

/// Why a check was not settled.
enum class Stop : std::uint8_t {
    nothing, ///< it was
    heads,   ///< a limit of CheckOptions
    memory,
    time,
    flags, ///< more flags have to be tracked at once than Rondix can
    cases, ///< one press has more cases than Rondix can tell apart
    asked, ///< `progress` said so
};

/// How far a check is.
struct Progress {
    std::string_view stage; ///< what is being done, in a few words
    std::size_t done = 0;   ///< of `all`; both may grow
    std::size_t all = 0;
    double seconds = 0; ///< since the check began
};

struct CheckOptions {
    /// A head is a screen with everything that decides what it does, whatever lies beneath.
    std::size_t most_heads = 50'000'000;
    std::size_t most_megabytes = 2000; ///< of the large tables
    double most_seconds = 0;           ///< 0: as long as it takes
    /// Flows with at most this many situations are listed as well, which makes some of the figures
    /// exact and is a second opinion.
    std::size_t list_up_to = 2'000;
    bool each_screen = false; ///< figures of each screen are wanted
    /// Called now and then; false: stop.
    std::function<bool(const Progress&)> progress;
};

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
    bool paused = false;                   ///< the game can be paused while it is current
    bool running = false;                  ///< the game can run while it is current
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
    std::size_t situations = 0;        ///< of the listing; 0: not listed
    std::size_t listed_moves = 0;      ///< moves that are answered, over all situations
    std::vector<ScreenFigures> each_screen; ///< those of the flow file, where it was asked for
    bool each_screen_exact = false; ///< false: what hangs on flags that the proof left out is left
                                    ///< out here as well
};

struct CheckResult {
    Verdict verdict = Verdict::not_settled;
    Stop stop = Stop::nothing;
    std::string stopped_at; ///< for Stop::cases: which press, in words
    Findings findings;
    Figures figures;
};

/// Adds what another check found; the verdict follows.
void add_findings(CheckResult& result, const Findings& more);

/// Checks a flow that was read by load_flow(): its findings so far, and how it behaves.
CheckResult check(const FlowFile& file, const CheckOptions& options = {});

} // namespace rondix
