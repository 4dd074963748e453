// Screens whose way out hangs on more flags than can be told apart one by one: a door that opens by
// a condition on up to twenty of them. Whether somebody can get stuck behind it is known by
// counting all their values, with nothing of Rondix.
#include "reference/part.hpp"
#include "support.hpp"

#include "rondix/tools/check.hpp"
#include "rondix/tools/report.hpp"

#include <algorithm>
#include <random>

namespace rondix::test {
namespace {

/// A condition of a flow, as a tree.
struct Formula {
    bool all = false; // of the parts; else some
    bool negated = false;
    int flag = -1; // a leaf
    std::vector<Formula> parts;

    bool holds(std::uint32_t values) const {
        bool is_so = all;
        if (flag >= 0)
            is_so = (values >> flag & 1) != 0;
        else
            for (const Formula& part : parts)
                if (part.holds(values) != all) is_so = !all;
        return is_so != negated;
    }
    std::string text() const {
        std::string text = negated ? "not " : "";
        if (flag >= 0) return text + "k" + std::to_string(flag);
        for (const Formula& part : parts)
            text += (&part == parts.data() ? "(" : all ? " and " : " or ") + part.text();
        return text + ")";
    }
};

Formula random_formula(std::mt19937& random, std::vector<int> flags, bool all) {
    Formula made;
    made.negated = random() % 5 == 0;
    if (flags.size() == 1) {
        made.flag = flags[0];
        return made;
    }
    std::ranges::shuffle(flags, random);
    made.all = all;
    const std::size_t count = std::min<std::size_t>(flags.size(), 2 + random() % 4);
    for (std::size_t i = 0; i < count; ++i) {
        const auto begin = flags.begin() + static_cast<std::ptrdiff_t>(i * flags.size() / count);
        const auto end =
            flags.begin() + static_cast<std::ptrdiff_t>((i + 1) * flags.size() / count);
        made.parts.push_back(random_formula(random, {begin, end}, !all));
    }
    return made;
}

/// A hall where the player turns each flag of the flow's own as he likes, and a door that opens
/// when `entry` holds, behind which `exit` is the only way out, and some flags can be turned.
struct Doors {
    int flags = 0;
    bool turned_elsewhere = false; ///< in a room beside the hall
    int idle = 0;                  ///< flags that have nothing to do with it
    std::uint32_t of_game = 0, raised_there = 0, lowered_there = 0;
    Formula entry, exit;

    explicit Doors(std::uint32_t number) {
        std::mt19937 random(number);
        flags = 17 + static_cast<int>(random() % 3);
        std::vector<int> all(static_cast<std::size_t>(flags));
        for (int i = 0; i < flags; ++i) all[static_cast<std::size_t>(i)] = i;
        if (random() % 3 == 0)
            for (int i = 0; i < flags; ++i)
                if (random() % 4 == 0) of_game |= 1u << i;
        exit = random_formula(random, all, random() % 2 == 0);
        std::ranges::shuffle(all, random);
        entry = exit; // what opens it most often lets out as well
        if (random() % 3 == 0) entry = random_formula(random, all, random() % 2 == 0);
        if (random() % 3 == 0)
            all.resize(1 + random() % 16), entry = random_formula(random, all, true);
        const int turned = random() % 2 == 0 ? 3 : 0;
        for (int i = 0; i < turned; ++i) {
            const std::uint32_t bit = 1u << (random() % static_cast<unsigned>(flags)) & ~of_game;
            if (random() % 3 == 0) raised_there |= bit;
            if (random() % 3 == 0) lowered_there |= bit;
        }
        turned_elsewhere = random() % 2 == 0;
        if (random() % 3 == 0) idle = 5 + static_cast<int>(random() % 30);
    }

    std::string turning(const std::string& verb, std::uint32_t which) const {
        std::string text;
        for (int i = 0; i < flags; ++i)
            if ((which >> i & 1) != 0)
                text += "      - { button: " + verb + std::to_string(i) + ", press: " + verb +
                        " k" + std::to_string(i) + " }\n";
        return text;
    }
    std::string text() const {
        std::string text = "rondix: 1\nstart: hall\nflags:\n";
        for (int i = 0; i < flags; ++i)
            text += "  k" + std::to_string(i) + ": " +
                    ((of_game >> i & 1) != 0 ? "{ set-by: game }\n" : "{}\n");
        std::string idle_buttons;
        for (int i = 0; i < idle; ++i) {
            const std::string name = "i" + std::to_string(i);
            text += "  " + name + ": {}\n";
            idle_buttons += "      - { button: " + name + ", press: [raise " + name +
                            ", open idle], when: not " + name + " }\n";
        }
        const std::uint32_t own = ((1u << flags) - 1) & ~of_game;
        const std::string turned = turning("raise", own) + turning("lower", own);
        text += "screens:\n  hall:\n    title: Hall\n    controls:\n" +
                (turned_elsewhere ? "      - { button: room, press: open room }\n" : turned) +
                "      - { button: door, press: open door, when: " + entry.text() +
                " }\n      - { button: leave, press: quit }\n";
        if (idle > 0)
            text += idle_buttons + "  idle:\n    title: Idle\n    controls:\n" +
                    "      - { button: go, press: back }\n";
        if (turned_elsewhere) text += "  room:\n    title: Room\n    controls:\n" + turned;
        return text + "  door:\n    title: Door\n    back: none\n    controls:\n" +
               turning("raise", raised_there) + turning("lower", lowered_there) +
               "      - { button: out, press: quit, when: " + exit.text() + " }\n";
    }
    /// Calls `each` with all that the player can make of these values behind the door; and the
    /// game.
    template <class Each>
    void each_turned(std::uint32_t values, std::uint32_t and_by_game, Each each) const {
        const std::uint32_t turned =
            (raised_there & ~values) | (lowered_there & values) | and_by_game;
        for (std::uint32_t some = turned;; some = (some - 1) & turned) {
            each(values ^ some);
            if (some == 0) return;
        }
    }
    /// Whether the player can come to values there of which none that lets out can be made.
    bool is_a_trap() const {
        bool is_one = false;
        std::vector<bool> lets_out(std::size_t{1} << flags);
        for (std::uint32_t values = 0; values < lets_out.size(); ++values)
            lets_out[values] = exit.holds(values);
        for (std::uint32_t values = 0; values < 1u << flags && !is_one; ++values) {
            if (!entry.holds(values)) continue;
            each_turned(values, of_game, [&](std::uint32_t there) {
                bool out = false;
                each_turned(there, 0, [&](std::uint32_t then) { out = out || lets_out[then]; });
                is_one = is_one || !out;
            });
        }
        return is_one;
    }
};

TEST(DoorsOfManyFlags, AreTrapsWhereCountingSaysSo) {
    std::size_t traps = 0, proved = 0, open = 0;
    for (std::uint32_t number = 1; number <= part_of(how_many(16)); ++number) {
        const Doors doors(number);
        SCOPED_TRACE("doors " + std::to_string(number));
        const FlowFile file = load_flow_text("doors", doors.text());
        ASSERT_TRUE(file.compiled) << doors.text();
        const CheckResult result = prove(file);
        const bool told = std::ranges::any_of(
            result.findings, [](const Finding& found) { return found.rule == RuleId::no_way_out; });
        if (result.verdict == Verdict::undecided) {
            ++open;
            continue;
        }
        EXPECT_EQ(told, doors.is_a_trap()) << doors.text() << check_text(file, result);
        (told ? traps : proved)++;
        if (HasFailure()) return;
    }
    std::printf("%zu traps, %zu proved, %zu open\n", traps, proved, open);
    EXPECT_GT(traps, part_of(how_many(16)) / 8);
    EXPECT_GT(proved, part_of(how_many(16)) / 8);
    EXPECT_LE(open * 20, traps + proved);
}

} // namespace
} // namespace rondix::test
