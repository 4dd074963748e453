// An outside referee: SPIN explores small random flows, written as Promela (promela.hpp), device by
// device, and its verdicts are compared with those of check(): how many menu states there are, and
// whether somebody gets stuck, or cannot leave, while every load is done, or fails, or is never
// answered.
#include "check/listing.hpp"
#include "proof/players.hpp"
#include "referee/promela.hpp"
#include "reference/random_flow.hpp"
#include "rondix/tools/check.hpp"
#include "support.hpp"

#include <array>
#include <cstdio>
#include <set>
#include <sys/wait.h>
#include <unistd.h>

namespace rondix::test {
namespace {

constexpr std::size_t max_states = 120;

/// What SPIN found, by mode.
struct Verdict {
    std::set<std::string> fell_quiet[6], reached_goal[6];

    /// From some menu state no moves lead to the goal.
    bool some_lost(int mode) const {
        return std::any_of(
            fell_quiet[mode].begin(), fell_quiet[mode].end(),
            [&](const std::string& state) { return !reached_goal[mode].contains(state); });
    }
};

/// `folder` takes the model and what SPIN makes of it.
Verdict judge(const Flow& flow, DeviceSet devices, const std::filesystem::path& folder) {
    std::ofstream(folder / "menus.pml") << promela(flow, devices);
    const std::string command = "cd '" + folder.string() +
                                "' && spin -a menus.pml && tcc -w -DSAFETY -DNOREDUCE -o pan "
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
        if (line.size() < 4 || line[1] != ' ' || line[2] < '1' || line[2] > '5') continue;
        const int mode = line[2] - '0';
        if (line[0] == 'F') verdict.fell_quiet[mode].insert(line.substr(4));
        if (line[0] == 'G') verdict.reached_goal[mode].insert(line.substr(4));
    }
    return verdict;
}

/// What check() says of a player with these devices.
struct Told {
    bool stuck = false, endless = false, captive = false;

    Told(const CheckResult& result, const std::string& with) {
        for (const Finding& finding : result.findings) {
            if (!finding.with.empty() && finding.with != with) continue;
            stuck = stuck || finding.rule == RuleId::no_way_out || finding.rule == RuleId::no_goal;
            endless = endless || finding.rule == RuleId::endless_wait;
            captive = captive || finding.rule == RuleId::no_quit;
        }
    }
};

/// A quarter of the flows each, so that the quarters can run side by side.
class Referee : public testing::TestWithParam<std::uint32_t> {};

TEST_P(Referee, AgreesOnRandomFlows) {
    const auto folder =
        std::filesystem::temp_directory_path() / ("rondix-referee-" + std::to_string(getpid()));
    std::filesystem::create_directories(folder);
    std::size_t judged = 0, stuck = 0, captive = 0, endless = 0, stuck_seen = 0;
    for (std::uint32_t number = 50'000 + GetParam(); judged < 40; number += 4) {
        const Shape shape = number % 8 < 4 ? Shape::mixed : Shape::circles;
        const std::string text = random_flow(number, shape);
        SCOPED_TRACE("random flow " + std::to_string(number) + ":\n" + text);
        const FlowFile file = good_flow(text);
        const std::vector<DeviceSet> all = players(*file.compiled);
        const DeviceSet devices = all[number / 4 % all.size()];
        SCOPED_TRACE("with " + names_of(devices));
        const Listing listing(*file.compiled, max_states, Listing::Keep::states, devices);
        if (!listing.complete() || listing.size() < 5) continue; // or too small to matter
        const Told told(prove(file), devices == all[0] ? "" : names_of(devices));
        const Verdict verdict = judge(file.flow, devices, folder);
        ASSERT_EQ(verdict.fell_quiet[1].size(), listing.size());
        // On a platform without quit, loads do not fail for ever.
        const bool can_quit = file.flow.can_quit;
        const bool lost = verdict.some_lost(1) || (can_quit && verdict.some_lost(2));
        ASSERT_TRUE(told.stuck || !lost);
        const bool silent = file.flow.loading.timeout_ms == 0 && verdict.some_lost(5);
        ASSERT_TRUE(told.stuck || told.endless || !silent);
        const bool kept = can_quit && (verdict.some_lost(3) || verdict.some_lost(4));
        ASSERT_TRUE(told.stuck || told.endless || told.captive || !kept);
        ++judged;
        stuck += told.stuck;
        stuck_seen += lost;
        endless += told.endless;
        captive += told.captive;
        ASSERT_FALSE(HasFailure());
    }
    std::printf("judged %zu: stuck %zu, %zu of them with a constant answer; endless %zu, captive "
                "%zu\n",
                judged, stuck, stuck_seen, endless, captive);
    EXPECT_GE(stuck, 8u);
    EXPECT_LT(stuck, 35u);
    EXPECT_GE(stuck_seen * 10, stuck * 8); // few traps need more than that
    std::filesystem::remove_all(folder);
}

INSTANTIATE_TEST_SUITE_P(Quarters, Referee, testing::Values(0u, 1u, 2u, 3u));

} // namespace
} // namespace rondix::test
