// The commands of the tool: each adds its words to the command line, and gives what to run.
#pragma once

#include "command.hpp"

#include "rondix/tools/flow.hpp"
#include "rondix/tools/text_style.hpp"

#include <string>

namespace rondix::tool {

// Exit status: what a build script asks for.
inline constexpr int proved = 0;
inline constexpr int errors_found = 1;
inline constexpr int cannot_be_used = 2;
inline constexpr int not_settled = 3;

Run add_check(Command& command);
Run add_explain(Command& command);
Run add_walk(Command& command);
Run add_cover(Command& command);
Run add_trace(Command& command);
Run add_map(Command& command);
Run add_draw(Command& command);
Run add_strip(Command& command);
Run add_focus(Command& command);
Run add_play(Command& command);
Run add_pack(Command& command);
Run add_ids(Command& command);
Run add_schema(Command& command);
Run add_new(Command& command);
Run add_uses(Command& command);
Run add_rename(Command& command);
Run add_edit(Command& command);
Run add_language_server(Command& command);
Run add_completion(Command& command);
Run add_manual(Command& command);
Run add_complete(Command& command);

/// All of them.
const Commands& all_commands();

/// How text is set for whoever reads standard output: in colours on a terminal, unless NO_COLOR
/// says otherwise, and folded to its width.
TextStyle style_for_output();

/// The flow in a file; what it names is looked for within `--root`.
FlowFile read_flow(const std::string& path);
/// The same, and its errors on standard error.
FlowFile load_and_tell(const std::string& path);
/// What the tool ends with when a flow has no tables.
int status_without_tables(const FlowFile& file);

} // namespace rondix::tool
