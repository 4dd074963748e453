// A child process: fed, read and, when it takes too long, ended.
#pragma once

#include <optional>
#include <string>
#include <vector>

namespace rondix::draw {

/// Runs a program with `input` on its standard input. Gives its standard output when it ends well
/// within the time; else nothing, and `fault` says why.
std::optional<std::string> run_child(const std::vector<std::string>& command,
                                     const std::string& input, double seconds, std::string& fault);

} // namespace rondix::draw
