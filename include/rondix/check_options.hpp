// What a check can come to, how far it may go, and who looks on meanwhile.
#pragma once

#include <cstddef>
#include <cstdint>
#include <functional>
#include <string_view>

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

} // namespace rondix
