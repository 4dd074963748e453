#include "check_watch.hpp"

#include "commands.hpp"
#include "progress_reporter.hpp"
#include "rondix/tools/report.hpp"
#include "watched_files.hpp"

#include <fmt/format.h>

#include <chrono>
#include <cstdio>
#include <map>
#include <thread>

namespace rondix::tool {

namespace {

using Key = std::pair<RuleId, std::string>;

/// What a finding is to whoever fixes the flow: its line may move, its words stay.
Key key_of(const Finding& finding) {
    return {finding.rule, finding.text};
}

std::map<Key, std::size_t> counted(const Findings& findings) {
    std::map<Key, std::size_t> counts;
    for (const Finding& finding : findings) ++counts[key_of(finding)];
    return counts;
}

std::string time_of_day() {
    const std::time_t now = std::time(nullptr);
    std::tm local{};
    localtime_r(&now, &local);
    return fmt::format("{:02}:{:02}:{:02}", local.tm_hour, local.tm_min, local.tm_sec);
}

/// The findings of `of` that are not among `others`.
Findings without(const Findings& of, const Findings& others) {
    std::map<Key, std::size_t> known = counted(others);
    Findings left;
    for (const Finding& finding : of) {
        std::size_t& count = known[key_of(finding)];
        if (count > 0)
            --count;
        else
            left.push_back(finding);
    }
    return left;
}

void tell_change(const Checked& before, const Checked& now) {
    const TextStyle style = style_for_output();
    const Findings gone = without(before.result.findings, now.result.findings);
    const Findings fresh = without(now.result.findings, before.result.findings);
    fmt::print("--- {}: {} new, {} gone, {} in all\n", time_of_day(), fresh.size(), gone.size(),
               now.result.findings.size());
    for (const Finding& finding : gone)
        fmt::print("gone: {} [{}]\n", finding.text, row_of(finding.rule).name);
    for (const Finding& finding : fresh)
        fmt::print("{}\n", finding_text(finding, now.file.sources, style));
    if (before.result.verdict != now.result.verdict) {
        CheckResult verdict = now.result; // without the findings, which were told
        verdict.findings.clear();
        fmt::print("{}", now.result.verdict == Verdict::proved
                             ? check_text(now.file, verdict, style)
                             : "no longer proved\n");
    }
}

} // namespace

Checked watch_and_check(const std::string& path, const std::function<Checked()>& check_it) {
    using namespace std::chrono_literals;
    Checked last = check_it();
    fmt::print("{}", check_text(last.file, last.result, style_for_output()));
    WatchedFiles files;
    files.add(path, last.file);
    fmt::print("watching {}; Ctrl-C ends it\n", path);
    for (;;) {
        std::fflush(stdout);
        hear_interrupts(); // each check gives them back
        while (!files.changed()) {
            if (is_interrupted()) return last;
            std::this_thread::sleep_for(100ms);
        }
        std::this_thread::sleep_for(20ms); // an editor may still be writing
        files.changed();
        Checked now = check_it();
        files.add(path, now.file);
        tell_change(last, now);
        last = std::move(now);
    }
}

} // namespace rondix::tool
