// The tool is several programs, for the libraries that draw and show windows take longer to load
// than most commands take to run: `rondix` loads none of them, `rondix-pictures` those that draw,
// `rondix-window` those for windows too. A program hands the command line on to the one that has
// what a command needs.
#pragma once

#include "command.hpp"

#include <string>
#include <vector>

namespace rondix::tool {

inline constexpr const char* pictures_program = "rondix-pictures";
inline constexpr const char* window_program = "rondix-window";

/// The words of the command line, to hand on.
void keep_command_line(char** words);
/// The same without the program and the command.
std::vector<std::string> kept_words();

/// Becomes that program, with the same command line. Returns only where it cannot be started: says
/// so, and gives the exit status.
int hand_on(const char* program);

/// A command whose words that program reads.
Run handed_on(Command& command, const char* program);

} // namespace rondix::tool
