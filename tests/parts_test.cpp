// The parts that the proof is made of, each against something plain: components against
// reachability, rows against a map, and what is said with few flags tracked against every
// menu state.
#include "check/row_set.hpp"
#include "check/ways_out.hpp"
#include "proof/components.hpp"
#include "proof/goals.hpp"
#include "proof/witnesses.hpp"
#include "reference/part.hpp"
#include "reference/random_flow.hpp"
#include "support.hpp"

#include <map>
#include <random>
#include <set>

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

/// Some flags of a flow, as many as take so many bits.
std::vector<FlagId> flags_of(const CompiledFlow& flow, unsigned max_bits) {
    std::vector<FlagId> flags;
    for (std::size_t i = 0; i < flow.flags.size(); ++i) {
        flags.push_back(FlagId(i));
        if (Variables::bits_for(flow, flags) > max_bits) flags.pop_back();
    }
    return flags;
}

/// Calls `each` with some random flows of each shape.
template <class Each>
void each_random_flow(std::initializer_list<Shape> shapes, std::uint32_t count, Each each) {
    for (const Shape shape : shapes)
        for (std::uint32_t number = 1; number <= count; ++number) {
            const FlowFile file = load_flow_text("random", random_flow(number, shape));
            SCOPED_TRACE(number);
            if (file.compiled) each(*file.compiled, number);
            if (testing::Test::HasFatalFailure()) return;
        }
}

/// Every way to leave each head, found by following each move again and again until nothing is new.
class PlainWays {
  public:
    using Ways = std::set<std::pair<std::uint16_t, Values>>; // landing and values after
    PlainWays(const Heads& heads, Leaving::By by)
        : heads_(heads)
        , by_(by)
        , ways_(heads.size()) {
        for (bool changed = true; changed;) {
            changed = false;
            for (FrameId frame = 0; frame < heads.frame_count(); ++frame)
                for (Values values = 0; values < heads.values(); ++values)
                    changed |= follow(frame, values);
        }
    }
    const Ways& operator()(FrameId frame, Values values) const {
        return ways_[heads_.head(frame, values)];
    }

  private:
    bool follow(FrameId frame, Values values) {
        Ways found = (*this)(frame, values);
        const auto take = [&](const Ways& more) { found.insert(more.begin(), more.end()); };
        const bool any = by_ == Leaving::By::any_move;
        for (const Rule& rule : any ? heads_.may(frame) : heads_.sure(frame)) {
            if (!rule.holds(values) || (!any && !of_a_way_out(rule.move))) continue;
            const Values after = rule.after(values);
            if (rule.kind == Branch::Kind::leaves) found.insert({rule.landing.at, after});
            if (rule.kind == Branch::Kind::stays) take((*this)(rule.frame, after));
            if (rule.kind != Branch::Kind::pushes) continue;
            for (const auto& [landing, back] : (*this)(rule.frame, after))
                if (heads_.frames().lands_on(frame, {landing}))
                    take((*this)(rule.under, back));
                else
                    found.insert({landing, back});
        }
        for (Values bit = 1; any && bit < heads_.values(); bit *= 2)
            if ((heads_.free() & bit) != 0 && heads_.may_rest(frame, values))
                take((*this)(frame, values ^ bit));
        Ways& known = ways_[heads_.head(frame, values)];
        const bool changed = found.size() > known.size();
        known = std::move(found);
        return changed;
    }

    const Heads& heads_;
    const Leaving::By by_;
    std::vector<Ways> ways_;
};

PlainWays::Ways ways_of(const Leaving& leaving, FrameId frame, Values values) {
    PlainWays::Ways ways;
    for (const Leaving::Exit& exit : leaving.exits(frame))
        each_value(leaving.row(exit, values), [&](Values after) {
            ways.insert({exit.landing.at, after});
        });
    return ways;
}

/// With what lies beneath circles remembered, and not; of all heads, and of those that are met.
TEST(Leaving, HasTheWaysThatFollowingEachMoveFinds) {
    std::size_t compared = 0, in_all = 0, of_many_values = 0;
    each_random_flow(
        {Shape::mixed, Shape::circles, Shape::rich, Shape::crowded}, part_of(how_many(40)),
        [&](const CompiledFlow& flow, std::uint32_t number) {
            const CheckOptions options;
            Budget budget(options);
            Frames frames(flow, budget, nullptr, number % 2 == 0 ? 0 : Frames::no_limit);
            const unsigned bits = number % 5 == 0 ? 8 : 5;
            const Heads heads(frames, flow, flow.devices, flags_of(flow, bits), budget);
            if (heads.starts().empty() || heads.size() > 12'000) return;
            const HeadSet met = reachable(heads, budget);
            for (const Leaving::By by : {Leaving::By::any_move, Leaving::By::a_way_out}) {
                const PlainWays plain(heads, by);
                const Leaving all(heads, by, budget), of_met(heads, by, budget, &met);
                for (FrameId frame = 0; frame < heads.frame_count(); ++frame)
                    for (Values values = 0; values < heads.values(); ++values) {
                        const PlainWays::Ways ways = ways_of(all, frame, values);
                        ASSERT_EQ(ways, plain(frame, values));
                        ASSERT_EQ(all.can_be_left(frame, values), !ways.empty());
                        const bool is_met = met.has(frame, values);
                        ASSERT_EQ(ways_of(of_met, frame, values),
                                  is_met ? ways : PlainWays::Ways());
                        in_all += ways.size();
                    }
            }
            ++compared;
            of_many_values += heads.values() > 64 ? 1 : 0;
        });
    EXPECT_GE(compared, part_of(how_many(40)));
    EXPECT_GE(of_many_values, part_of(how_many(40)) / 10);
    EXPECT_GE(in_all, 1'000 * part_of(how_many(40)));
}

/// What the game may change at any moment is not followed; where a screen can rest, the same is
/// met.
TEST(Heads, ThatCanRestAreReachedWhateverIsQuiet) {
    std::size_t compared = 0, met_at_rest = 0, not_met = 0;
    each_random_flow({Shape::rich, Shape::flags, Shape::crowded}, part_of(how_many(60)),
                     [&](const CompiledFlow& flow, std::uint32_t) {
                         const CheckOptions options;
                         Budget budget(options);
                         Frames frames(flow, budget);
                         const Heads heads(frames, flow, flow.devices, flags_of(flow, 9), budget);
                         if (heads.starts().empty() || heads.values() <= 16 || heads.quiet() == 0)
                             return;
                         const HeadSet quickly = reachable(heads, budget);
                         const HeadSet plainly = reachable(
                             heads, Leaving(heads, Leaving::By::any_move, budget), budget);
                         for (FrameId frame = 0; frame < heads.frame_count(); ++frame)
                             for (Values values = 0; values < heads.values(); ++values) {
                                 const bool is_met = plainly.has(frame, values);
                                 if (is_met) {
                                     ASSERT_TRUE(quickly.has(frame, values));
                                 }
                                 if (!heads.may_rest(frame, values)) continue;
                                 ASSERT_EQ(quickly.has(frame, values), is_met);
                                 (is_met ? met_at_rest : not_met)++;
                             }
                         ++compared;
                     });
    EXPECT_GE(compared, part_of(how_many(60)));
    EXPECT_GE(met_at_rest, 100 * part_of(how_many(60)));
    EXPECT_GE(not_met, 100 * part_of(how_many(60)));
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
