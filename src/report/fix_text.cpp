#include "rondix/tools/report.hpp"
#include "words/printable.hpp"

#include "report/styled.hpp"

#include <fmt/format.h>

#include <algorithm>

namespace rondix {

std::string fix_text(const FlowFile& file, const FixResult& fixed, TextStyle style, bool written) {
    std::string text;
    std::size_t applied = 0, offered = 0;
    for (const FixResult::One& one : fixed.all) {
        text += finding_text(one.finding, one.sources, style);
        if (!one.fix) {
            text += "  no fix was found\n\n";
            continue;
        }
        (one.applied ? applied : offered) += 1;
        text += fmt::format("  {}: {}\n{}\n",
                            inked(one.applied && written ? "fixed" : "proposed", Ink::fix, style),
                            one.fix->what, inked_difference(one.difference, style));
    }
    const std::string name =
        printable(file.flow.game.empty() ? file.sources[0].name() : file.flow.game);
    std::string stopped =
        fixed.stop == Stop::nothing
            ? ""
            : fmt::format("undecided: it was stopped; fixes for {} were not tried\n",
                          fixed.all.empty() ? "the findings" : "further findings");
    if (fixed.all.empty() && !stopped.empty()) return stopped;
    if (fixed.all.empty()) return fmt::format("nothing to fix in {}\n", name);
    std::string last = fmt::format("{} {}, {} left", applied, written ? "fixed" : "would be fixed",
                                   fixed.left.findings.size());
    if (offered > 0)
        last +=
            fmt::format("; --fix-all applies {} more, which {} what the flow does or how it looks",
                        offered, offered == 1 ? "changes" : "change");
    return text + folded(last + "\n", 2, style) + stopped;
}

} // namespace rondix
