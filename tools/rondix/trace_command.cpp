// rondix trace: a trace of a game, for people.
#include "commands.hpp"

#include "rondix/tools/report.hpp"

#include <fmt/format.h>

#include <memory>

namespace rondix::tool {

Run add_trace(Command& command) {
    const auto path = std::make_shared<std::string>();
    command.text("FILE", *path, "the trace that a game wrote").needed().means(Means::trace);
    command.describes("Print a trace of a game as text: what the player did, what the menus asked "
                      "of the game, and what the game failed to do.");
    command.example("rondix trace game.trace.jsonl", "print a trace");
    return [path] {
        const TraceFile trace = load_trace(*path);
        for (const Finding& finding : trace.findings)
            fmt::print(stderr, "{}", finding_text(finding, {trace.source}));
        if (!trace.readable) return cannot_be_used;
        fmt::print("{}", trace_text(trace));
        return proved;
    };
}

} // namespace rondix::tool
