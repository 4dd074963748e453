// An outside referee: SPIN explores small random flows, written as Promela (promela.hpp), and its
// verdicts are compared with those of check(): how many situations there are, whether somebody can
// get stuck, whether somebody cannot leave while loads fail.
#include "referee/promela.hpp"
#include "reference/random_flow.hpp"
#include "rondix/check.hpp"
#include "support.hpp"

#include <array>
#include <cstdio>
#include <map>
#include <set>
#include <sys/wait.h>
#include <unistd.h>

namespace rondix::test {
namespace {

constexpr std::size_t most_situations = 120;

/// What SPIN found.
struct Verdict {
    std::set<std::string> fell_quiet[3], reached_goal[3]; // by mode: 1 way out, 2 leaving
    std::map<std::string, std::set<std::string>> met;     // while leaving

    bool stuck(const std::string& situation) const { return !reached_goal[1].contains(situation); }
    bool some_stuck() const {
        for (const std::string& situation : fell_quiet[1])
            if (stuck(situation)) return true;
        return false;
    }
    /// A trap is told as one: who can walk into one is not captive besides.
    bool captive(const std::string& situation) const {
        if (stuck(situation) || reached_goal[2].contains(situation)) return false;
        const auto found = met.find(situation);
        if (found == met.end()) return true;
        for (const std::string& on_the_way : found->second)
            if (stuck(on_the_way)) return false;
        return true;
    }
    bool some_captive() const {
        for (const std::string& situation : fell_quiet[2])
            if (captive(situation)) return true;
        return false;
    }
};

/// `folder` takes the model and what SPIN makes of it.
Verdict judge(const Flow& flow, const std::filesystem::path& folder) {
    std::ofstream(folder / "menus.pml") << promela(flow);
    const std::string command = "cd '" + folder.string() +
                                "' && spin -a menus.pml && cc -O0 -w -DSAFETY -DNOREDUCE -o pan "
                                "pan.c && ./pan -E -w16 -m100000 2>&1";
    std::string output;
    std::FILE* pipe = popen(command.c_str(), "r");
    std::array<char, 65536> buffer{};
    while (const std::size_t count = std::fread(buffer.data(), 1, buffer.size(), pipe))
        output.append(buffer.data(), count);
    EXPECT_EQ(pclose(pipe), 0) << output.substr(0, 2000);
    // pan returns 0 whatever it found.
    EXPECT_NE(output.find("errors: 0"), std::string::npos) << output.substr(0, 2000);
    EXPECT_EQ(output.find("not completed"), std::string::npos);
    EXPECT_EQ(output.find("max search depth"), std::string::npos);
    EXPECT_EQ(output.find("truncated"), std::string::npos);

    Verdict verdict;
    std::istringstream lines(output);
    for (std::string line; std::getline(lines, line);) {
        if (line.size() < 4 || line[1] != ' ') continue;
        const std::string rest = line.substr(4);
        const int mode = line[2] - '0';
        if (line[0] == 'F') verdict.fell_quiet[mode].insert(rest);
        if (line[0] == 'G') verdict.reached_goal[mode].insert(rest);
        if (line[0] != 'R') continue;
        const std::size_t arrow = line.find(" > ");
        verdict.met[line.substr(2, arrow - 2)].insert(line.substr(arrow + 3));
    }
    return verdict;
}

bool told(const CheckResult& result, Slug slug) {
    return std::any_of(result.findings.begin(), result.findings.end(),
                       [&](const Finding& finding) { return finding.slug == slug; });
}

/// A quarter of the flows each, so that the quarters can run side by side.
class Referee : public testing::TestWithParam<std::uint32_t> {};

TEST_P(Referee, AgreesOnRandomFlows) {
    const auto folder =
        std::filesystem::temp_directory_path() / ("rondix-referee-" + std::to_string(getpid()));
    std::filesystem::create_directories(folder);
    std::size_t judged = 0, stuck = 0, captive = 0;
    for (std::uint32_t number = 50'000 + GetParam(); judged < 50 || captive < 5; number += 4) {
        const Shape shape = number % 8 < 4 ? Shape::mixed : Shape::circles;
        const std::string text = random_flow(number, shape);
        SCOPED_TRACE("random flow " + std::to_string(number) + ":\n" + text);
        const FlowFile file = good_flow(text);
        CheckOptions options;
        options.list_up_to = most_situations;
        const CheckResult result = check(file, options);
        if (result.figures.situations < 5) continue; // too large, or too small to matter
        if (judged >= 50 && !told(result, Slug::no_quit)) continue; // those are rare
        const Verdict verdict = judge(file.flow, folder);
        ASSERT_EQ(verdict.fell_quiet[1].size(), result.figures.situations);
        ASSERT_EQ(verdict.some_stuck(),
                  told(result, Slug::no_way_out) || told(result, Slug::no_goal));
        if (!told(result, Slug::no_goal) && file.flow.can_quit) {
            ASSERT_EQ(verdict.some_captive(), told(result, Slug::no_quit));
        }
        ++judged;
        stuck += verdict.some_stuck();
        captive += told(result, Slug::no_quit);
        ASSERT_FALSE(HasFailure());
    }
    std::printf("judged %zu: stuck %zu, captive %zu\n", judged, stuck, captive);
    EXPECT_GE(stuck, 10u);
    EXPECT_LT(stuck, 45u);
    std::filesystem::remove_all(folder);
}

INSTANTIATE_TEST_SUITE_P(Quarters, Referee, testing::Values(0u, 1u, 2u, 3u));

} // namespace
} // namespace rondix::test
