#include "check/too_quick.hpp"

#include "logic/letters.hpp"
#include "logic/player_moves.hpp"

#include <cmath>

namespace rondix {

namespace {

std::size_t letters_on(const FlowScreen& screen) {
    std::size_t count = letters(screen.title.value_or(""));
    for (const FlowControl& control : screen.controls) count += letters(control.text);
    return count;
}

/// In tenths of a second, rounded up: `4.2s`.
std::string in_seconds(double seconds) {
    const auto tenths = static_cast<long>(std::ceil(seconds * 10 - 1e-9));
    std::string text = std::to_string(tenths / 10);
    if (tenths % 10 != 0) text += "." + std::to_string(tenths % 10);
    return text + "s";
}

} // namespace

void find_too_quick(const FlowFile& file, Findings& findings) {
    const CompiledFlow& flow = *file.compiled;
    for (const FlowScreen& screen : file.flow.screens) {
        if (!screen.moves_on) continue;
        const ScreenId id = flow.screen(screen.id.text);
        const double stands = stands_for_ms(flow, id) / 1000.0;
        const std::size_t count = letters_on(screen);
        const double needed = static_cast<double>(count) / file.flow.reading_speed;
        if (needed <= stands) continue;
        Finding& finding = add_finding(findings, RuleId::too_quick, screen.id.place,
                                       "'" + screen.id.text + "' closes after " +
                                           in_seconds(stands) + "; its " + std::to_string(count) +
                                           " characters take " + in_seconds(needed) + " to read");
        finding.edits = {{screen.moves_on->after_place, in_seconds(needed)}};
        finding.fix = "show it longer: 'after: " + in_seconds(needed) +
                      "', or set how fast your players read ('reading-speed:')";
    }
}

} // namespace rondix
