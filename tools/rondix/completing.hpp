// What a word of a command line may be, while it is typed: for a shell that asks.
#pragma once

#include "command.hpp"

#include <string>
#include <vector>

namespace rondix::tool {

struct Candidate {
    std::string text, about;
};

struct Candidates {
    std::vector<Candidate> texts;
    /// The shell knows its files itself: those with these endings, in words such as `*.yaml`.
    std::vector<std::string> files;
    bool folders = false;
};

/// `words` stand behind `rondix`; the last of them is typed, and may be empty. Flows that the words
/// name are read, and checked where findings are asked for, which takes seconds at most. `run` as
/// in declared_by().
Candidates candidates(const Commands& commands, const std::vector<std::string>& words, Run& run);

} // namespace rondix::tool
