// JUnit XML: findings and walkthroughs as test cases, for servers that build and show tests.
#include "rondix/tools/report.hpp"
#include "words/in_xml.hpp"

#include <fmt/format.h>

namespace rondix {

namespace {

struct Case {
    std::string name = {}, file = {};
    std::uint32_t line = 0;   // 0: not known
    std::string problem = {}; // "failure", "skipped", or nothing
    std::string type = {}, message = {}, text = {};
};

std::string suite(const std::string& name, const std::vector<Case>& cases) {
    std::size_t failures = 0, skipped = 0;
    std::string text;
    for (const Case& one : cases) {
        failures += one.problem == "failure" ? 1 : 0;
        skipped += one.problem == "skipped" ? 1 : 0;
        text += fmt::format("    <testcase classname=\"{}\" name=\"{}\"", in_xml(name),
                            in_xml(one.name));
        if (!one.file.empty()) text += fmt::format(" file=\"{}\"", in_xml(one.file));
        if (one.line > 0) text += fmt::format(" line=\"{}\"", one.line);
        if (one.problem.empty()) {
            text += "/>\n";
            continue;
        }
        text += fmt::format(">\n      <{0} message=\"{1}\"{2}>{3}</{0}>\n    </testcase>\n",
                            one.problem, in_xml(one.message),
                            one.type.empty() ? "" : fmt::format(" type=\"{}\"", one.type),
                            in_xml(one.text));
    }
    return fmt::format("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<testsuites>\n"
                       "  <testsuite name=\"{}\" tests=\"{}\" failures=\"{}\" errors=\"0\" "
                       "skipped=\"{}\">\n{}  </testsuite>\n</testsuites>\n",
                       in_xml(name), cases.size(), failures, skipped, text);
}

} // namespace

std::string check_junit(const FlowFile& file, const CheckResult& result) {
    std::vector<Case> cases;
    for (const Finding& finding : result.findings) {
        Case one{.name = fmt::format("{}: {}", row_of(finding.rule).name, finding.text)};
        if (finding.place.known() && finding.place.file < file.sources.size()) {
            const Source& source = file.sources[finding.place.file];
            one.file = source.name();
            one.line = source.spot(finding.place.begin).line;
        }
        // A warning is no failed test: it is told, and the build goes on.
        one.problem = finding.severity() == Severity::error ? "failure" : "skipped";
        one.type = row_of(finding.rule).name;
        one.message = finding.text;
        one.text = finding_text(finding, file.sources);
        cases.push_back(std::move(one));
    }
    Case whole{.name = "nobody can get stuck", .file = file.sources[0].name()};
    if (result.verdict != Verdict::proved) {
        whole.problem = "failure";
        whole.message = result.verdict == Verdict::undecided ? "undecided" : "failed";
    }
    cases.push_back(std::move(whole));
    return suite("rondix check " + file.sources[0].name(), cases);
}

std::string walk_junit(const std::string& flow, const std::vector<Walkthrough>& walks,
                       const std::vector<WalkReport>& reports) {
    std::vector<Case> cases;
    for (std::size_t i = 0; i < walks.size() && i < reports.size(); ++i) {
        const Source& source = walks[i].source;
        Case one{.name = walks[i].title.empty() ? source.name() : walks[i].title,
                 .file = source.name()};
        if (!reports[i].passed) {
            one.problem = "failure";
            const Findings& faults = walks[i].readable ? reports[i].failures : walks[i].findings;
            one.message = faults.empty() ? "it was not replayed" : faults.front().text;
            if (!faults.empty() && faults.front().place.known())
                one.line = source.spot(faults.front().place.begin).line;
            for (const Finding& fault : faults) one.text += finding_text(fault, {source});
        }
        cases.push_back(std::move(one));
    }
    return suite("rondix walk " + flow, cases);
}

} // namespace rondix
