// TraceFile: a trace (trace.hpp) read again, for people and for being walked through.
//
// Errors: in TraceFile::findings. Cost: linear in the file. Threads: any.
#pragma once

#include "rondix/tools/walkthrough.hpp"

namespace rondix {

/// One line: where it begins or goes on, or what happened in a frame.
struct TraceLine {
    SourceRange place;
    double time = 0; ///< seconds since the trace was switched on
    std::optional<WalkBeginning> begin;
    std::vector<std::string> rows;     ///< of a beginning: the lists that have rows
    std::vector<std::string> moves;    ///< in the words of move_text()
    std::vector<std::string> effects;  ///< in those of effect_text()
    std::vector<std::string> stack;    ///< that is open then, from the bottom up
    std::vector<std::string> breaches; ///< of what the proof assumes of the game
    std::string by;                    ///< the device that the player's moves came from
    bool gap = false;                  ///< moves are missing; a beginning follows
};

struct TraceFile {
    Source source;
    Findings findings;
    bool readable = false; ///< false: the input cannot be used
    bool cut_off = false;  ///< its last line was not written to the end, and is left out
    std::vector<TraceLine> lines;
};

TraceFile load_trace(const std::string& path);
TraceFile load_trace_text(std::string name, std::string text);

/// As every trace begins; walkthroughs may begin with a brace as well.
bool is_trace(std::string_view text);

/// Its moves, with what came of them as expectations.
Walkthrough walkthrough_of(TraceFile trace);

} // namespace rondix
