// The flows of examples/: the good ones are proved, each broken one gives the finding that is
// marked in it (`# finds: rule`) at that line, and nothing else.
#include "support.hpp"

#include "rondix/tools/check.hpp"
#include "rondix/tools/fix.hpp"
#include "rondix/tools/look_check.hpp"
#include "rondix/tools/walkthrough.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <set>
#include <vector>

namespace rondix::test {
namespace {

std::vector<std::string> files_in(const char* folder, const char* ending) {
    std::vector<std::string> paths;
    for (const auto& entry : std::filesystem::recursive_directory_iterator(root() / folder))
        if (entry.path().string().ends_with(ending)) paths.push_back(entry.path().string());
    std::sort(paths.begin(), paths.end());
    return paths;
}

std::multiset<std::string> lines_of(const std::string& text) {
    std::multiset<std::string> lines;
    std::istringstream from(text);
    for (std::string line; std::getline(from, line);) lines.insert(line);
    return lines;
}

std::string name_of(const testing::TestParamInfo<std::string>& info) {
    std::string name = std::filesystem::path(info.param).filename().string();
    name.resize(name.find('.'));
    std::replace(name.begin(), name.end(), '-', '_');
    return name;
}

Found looks_of(const FlowFile& file, const CheckOptions& limits) {
    return check_looks(file, {.check = limits});
}

class Broken : public testing::TestWithParam<std::string> {};

TEST_P(Broken, GivesTheFindingThatIsMarked) {
    const FlowFile file = load_flow(GetParam());
    const Source& source = file.sources[0];
    std::vector<std::string> marked;
    const std::string mark = "# finds: ";
    for (std::uint32_t line = 1;
         source.spot(static_cast<std::uint32_t>(source.text().size())).line >= line; ++line) {
        const std::string_view text = source.line(line);
        if (const std::size_t at = text.find(mark); at != std::string::npos)
            marked.push_back(std::to_string(line) + " " +
                             std::string(text.substr(at + mark.size())));
    }
    ASSERT_EQ(marked.size(), 1u) << "each broken flow has one mark";

    const CheckResult result = check(file, {}, looks_of);
    std::vector<std::string> found;
    for (const Finding& finding : result.findings)
        found.push_back(std::to_string(source.spot(finding.place.begin).line) + " " +
                        std::string(row_of(finding.rule).name));
    EXPECT_EQ(found, marked) << check_text(file, result);
    EXPECT_EQ(result.verdict == Verdict::failed, has_errors(result.findings));
}

/// One fix each, after which nothing is found; what it does not touch stays as it was.
TEST_P(Broken, IsCleanOnceItIsFixed) {
    const FlowFile file = load_flow(GetParam());
    const FixResult fixed = fix_all(file, FixWhich::all, {}, looks_of);
    ASSERT_EQ(fixed.all.size(), 1u) << fix_text(file, fixed);
    EXPECT_TRUE(fixed.left.findings.empty()) << fix_text(file, fixed);
    EXPECT_EQ(fixed.left.verdict, Verdict::proved);
    ASSERT_EQ(fixed.texts.size(), 1u);
    std::string before = file.sources[0].text(), after = fixed.texts.begin()->second;
    // Back by the difference: what is taken out and put in are all that differ.
    std::multiset<std::string> lines = lines_of(after);
    std::istringstream changes(fixed.all[0].difference);
    for (std::string line; std::getline(changes, line);) {
        if (line.starts_with("---") || line.starts_with("+++") || line.empty()) continue;
        if (line[0] == '-') lines.insert(line.substr(1));
        if (line[0] == '+') {
            const auto found = lines.find(line.substr(1));
            ASSERT_NE(found, lines.end()) << line;
            lines.erase(found);
        }
    }
    EXPECT_EQ(lines, lines_of(before));
    EXPECT_LE(std::count(fixed.all[0].difference.begin(), fixed.all[0].difference.end(), '\n'), 20);
}

TEST_P(Broken, IsFixedUnaskedOnlyWhereThatIsSafe) {
    const FlowFile file = load_flow(GetParam());
    const FixResult safe = fix_all(file, FixWhich::safe, {}, looks_of);
    ASSERT_EQ(safe.all.size(), 1u);
    ASSERT_TRUE(safe.all[0].fix);
    EXPECT_EQ(safe.all[0].applied, safe.all[0].fix->safe);
    EXPECT_EQ(safe.left.findings.empty(), safe.all[0].applied) << fix_text(file, safe);
    EXPECT_EQ(safe.texts.empty(), !safe.all[0].applied);
}

INSTANTIATE_TEST_SUITE_P(Examples, Broken,
                         testing::ValuesIn(files_in("examples/broken", ".flow.yaml")), name_of);

TEST(Examples, ThereAreManyBrokenFlows) {
    EXPECT_GE(files_in("examples/broken", ".flow.yaml").size(), 60u);
}

/// What no flow of ours can show: files that nobody would keep, and walkthroughs.
Findings found_elsewhere(RuleId rule) {
    const auto in = [](const std::string& text) { return load_flow_text("f", text).findings; };
    switch (rule) {
    case RuleId::unreadable: return load_flow("/no/such/file").findings;
    case RuleId::not_utf8: return in("rondix: 1\nx: \xFF\n");
    case RuleId::too_large: return in(std::string((16u << 20) + 1, '#'));
    case RuleId::too_deep: return in("rondix: 1\nx: " + std::string(1000, '['));
    case RuleId::alias_flood: {
        std::string text = "rondix: 1\na0: &a0 [x, x]\n";
        for (int i = 1; i < 40; ++i) text += fmt::format("a{0}: &a{0} [*a{1}, *a{1}]\n", i, i - 1);
        return in(text);
    }
    case RuleId::walk_fails: {
        const FlowFile hello = load_flow((root() / "examples/hello/hello.flow.yaml").string());
        const std::string text = "rondix-walk: 1\nwalk: [{ expect: { screen: pause } }]\n";
        return replay(*hello.compiled, load_walkthrough_text("w", text)).failures;
    }
    default: return {};
    }
}

TEST(Examples, EveryKindOfFindingHasOne) {
    for (const RuleRow& row : rule_table()) {
        if (row.example.empty()) {
            const Findings found = found_elsewhere(row.rule);
            ASSERT_FALSE(found.empty()) << row.name;
            EXPECT_EQ(found[0].rule, row.rule) << row.name;
            continue;
        }
        const std::string text =
            contents(root() / "examples/broken" / (std::string(row.example) + ".flow.yaml"));
        EXPECT_NE(text.find("# finds: " + std::string(row.name) + "\n"), std::string::npos)
            << row.name;
    }
}

TEST(Examples, GoodFlowsAreProvedWithoutAWarning) {
    std::vector<std::string> paths = files_in("examples/clean", ".flow.yaml");
    EXPECT_GE(paths.size(), 10u);
    for (const char* path :
         {"examples/tidewick/tidewick.flow.yaml", "examples/nine-locks/nine-locks.flow.yaml",
          "examples/hello/hello.flow.yaml"})
        paths.push_back((root() / path).string());
    for (const std::string& path : paths) {
        const FlowFile file = load_flow(path);
        const CheckResult result = check(file, {}, looks_of);
        EXPECT_EQ(result.verdict, Verdict::proved) << check_text(file, result);
        EXPECT_TRUE(result.findings.empty()) << check_text(file, result);
    }
}

TEST(Examples, TheDemoIsWhatItSaysItIs) {
    const FlowFile file = load_flow((root() / "examples/tidewick/tidewick.flow.yaml").string());
    ASSERT_TRUE(file.compiled);
    for (const char* screen : {"title", "voyages", "options", "crew", "bridge", "pause", "cargo",
                               "aground", "arrival", "under-way", "storm-bound", "ashore"})
        EXPECT_NE(file.compiled->screen(screen), no_screen) << screen;
    // `aground` is like `pause`, but for its title, its keys and the buttons that it drops.
    const Screen& aground = (*file.compiled)[file.compiled->screen("aground")];
    EXPECT_EQ(aground.controls.count, 2u);
    EXPECT_EQ(aground.dim, 60);
    EXPECT_EQ(file.compiled->text(aground.title), "Run aground");
}

class Walks : public testing::TestWithParam<std::string> {};

TEST_P(Walks, Passes) {
    const bool of_demo = GetParam().find("tidewick") != std::string::npos;
    const char* flow = of_demo ? "examples/tidewick/tidewick.flow.yaml"
                               : "examples/nine-locks/nine-locks.flow.yaml";
    const FlowFile file = load_flow((root() / flow).string());
    const Walkthrough walk = load_walkthrough(GetParam());
    ASSERT_TRUE(walk.readable);
    const WalkReport report = replay(*file.compiled, walk);
    EXPECT_TRUE(report.passed) << walk_text(walk, report);
    EXPECT_GT(report.expectations, 5u);
}

INSTANTIATE_TEST_SUITE_P(Examples, Walks,
                         testing::ValuesIn(files_in("examples/tidewick", ".walk.yaml")), name_of);
INSTANTIATE_TEST_SUITE_P(NineLocks, Walks,
                         testing::ValuesIn(files_in("examples/nine-locks", ".walk.yaml")), name_of);

} // namespace
} // namespace rondix::test
