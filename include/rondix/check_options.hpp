// What a check can come to, how far it may go, and who looks on meanwhile.
#pragma once

#include <chrono>
#include <cstddef>
#include <cstdint>
#include <functional>
#include <optional>
#include <string_view>

namespace rondix {

enum class Verdict : std::uint8_t {
    proved,    ///< nobody gets stuck, whatever happens in whatever order
    failed,    ///< errors were found
    undecided, ///< no error was found before a limit was reached
};

/// Why a check is undecided.
enum class Stop : std::uint8_t {
    nothing, ///< it was
    heads,   ///< a limit of CheckOptions
    memory,
    time,
    flags,  ///< more flags have to be tracked at once than Rondix can
    cases,  ///< one press has more cases than Rondix can tell apart
    circle, ///< which of many screens lie beneath that all lead to each other matters
    asked,  ///< `progress` said so
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
    std::size_t max_heads = 50'000'000;
    std::size_t max_megabytes = 2000; ///< of the large tables, and by `memory_in_use`
    double max_seconds = 0;           ///< 0: as long as it takes
    /// Since when the seconds count, where several calls have to share them; nothing: since each
    /// call.
    std::optional<std::chrono::steady_clock::time_point> since;
    /// The memory in use by the whole process, in bytes: asked now and then, where one is given.
    /// What it says more than at the beginning is held to `most_megabytes` as well.
    std::function<std::size_t()> memory_in_use;
    /// Flows with at most this many menu states are listed as well, which makes some of the figures
    /// exact and is a second opinion.
    std::size_t list_up_to = 2'000;
    /// Where some moves into a finding are known and the fewest would take more work than this
    /// (edges and ways of a graph, so that all machines agree), those are shown.
    std::size_t max_work_for_shortest = 1'000'000;
    /// Of more screens than this that all lead to each other by `open` and `go` it is not kept
    /// apart which of them lie beneath, at first; where that matters, all of it is looked at anew.
    std::size_t max_reopenable = 10;
    /// The flags that are told apart at once may take so many bits, 16 at most; where more of them
    /// matter, screens are looked at one by one, and what needs more by itself is told as open.
    unsigned max_bits = 16;
    /// Where neither going forward nor what cannot be tells whether something happens, it may take
    /// so much of that work to know; else it is told as open.
    std::size_t max_work_for_doubts = 5'000'000;
    /// Figures that would take more of it are left out, one by one; those of each screen, where
    /// they are wanted, may take twenty times as much.
    std::size_t max_work_for_figures = 2'000'000;
    bool each_screen = false; ///< figures of each screen are wanted
    /// Called now and then; false: stop.
    std::function<bool(const Progress&)> progress;
};

} // namespace rondix
