// The commands of the tool: each adds its words to the command line, and gives what to run.
#pragma once

#include "rondix/flow.hpp"

#include <CLI/CLI.hpp>

#include <functional>
#include <string>

namespace rondix::tool {

// Exit status: what a build script asks for.
inline constexpr int proved = 0;
inline constexpr int errors_found = 1;
inline constexpr int cannot_be_used = 2;
inline constexpr int not_settled = 3;

using Run = std::function<int()>;

Run add_check(CLI::App& app);
Run add_walk(CLI::App& app);
Run add_trace(CLI::App& app);
Run add_map(CLI::App& app);
Run add_draw(CLI::App& app);
Run add_focus(CLI::App& app);
Run add_play(CLI::App& app);
Run add_pack(CLI::App& app);
Run add_ids(CLI::App& app);
Run add_new(CLI::App& app);

/// The flow in a file, and its errors on standard error.
FlowFile load_and_tell(const std::string& path);
/// What the tool ends with when a flow has no tables.
int status_without_tables(const FlowFile& file);

/// "1280x800" into two numbers from `least` to `most`; what is wrong with it, or an empty text.
std::string read_size(const std::string& text, int least, int most, int& width, int& height);

/// Writes a whole file, by way of a new one beside it, so that a failure leaves the old file as it
/// was. Says what went wrong on standard error.
bool write_file(const std::string& path, const std::string& contents);

} // namespace rondix::tool
