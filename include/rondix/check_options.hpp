// The verdicts of a check, its limits, and how its progress is reported.
//
// Units: seconds and megabytes. Threads: the functions are called on the thread that called
// check(), every few milliseconds.
#pragma once

#include <chrono>
#include <cstddef>
#include <cstdint>
#include <functional>
#include <optional>
#include <string_view>

namespace rondix {

enum class Verdict : std::uint8_t {
    proved,    ///< nobody can get stuck, whatever happens
    failed,    ///< errors were found
    undecided, ///< no error was found before a limit was reached
};

/// Why a check is undecided.
enum class Stop : std::uint8_t {
    nothing, ///< it is decided
    heads,   ///< a limit of CheckOptions
    memory,
    time,
    flags,  ///< too many flags would have to be tracked at once
    cases,  ///< one press has too many cases
    circle, ///< it depends on which of many screens that lead to each other are open
    asked,  ///< `progress` returned false
};

/// The progress of a check.
struct Progress {
    std::string_view stage; ///< in a few words
    std::size_t done = 0;   ///< of `all`; both may grow
    std::size_t all = 0;
    double seconds = 0; ///< since the check began
};

struct CheckOptions {
    /// A head is a screen with everything that decides what it does, apart from the screens
    /// beneath.
    std::size_t max_heads = 50'000'000;
    std::size_t max_megabytes = 2000; ///< of the large tables, and by `memory_in_use`
    double max_seconds = 0;           ///< 0: no limit
    /// When the seconds began, for calls that share them; nothing: at each call.
    std::optional<std::chrono::steady_clock::time_point> since;
    /// Returns the memory in use by the whole process, in bytes; called now and then. Its growth is
    /// limited by `max_megabytes` as well.
    std::function<std::size_t()> memory_in_use;
    /// What it returned when the call began, for calls that share the limit; nothing: at each call.
    std::optional<std::size_t> memory_before;
    /// Flows with at most this many menu states are also listed state by state, as a cross-check
    /// and for exact figures.
    std::size_t list_up_to = 2'000;
    /// Where the shortest moves into a finding would take more work than this (edges of a graph, so
    /// that all machines agree), others are shown. Once all have taken six times as much, there is
    /// a sixteenth of it for each.
    std::size_t max_work_for_shortest = 1'000'000;
    /// Of more screens than this that all lead to each other by `open` and `go`, it is not tracked
    /// at first which are open beneath; where that matters, the proof starts again with all.
    std::size_t max_reopenable = 10;
    /// The most bits of flags that are tracked at once, at most 16; where more matter, screens are
    /// proved one by one, and what needs more by itself is reported as open.
    unsigned max_bits = 16;
    /// A move whose conditions tell more cases apart than this is not looked into. The verdict is
    /// `undecided` then, and what is told of each screen is what is so in all cases.
    std::size_t max_cases = 4096;
    /// The most work to find out whether something can happen where neither exploration nor
    /// abstraction tells; beyond that it is reported as open.
    std::size_t max_work_for_doubts = 5'000'000;
    /// Figures that would take more work are omitted, one by one; those of each screen may take
    /// twenty times as much.
    std::size_t max_work_for_figures = 2'000'000;
    bool each_screen = false; ///< compute the figures of each screen
    /// Called now and then; return false to stop.
    std::function<bool(const Progress&)> progress;
};

} // namespace rondix
