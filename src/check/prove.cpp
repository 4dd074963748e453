#include "rondix/tools/check.hpp"

#include "check/behaviour.hpp"
#include "proof/budget.hpp"

#include <algorithm>
#include <limits>

namespace rondix {

namespace {

void count_what_is_written(const FlowFile& file, Figures& figures) {
    figures.scenes = file.flow.scenes.size();
    figures.screens = file.flow.screens.size();
    figures.flags = file.compiled ? file.compiled->flags.size() : file.flow.flags.size();
    for (const FlowScreen& screen : file.flow.screens)
        for (const FlowControl& control : screen.controls) {
            figures.buttons += control.kind == ControlKind::button ? 1 : 0;
            figures.controls += is_usable_kind(control.kind) ? 1 : 0;
        }
}

/// By place alone: what was found first stays first. A step that stands once in the file may stand
/// in several tables; it is told once for each thing that is said of it.
void put_all_in_order(Findings& findings) {
    std::stable_sort(findings.begin(), findings.end(), [](const Finding& a, const Finding& b) {
        return std::pair(a.place.file, a.place.begin) < std::pair(b.place.file, b.place.begin);
    });
    const auto last =
        std::unique(findings.begin(), findings.end(), [](const Finding& a, const Finding& b) {
            return a.place.known() && a.place.file == b.place.file &&
                   a.place.begin == b.place.begin && a.rule == b.rule && a.text == b.text;
        });
    findings.erase(last, findings.end());
}

/// Where a limit has cut the rest off, what the player walks into soonest stands first.
void put_nearest_traps_first(Findings& findings) {
    const auto how_near = [](const Finding& one) {
        return one.severity() == Severity::error && !one.how.empty()
                   ? one.how.size()
                   : std::numeric_limits<std::size_t>::max();
    };
    std::stable_sort(findings.begin(), findings.end(),
                     [&](const Finding& a, const Finding& b) { return how_near(a) < how_near(b); });
}

void put_in_order(CheckResult& result) {
    put_all_in_order(result.findings);
    if (result.stop != Stop::nothing) put_nearest_traps_first(result.findings);
}

bool some_error_is_open(const CheckResult& result) {
    return std::any_of(result.open.begin(), result.open.end(),
                       [](const OpenPoint& one) { return one.severity() == Severity::error; });
}

} // namespace

void add_findings(CheckResult& result, const Findings& more) {
    result.findings.insert(result.findings.end(), more.begin(), more.end());
    put_in_order(result);
    if (has_errors(more)) result.verdict = Verdict::failed;
}

CheckResult prove(const FlowFile& file, const CheckOptions& options) {
    const CheckOptions limits = begun(options); // it may look more than once
    CheckResult result;
    result.findings = file.findings;
    count_what_is_written(file, result.figures);
    try {
        if (file.compiled) check_behaviour(file, limits, result);
    } catch (const Stopped& stopped) {
        result.stop = stopped.why;
        result.stopped_at = stopped.where;
    }
    put_in_order(result);
    if (has_errors(result.findings))
        result.verdict = Verdict::failed;
    else
        result.verdict =
            file.compiled && result.stop == Stop::nothing && !some_error_is_open(result)
                ? Verdict::proved
                : Verdict::undecided;
    return result;
}

} // namespace rondix
