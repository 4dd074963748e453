// Reports: what check and walkthroughs found, as text for people and editors, and as JSON.
//
// Errors: none. Cost: allocates the text. Threads: any; spoken_text() that of the Runner.
#pragma once

#include "rondix/runtime/runner.hpp"
#include "rondix/tools/check.hpp"
#include "rondix/tools/coverage.hpp"
#include "rondix/tools/fix.hpp"
#include "rondix/tools/text_style.hpp"
#include "rondix/tools/trace_file.hpp"
#include "rondix/tools/walkthrough.hpp"

#include <string>

namespace rondix {

/// One finding in the form that compilers use and editors parse: place, severity, text and rule,
/// the line with a caret; then further places, the moves, what the player can do there, what to
/// change.
std::string finding_text(const Finding& finding, const std::vector<Source>& sources,
                         TextStyle style = {});
/// The same of a question that is open.
std::string open_text(const OpenPoint& open, const std::vector<Source>& sources,
                      TextStyle style = {});

/// All findings, the verdict, and the figures.
std::string check_text(const FlowFile& file, const CheckResult& result, TextStyle style = {});

/// What the proof takes for granted of the game and the players, as far as it concerns this flow.
/// Empty for a flow that could not be compiled.
std::string assumptions_text(const FlowFile& file);

/// Each finding with its fix, as a difference of the file, and whether it was applied; then what
/// is left.
/// Not `written`: what would be done.
std::string fix_text(const FlowFile& file, const FixResult& fixed, TextStyle style = {},
                     bool written = true);

/// All findings, the verdict and the figures as JSON, described in docs/json.md.
std::string check_json(const FlowFile& file, const CheckResult& result);

/// All findings as SARIF 2.1.0, with the moves as code flows and what fixes them as fixes.
std::string check_sarif(const FlowFile& file, const CheckResult& result,
                        const CheckOptions& options = {}, const LookAt& looks = {});

/// As JUnit XML: a test case for each finding, and one for the whole. Warnings are skipped ones.
std::string check_junit(const FlowFile& file, const CheckResult& result);

/// Walkthroughs as JUnit XML, a test case each; `reports` in the order of `walks`.
std::string walk_junit(const std::string& flow, const std::vector<Walkthrough>& walks,
                       const std::vector<WalkReport>& reports);

/// The figures of each screen, where they were asked for: a table for people; and as CSV (RFC 4180,
/// with a line of headings), described in docs/json.md too.
std::string figures_text(const Figures& figures);
std::string figures_csv(const Figures& figures);

/// What a voice would say of an effect, in English; empty for what is not to be heard.
std::string spoken_text(const Runner& menus, const Effect& effect);

/// What was replayed, step by step, and where it failed.
std::string walk_text(const Walkthrough& walkthrough, const WalkReport& report);

/// What was touched and what was not.
std::string cover_text(const Coverage& coverage);

/// A trace, line by line.
std::string trace_text(const TraceFile& trace);

} // namespace rondix
