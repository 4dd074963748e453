// The parts that the proof is made of, each against something plain: components against
// reachability, rows against a map, and what is said with few flags tracked against every
// menu state.
#include "check/row_set.hpp"
#include "check/ways_out.hpp"
#include "proof/components.hpp"
#include "proof/goals.hpp"
#include "proof/witnesses.hpp"
#include "reference/random_flow.hpp"
#include "support.hpp"

#include <map>
#include <random>

namespace rondix::test {
namespace {

TEST(Components, AreThoseThatReachEachOther) {
    std::mt19937 random(1);
    std::size_t larger_than_one = 0;
    for (int round = 0; round < 300; ++round) {
        const std::size_t size = 1 + random() % 12;
        Graph next(size);
        for (std::size_t edge = random() % (2 * size + 1); edge > 0; --edge)
            next[random() % size].push_back(static_cast<std::uint32_t>(random() % size));
        std::vector<std::vector<bool>> reaches(size, std::vector<bool>(size));
        for (std::size_t i = 0; i < size; ++i) {
            reaches[i][i] = true;
            for (const std::uint32_t to : next[i]) reaches[i][to] = true;
        }
        for (std::size_t by = 0; by < size; ++by)
            for (std::size_t i = 0; i < size; ++i)
                for (std::size_t to = 0; to < size; ++to)
                    if (reaches[i][by] && reaches[by][to]) reaches[i][to] = true;
        const std::vector<std::uint32_t> component = components(next);
        for (std::size_t a = 0; a < size; ++a)
            for (std::size_t b = 0; b < size; ++b) {
                EXPECT_EQ(component[a] == component[b], reaches[a][b] && reaches[b][a]);
                if (reaches[a][b]) {
                    EXPECT_GE(component[a], component[b]); // what is led to comes first
                }
                larger_than_one += a != b && component[a] == component[b];
            }
    }
    EXPECT_GE(larger_than_one, 500u);
}

TEST(Components, OfALongChainNeedNoDeepStack) {
    Graph chain(300'000);
    for (std::uint32_t i = 0; i + 1 < chain.size(); ++i) chain[i].push_back(i + 1);
    EXPECT_EQ(components(chain).front(), chain.size() - 1);
}

TEST(Rows, AreNumberedAsTheyCome) {
    std::mt19937 random(2);
    for (const std::size_t width : {1u, 4u, 5u, 13u, 16u, 40u}) {
        Rows rows(width);
        std::map<std::vector<Rows::Word>, Rows::Number> known;
        for (int round = 0; round < 400; ++round) {
            std::vector<Rows::Number> expected;
            for (std::size_t i = random() % 40; i > 0; --i) {
                std::vector<Rows::Word> row(width);
                for (Rows::Word& word : row) word = static_cast<Rows::Word>(random() % 3);
                if (width > 8) std::fill(row.begin() + 8, row.end(), Rows::Word{7});
                std::copy(row.begin(), row.end(), rows.add_to_batch().begin());
                expected.push_back(
                    known.try_emplace(row, static_cast<Rows::Number>(known.size())).first->second);
            }
            const auto numbers = rows.take_batch();
            ASSERT_TRUE(std::ranges::equal(numbers, expected));
        }
        ASSERT_EQ(rows.size(), known.size());
        for (const auto& [row, number] : known) ASSERT_TRUE(std::ranges::equal(rows[number], row));
    }
}

/// With any flags tracked, and the others not: nothing that can happen is missing from what could,
/// and every way out that can be counted on is there.
TEST(Heads, TakeUnknownFlagsTheSafeWay) {
    std::size_t compared = 0, goals = 0, more_than_there_are = 0;
    for (std::uint32_t number = 60'000; compared < 500; ++number) {
        const std::string text = random_flow(number);
        SCOPED_TRACE("random flow " + std::to_string(number) + ":\n" + text);
        const FlowFile file = good_flow(text);
        const CompiledFlow& flow = *file.compiled;
        const Listing listing(flow, 3'000);
        if (!listing.complete() || flow.flags.empty()) continue;
        ++compared;
        std::vector<FlagId> tracked;
        for (std::size_t i = 0; i < flow.flags.size(); ++i)
            if (((number >> i) & 1) != 0) tracked.push_back(FlagId(i));
        const CheckOptions options;
        Budget budget(options);
        Frames frames(flow, budget);
        const Heads heads(frames, flow, flow.devices, tracked, budget);
        const HeadSet reached =
            reachable(heads, Leaving(heads, Leaving::By::any_move, budget), budget);
        Summaries summaries(heads, reached, budget);
        HeadSet play(heads);
        for (FrameId frame = 0; frame < heads.frame_count(); ++frame)
            for (Values values = 0; values < heads.values(); ++values)
                if (frames.in_play(frame)) play.add(frame, values);
        HeadSet won = reached;
        won.drop(Forcing(heads, summaries, play, Silence::ends, budget).lost_staying(reached));
        const auto way_out = ways_out(flow, listing, Backward(listing));
        HeadSet real(heads);
        MenuState state(flow);
        for (Listing::Number n = 0; n < listing.size(); ++n) {
            listing.get(n, state);
            const HeadId head = heads.head_of(state);
            real.add(heads.frame(head), heads.values(head));
            ASSERT_TRUE(reached.has(heads.frame(head), heads.values(head)));
            if (!won.has(heads.frame(head), heads.values(head))) continue;
            ASSERT_NE(way_out[n], unreachable);
            ++goals;
        }
        more_than_there_are += reached.count() > real.count();
    }
    EXPECT_GE(goals, 3'000u);
    EXPECT_GE(more_than_there_are, 20u); // or the test would not test what it says
}

/// Against plain sets of values: what these have, the pairs have as well; of two flags alone they
/// have nothing else.
TEST(FlagPairs, HaveNoFewerValuesThanTheyShould) {
    constexpr unsigned flags = 5, values = 1 << flags;
    std::mt19937 random(7);
    const auto flag_of = [](unsigned value, unsigned flag) { return (value >> flag & 1) != 0; };
    const auto one = [&](unsigned value) {
        std::vector<bool> raised;
        for (unsigned flag = 0; flag < flags; ++flag) raised.push_back(flag_of(value, flag));
        return FlagPairs(raised);
    };
    std::size_t exact = 0, compared = 0;
    for (int round = 0; round < 2'000; ++round) {
        std::set<unsigned> plain;
        FlagPairs pairs;
        for (unsigned i = 0; i < 1 + random() % 4; ++i) {
            const unsigned value = random() % values;
            pairs.join(one(value));
            plain.insert(value);
        }
        for (int step = 0; step < 6; ++step) {
            const unsigned flag = random() % flags;
            const bool raised = random() % 2 == 0;
            std::set<unsigned> next;
            if (random() % 2 == 0) {
                pairs.write(flag, raised);
                for (const unsigned value : plain)
                    next.insert(raised ? value | 1u << flag : value & ~(1u << flag));
            } else {
                pairs.ask(flag, raised);
                for (const unsigned value : plain)
                    if (flag_of(value, flag) == raised) next.insert(value);
            }
            plain = std::move(next);
            for (unsigned a = 0; a < flags; ++a)
                for (unsigned b = 0; b < flags; ++b)
                    for (unsigned both = 0; both < 4; ++both) {
                        FlagPairs asked = pairs;
                        asked.ask(a, (both & 1) != 0);
                        asked.ask(b, (both & 2) != 0);
                        const bool is_so =
                            std::any_of(plain.begin(), plain.end(), [&](unsigned value) {
                                return flag_of(value, a) == ((both & 1) != 0) &&
                                       flag_of(value, b) == ((both & 2) != 0);
                            });
                        ASSERT_FALSE(is_so && asked.empty());
                        ++compared;
                        exact += is_so == !asked.empty() ? 1 : 0;
                    }
        }
    }
    EXPECT_GT(exact * 100, compared * 95);
    EXPECT_LE(exact, compared);
}

} // namespace
} // namespace rondix::test
