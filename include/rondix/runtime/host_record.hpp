// HostRecord: what the game has done with a Runner so far, in numbers, for those who watch whether
// it keeps what the proof assumes of it (conformance.hpp).
//
// Units: seconds. Threads: any; it is a copy.
#pragma once

#include <cstdint>

namespace rondix {

struct HostRecord {
    std::uint64_t effects_taken = 0;
    std::uint64_t effects_waiting = 0; ///< that nobody has taken yet
    std::uint64_t quits_taken = 0;     ///< of those that were taken
    /// With a ticket that was answered, cancelled or given up, as the game had been told.
    std::uint64_t old_answers = 0;
    std::uint64_t progress_reports = 0; ///< of loads
    std::uint64_t timeouts = 0;         ///< loads and requests that were given up
    double advanced = 0;                ///< time that the game let pass
};

} // namespace rondix
