// A trace as a walkthrough: each line's moves, and what came of them as what is expected.
#include "rondix/effect_text.hpp"
#include "rondix/tools/trace_file.hpp"

namespace rondix {

namespace {

std::vector<Name> names_of(const std::vector<std::string>& texts, SourceRange place) {
    std::vector<Name> names;
    names.reserve(texts.size());
    for (const std::string& text : texts) names.push_back({text, place});
    return names;
}

Expectation expected_after(const TraceLine& line) {
    Expectation expect;
    if (!line.stack.empty()) expect.stack = names_of(line.stack, line.place);
    std::vector<std::string> effects = line.effects;
    std::erase_if(effects, [](const std::string& effect) { return !follows_from_moves(effect); });
    expect.effects = names_of(effects, line.place);
    expect.stack_place = expect.effects_place = line.place;
    return expect;
}

} // namespace

Walkthrough walkthrough_of(TraceFile trace) {
    Walkthrough walk;
    walk.findings = std::move(trace.findings);
    walk.readable = trace.readable;
    bool fresh = false; // in the first frame there may be effects from before it
    for (TraceLine& line : trace.lines) {
        if (line.begin) {
            if (walk.steps.empty()) walk.title = "a trace of " + line.begin->from.game;
            walk.steps.push_back({line.place, {}, {}, std::move(line.begin)});
            for (const std::string& list : line.rows)
                walk.steps.push_back({line.place, "game raises " + list});
            fresh = true;
            continue;
        }
        if (line.gap || line.moves.empty()) continue; // of a gap: it goes on from a new beginning
        for (const std::string& move : line.moves) walk.steps.push_back({line.place, move});
        walk.steps.push_back({line.place, {}, expected_after(line)});
        if (fresh) walk.steps.back().expect->effects.reset();
        fresh = false;
    }
    walk.source = std::move(trace.source);
    return walk;
}

} // namespace rondix
