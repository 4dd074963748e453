// Fixes on flows that are damaged at random: none breaks anything, each does what it says.
#include "reference/random_flow.hpp"
#include "support.hpp"

#include "rondix/tools/check.hpp"
#include "rondix/tools/fix.hpp"
#include "rondix/tools/look_check.hpp"
#include "rondix/tools/names.hpp"

#include <random>

namespace rondix::test {
namespace {

std::vector<std::string> lines_of(const std::string& text) {
    std::vector<std::string> lines;
    std::istringstream from(text);
    for (std::string line; std::getline(from, line);) lines.push_back(line);
    return lines;
}

/// A slip of the hand: a line or a letter too many, too few, or somewhere else.
std::string damaged(const std::string& text, std::mt19937& random) {
    std::vector<std::string> lines = lines_of(text);
    for (std::size_t slips = 1 + random() % 3; slips > 0 && lines.size() > 3; --slips) {
        const std::size_t at = 1 + random() % (lines.size() - 1);
        std::string& line = lines[at];
        switch (random() % 7) {
        case 0: lines.erase(lines.begin() + static_cast<std::ptrdiff_t>(at)); break;
        case 1: lines.insert(lines.begin() + static_cast<std::ptrdiff_t>(at), line); break;
        case 2: std::swap(line, lines[1 + random() % (lines.size() - 1)]); break;
        case 3:
            if (!line.empty()) line.erase(random() % line.size(), 1);
            break;
        case 4:
            if (!line.empty())
                line.insert(random() % line.size(), 1, "{}[],:#'\"- x"[random() % 12]);
            break;
        case 5:
            if (line.size() > 1)
                std::swap(line[random() % line.size()], line[random() % line.size()]);
            break;
        default:
            line += line.find('#') == std::string::npos ? " # allow: no-title, because" : "x";
            break;
        }
    }
    std::string out;
    for (const std::string& line : lines) out += line + "\n";
    return out;
}

std::size_t count(const Findings& findings, const Finding& one) {
    return static_cast<std::size_t>(
        std::count_if(findings.begin(), findings.end(), [&](const Finding& finding) {
            return finding.rule == one.rule && finding.text == one.text;
        }));
}

/// Each fix that is offered is tried here once more.
std::size_t look_at(const std::string& text) {
    const FlowFile file = load_flow_text("damaged", text);
    const CheckResult result = check(file);
    std::size_t offered = 0;
    for (const Finding& finding : result.findings) {
        const auto fix = find_fix(file, result, finding);
        if (!fix) continue;
        ++offered;
        const FileTexts texts = with_edits(file, fix->edits);
        EXPECT_EQ(texts.size(), 1u);
        const CheckResult after = check(load_flow_texts("damaged", texts));
        // What is not YAML is read up to the first fault: the next one may be the same again.
        const auto still = [&](const Finding& other) {
            return other.rule == finding.rule && other.place.begin <= finding.place.begin;
        };
        if (finding.rule == RuleId::not_yaml)
            EXPECT_TRUE(std::ranges::none_of(after.findings, still)) << text;
        else
            EXPECT_LT(count(after.findings, finding), count(result.findings, finding)) << text;
        // Of what the file was before, all that stands on other lines is there yet.
        const std::string change = difference("damaged", text, texts.begin()->second);
        EXPECT_LE(std::count(change.begin(), change.end(), '\n'), 40) << change;
        EXPECT_FALSE(change.empty());
    }
    return offered;
}

TEST(Fixes, OfDamagedFlowsDoWhatTheySay) {
    std::vector<std::string> texts;
    for (const auto& entry : std::filesystem::directory_iterator(root() / "examples/broken"))
        texts.push_back(contents(entry.path()));
    std::sort(texts.begin(), texts.end());
    std::mt19937 random(11);
    std::size_t offered = 0;
    for (std::size_t i = 0; i < how_many(300); ++i)
        offered += look_at(damaged(texts[i % texts.size()], random));
    EXPECT_GE(offered, 200u);
}

TEST(Fixes, OfRandomFlowsDoWhatTheySay) {
    std::size_t offered = 0;
    for (std::uint32_t seed = 1; seed <= how_many(12); ++seed)
        offered += look_at(random_flow(seed, Shape::rich));
    EXPECT_GE(offered, 12u);
}

TEST(Fixes, KnowWhatIsSuggested) {
    const std::vector<std::string_view> names = {"options", "crew", "bridge"};
    for (const char* wrong : {"optoins", "crow", "Bridge", "brigde"}) {
        const std::string text = "there is no screen '" + std::string(wrong) + "'";
        const Said said = text + suggestion(wrong, names);
        EXPECT_EQ(said.meant, nearest(wrong, names)) << wrong;
        EXPECT_NE(said.text.find("'" + said.meant + "'"), std::string::npos) << said.text;
    }
    EXPECT_EQ((std::string("?") + suggestion("something else", names)).meant, "");
    // Every finding that suggests something has it as data, wherever it comes from.
    std::size_t suggested = 0;
    for (const auto& entry : std::filesystem::directory_iterator(root() / "examples/broken")) {
        if (!entry.path().string().ends_with(".flow.yaml")) continue;
        for (const Finding& finding : load_flow(entry.path().string()).findings) {
            const bool says = finding.text.find("did you mean") != std::string::npos;
            EXPECT_EQ(says, !finding.meant.empty()) << entry.path() << finding.text;
            suggested += says ? 1 : 0;
        }
    }
    EXPECT_GT(suggested, 3u);
}

/// Files of other systems keep the ends of their lines.
TEST(Fixes, KeepLineEnds) {
    std::size_t flows = 0;
    for (const auto& entry : std::filesystem::directory_iterator(root() / "examples/broken")) {
        if (!entry.is_regular_file()) continue;
        std::string text;
        for (const char c : contents(entry.path())) text += c == '\n' ? "\r\n" : std::string(1, c);
        const std::string name = (entry.path().parent_path() / "crlf").string();
        const FixResult fixed = fix_all(load_flow_text(name, text), FixWhich::all, {},
                                        [](const FlowFile& file, const CheckOptions& limits) {
                                            return check_looks(file, {.check = limits});
                                        });
        EXPECT_TRUE(fixed.left.findings.empty()) << entry.path();
        ASSERT_EQ(fixed.texts.size(), 1u) << entry.path();
        const std::string& after = fixed.texts.begin()->second;
        for (std::size_t i = 0; i < after.size(); ++i) {
            EXPECT_TRUE(after[i] != '\n' || (i > 0 && after[i - 1] == '\r')) << entry.path();
            EXPECT_TRUE(after[i] != '\r' || after[i + 1] == '\n') << entry.path();
        }
        ++flows;
    }
    EXPECT_GE(flows, 40u);
}

/// One after the other until nothing more helps: it ends, and the tables are there at the end
/// wherever they were before.
TEST(Fixes, ComeToAnEnd) {
    std::mt19937 random(7);
    for (std::uint32_t seed = 100; seed <= 100 + how_many(15); ++seed) {
        const FlowFile file =
            load_flow_text("random", damaged(random_flow(seed, Shape::mixed), random));
        const std::size_t before = check(file).findings.size();
        const FixResult fixed = fix_all(file, FixWhich::all);
        if (file.compiled) {
            EXPECT_LE(fixed.left.findings.size(), before);
        }
        for (const FixResult::One& one : fixed.all) EXPECT_EQ(one.applied, one.fix.has_value());
    }
}

TEST(Fixes, ADifferenceSaysWhatChanges) {
    EXPECT_EQ(difference("f", "a\nb\n", "a\nb\n"), "");
    EXPECT_EQ(difference("f", "a\nb\nc\nd\ne\nf\n", "a\nb\nc\nx\ne\nf\n"),
              "--- f\n+++ f\n@@ -2,5 +2,5 @@\n b\n c\n-d\n+x\n e\n f\n");
    EXPECT_EQ(difference("f", "", "a\n"), "--- f\n+++ f\n@@ -1,0 +1,1 @@\n+a\n");
}

} // namespace
} // namespace rondix::test
