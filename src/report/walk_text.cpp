#include "rondix/tools/report.hpp"
#include "words/printable.hpp"

#include <fmt/format.h>

#include <algorithm>

namespace rondix {

std::string walk_text(const Walkthrough& walkthrough, const WalkReport& report) {
    std::size_t widest = 0;
    for (const WalkedStep& step : report.steps) widest = std::max(widest, step.text.size());
    std::string text =
        fmt::format("{}{}\n", printable(walkthrough.source.name()),
                    walkthrough.title.empty() ? "" : ": " + printable(walkthrough.title));
    std::size_t number = 0;
    for (const WalkedStep& step : report.steps) {
        const std::string label = step.expectation ? "" : std::to_string(number++);
        text += fmt::format("{:>4}  {:<{}}  {}{}\n", label, printable(step.text), widest,
                            printable(step.after),
                            step.effects.empty() ? "" : "  [" + step.effects + "]");
    }
    for (const Finding& failure : report.failures)
        text += finding_text(failure, {walkthrough.source});
    const std::size_t moves = number == 0 ? 0 : number - 1;
    if (report.passed)
        text += fmt::format("      passed: {} steps, {} expectations met\n", moves,
                            report.expectations);
    return text;
}

} // namespace rondix
