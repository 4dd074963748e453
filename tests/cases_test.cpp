// Moves whose conditions tell more cases apart than can be looked at: what is told of each screen
// all the same, beside the reference.
#include "reference/naive.hpp"
#include "reference/part.hpp"
#include "reference/random_flow.hpp"
#include "support.hpp"

#include "rondix/tools/check.hpp"
#include "rondix/tools/report.hpp"

#include <algorithm>

namespace rondix::test {
namespace {

/// `count` conditions that each ask for some of `wide` flags, and all together.
std::string each_of_some(int count, int wide) {
    std::string text;
    for (int i = 0; i < count * wide; ++i) {
        const bool begins = i % wide == 0;
        text += (i == 0 ? "(" : begins ? ") and (" : " or ") + ("f" + std::to_string(i));
    }
    return text + ")";
}

std::string flags_of_the_game(int count) {
    std::string text = "flags:\n";
    for (int i = 0; i < count; ++i) text += "  f" + std::to_string(i) + ": { set-by: game }\n";
    return text;
}

/// Of all random families, with few cases told apart: nobody is stuck on a screen that is said to
/// be safe, and most that are safe are said to be.
TEST(ManyCases, WhatIsSoInAllOfThemIsTold) {
    constexpr std::size_t most_states = 1500;
    std::size_t stopped = 0, safe = 0, in_doubt = 0, rightly = 0;
    for (const Shape shape : {Shape::mixed, Shape::circles, Shape::rich, Shape::waiting,
                              Shape::flags, Shape::crowded, Shape::levels})
        for (std::uint32_t number = 1; number <= part_of(how_many(30)); ++number) {
            const FlowFile file = load_flow_text("random", random_flow(number, shape));
            if (!file.compiled) continue;
            SCOPED_TRACE("flow " + std::to_string(number) + " of " +
                         std::to_string(static_cast<int>(shape)));
            std::optional<std::set<std::string>> stuck; // where, by the reference
            for (const std::size_t cases : {2, 3, 5, 8}) {
                CheckOptions options;
                options.max_cases = cases;
                const CheckResult result = prove(file, options);
                if (result.stop != Stop::cases) continue;
                if (!stuck) {
                    const auto all = naive::Reference(file.flow).list(most_states);
                    if (!all) break;
                    stuck.emplace();
                    for (const auto& [plain, known] : *all)
                        if (known.blocked) stuck->insert(plain.top());
                }
                ++stopped;
                EXPECT_EQ(result.verdict, Verdict::undecided);
                for (const std::string& name : result.safe_screens)
                    EXPECT_FALSE(stuck->contains(name)) << name << "\n" << check_text(file, result);
                const auto is_open = [&](const std::string& name) {
                    return std::ranges::any_of(result.open, [&](const OpenPoint& open) {
                        return open.text.ends_with("'" + name + "'");
                    });
                };
                safe += result.safe_screens.size();
                in_doubt += result.open.size();
                rightly += static_cast<std::size_t>(std::ranges::count_if(*stuck, is_open));
                if (result.safe_screens.empty() && result.open.empty()) continue;
                for (const FlowScreen& screen : file.flow.screens) // each is told once
                    EXPECT_NE(is_open(screen.id.text),
                              std::ranges::count(result.safe_screens, screen.id.text) == 1);
            }
            if (HasFailure()) return;
        }
    std::printf("%zu stopped: %zu screens safe, %zu in doubt, %zu of them rightly\n", stopped, safe,
                in_doubt, rightly);
    EXPECT_GT(stopped, at_least(50));
    EXPECT_GT(safe, in_doubt);
}

/// Who is stuck in truth is never said to be safe, nor told to be stuck for what only seems so.
TEST(ManyCases, OfAWayOutLeaveTheScreenInDoubt) {
    const std::string text = "rondix: 1\nstart: hall\n" + flags_of_the_game(40) +
                             "screens:\n  hall:\n    controls:\n"
                             "      - { button: leave, press: quit }\n"
                             "      - { button: in, press: open cell }\n"
                             "      - { button: up, press: open loft }\n"
                             "  loft:\n    title: Loft\n"
                             "  cell:\n    title: Cell\n    back: none\n    controls:\n"
                             "      - { button: out, press: back, when: ";
    const FlowFile file = good_flow(text + each_of_some(20, 2) + " }\n");
    const CheckResult result = prove(file);
    EXPECT_EQ(result.stop, Stop::cases);
    EXPECT_EQ(result.safe_screens, (std::vector<std::string>{"hall", "loft"}));
    ASSERT_EQ(result.open.size(), 1u);
    EXPECT_EQ(result.open[0].text, "whether a player can get stuck on 'cell'");
    EXPECT_TRUE(result.findings.empty());
    // With another way out it does not matter.
    const CheckResult other = prove(
        good_flow(text + each_of_some(20, 2) + " }\n      - { button: quit, press: quit }\n"));
    EXPECT_EQ(other.safe_screens, (std::vector<std::string>{"hall", "loft", "cell"}));
    EXPECT_TRUE(other.open.empty());
}

/// Of what closes a screen too: there are 6,561 cases in which this one does, and 3,280 in which it
/// does not.
TEST(ManyCases, OfClosingAreToldToo) {
    const FlowFile file =
        good_flow("rondix: 1\nstart: hall\n" + flags_of_the_game(24) +
                  "screens:\n  hall:\n    controls:\n      - { button: leave, press: quit }\n"
                  "      - { button: in, press: open cell }\n"
                  "  cell:\n    title: Cell\n    closes-when: " +
                  each_of_some(8, 3) + "\n");
    const CheckResult result = prove(file);
    EXPECT_EQ(result.verdict, Verdict::undecided);
    EXPECT_EQ(result.stop, Stop::cases) << check_text(file, result);
    EXPECT_EQ(result.safe_screens, std::vector<std::string>{"hall"});
}

} // namespace
} // namespace rondix::test
