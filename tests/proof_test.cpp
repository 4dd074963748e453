// The proof's parts against the listing: the same heads are reached, by as few moves, and a head is
// stuck exactly when the menu states that have it are. And refinement: what is proved with few
// flags tracked is what is proved with all.
#include "check/ways_out.hpp"
#include "proof/paths.hpp"
#include "proof/players.hpp"
#include "proof/proof.hpp"
#include "proof/symbolic_reach.hpp"
#include "proof/tabulation.hpp"
#include "reference/part.hpp"
#include "reference/random_flow.hpp"
#include "rondix/tools/check.hpp"
#include "support.hpp"

#include <map>
#include <set>

namespace rondix::test {
namespace {

constexpr std::size_t max_states = 30'000;
constexpr std::size_t max_heads = 300'000; // with all flags told apart

struct Tally {
    std::size_t compared = 0, too_long = 0, stuck = 0, endless = 0, captive = 0, reopenable = 0,
                tracked = 0, flags = 0, tabulated = 0;
};

std::vector<FlagId> all_flags(const CompiledFlow& flow) {
    std::vector<FlagId> flags;
    for (std::size_t i = 0; i < flow.flags.size(); ++i) flags.push_back(FlagId(i));
    return flags;
}

class Comparison {
  public:
    Comparison(const CompiledFlow& flow, DeviceSet devices, std::size_t most)
        : flow_(flow)
        , devices_(devices)
        , listing_(flow, most, Listing::Keep::moves, devices)
        , budget_(options_)
        , frames_(flow, budget_)
        , heads_(frames_, flow, devices, all_flags(flow), budget_) {}

    bool fits() const { return listing_.complete(); }
    bool is_small() const { return heads_.size() <= max_heads; }

    void compare(Tally& tally) {
        compare_reach(tally);
        compare_lost(tally);
        ++tally.compared;
    }

  private:
    /// With all flags tracked: the same heads, the same distances, and moves that lead there.
    void compare_reach(Tally& tally) {
        std::map<HeadId, Length> seen;
        MenuState state(flow_);
        for (Listing::Number n = 0; n < listing_.size(); ++n) {
            listing_.get(n, state);
            const auto far = static_cast<Length>(listing_.shortest_moves(n).size());
            const auto [known, is_new] = seen.try_emplace(heads_.head_of(state), far);
            if (!is_new) known->second = std::min(known->second, far);
        }
        const Leaving leaving(heads_, Leaving::By::any_move, budget_);
        const HeadSet reached = reachable(heads_, leaving, budget_);
        const std::optional<HeadSet> tabulated = tabulate(heads_, budget_);
        tally.tabulated += tabulated.has_value();
        if (testing::Test::HasFatalFailure()) return;
        compare_ways(reached);
        compare_symbolic(reached);
        const Paths paths(heads_, {}, budget_);
        for (HeadId head = 0; head < heads_.size(); ++head) {
            if (tabulated) {
                ASSERT_EQ(tabulated->has(heads_.frame(head), heads_.values(head)),
                          reached.has(heads_.frame(head), heads_.values(head)));
            }
            if (!heads_.may_rest(heads_.frame(head), heads_.values(head))) {
                ASSERT_FALSE(seen.contains(head));
                continue;
            }
            ASSERT_EQ(reached.has(heads_.frame(head), heads_.values(head)), seen.contains(head));
            ASSERT_EQ(paths.reached(head), seen.contains(head));
            if (!seen.contains(head)) continue;
            ASSERT_EQ(paths.distance(head), seen[head]);
            replay(paths.moves_to(head), head, seen[head]);
            if (!frames_.reopenable(heads_.frame(head)).empty()) ++tally.reopenable;
        }
    }

    /// The ways to leave what is met are the same whether the rest is summed up as well or not.
    void compare_ways(const HeadSet& met) {
        for (const auto by :
             {Leaving::By::any_move, Leaving::By::a_way_out, Leaving::By::own_moves}) {
            const Leaving all(heads_, by, budget_), few(heads_, by, budget_, &met);
            for (FrameId frame = 0; frame < heads_.frame_count(); ++frame)
                each_value(met.of(frame), [&](Values values) {
                    ASSERT_EQ(ways(all, frame, values), ways(few, frame, values));
                });
        }
    }

    /// As sets in diagrams.
    void compare_symbolic(const HeadSet& reached) {
        std::size_t steps = 0;
        const auto symbolic = SymbolicReach::of(flow_, frames_, devices_, {all_flags(flow_), true},
                                                20'000'000, steps, budget_);
        ASSERT_TRUE(symbolic);
        const unsigned bits = heads_.variables().bits();
        for (FrameId frame = 0; frame < heads_.frame_count(); ++frame) {
            bool some = false;
            for (Values values = 0; values < heads_.values(); ++values) {
                const bool is_met = reached.has(frame, values) && heads_.may_rest(frame, values);
                some = some || is_met;
                ASSERT_EQ(symbolic->reaches(frame, values, bits), is_met);
            }
            ASSERT_EQ(symbolic->reaches(frame, 0, 0), some);
        }
    }

    using Ways = std::set<std::pair<std::uint16_t, Values>>;
    static Ways ways(const Leaving& leaving, FrameId frame, Values values) {
        Ways ways;
        for (const Leaving::Exit& exit : leaving.exits(frame))
            each_value(leaving.row(exit, values),
                       [&](Values after) { ways.emplace(exit.landing.at, after); });
        return ways;
    }

    void replay(const std::vector<Move>& moves, HeadId head, Length length) {
        MenuState state(flow_);
        start_flow(flow_, state);
        ASSERT_EQ(moves.size(), length);
        for (const Move move : moves)
            ASSERT_TRUE(apply(flow_, state, move).answered) << move_text(flow_, move);
        ASSERT_EQ(heads_.head_of(state), head);
    }

    /// With the flags that the proof chose to track.
    void compare_lost(Tally& tally) {
        Witnesses witnesses(flow_, frames_, devices_, budget_);
        const Proof proof(flow_, frames_, witnesses, budget_);
        tally.tracked += proof.heads().tracked().size();
        tally.flags += flow_.flags.size();
        const Backward backward(listing_);
        const auto way_out = ways_out(flow_, listing_, backward);
        const auto in_silence = ways_out_in_silence(flow_, listing_, backward, way_out);
        const auto leaving = ways_to_leave(listing_, backward, way_out, in_silence);
        bool stuck = false, captive = false, stuck_head = false, captive_head = false;
        bool endless = false, endless_head = false;
        // What is told is so, traps or not.
        const std::vector<Distance> no_traps(listing_.size());
        const auto answered = ways_out_in_silence(flow_, listing_, backward, no_traps);
        const auto quits = ways_to_leave(listing_, backward, no_traps, no_traps);
        MenuState state(flow_);
        for (Listing::Number n = 0; n < listing_.size(); ++n) {
            listing_.get(n, state);
            const HeadId head = proof.heads().head_of(state);
            const FrameId frame = proof.heads().frame(head);
            const Values values = proof.heads().values(head);
            ASSERT_TRUE(proof.reached().has(frame, values)); // never fewer than there are
            const bool lost = way_out[n] == unreachable;
            const bool silenced = in_silence[n] == unreachable;
            const bool kept = leaving[n] == unreachable && flow_.can_quit;
            if (proof.stuck().has(frame, values)) {
                ASSERT_TRUE(lost);
                stuck_head = true;
            } else if (proof.endless().has(frame, values)) {
                ASSERT_EQ(answered[n], unreachable);
                endless_head = true;
            } else if (proof.captive().has(frame, values)) {
                ASSERT_EQ(quits[n], unreachable);
                captive_head = true;
            }
            stuck = stuck || lost;
            endless = endless || silenced;
            captive = captive || kept;
        }
        ASSERT_EQ(stuck, stuck_head);
        // What traps do to waiting and leaving may be told only once they are fixed.
        if (!stuck) {
            ASSERT_EQ(endless, endless_head);
        }
        if (!stuck && !endless) {
            ASSERT_EQ(captive, captive_head);
        }
        tally.stuck += stuck;
        tally.endless += endless;
        tally.captive += captive;
    }

    const CompiledFlow& flow_;
    const DeviceSet devices_;
    const Listing listing_;
    static CheckOptions limits() {
        CheckOptions limits;
        limits.max_seconds = 30;
        return limits;
    }

    const CheckOptions options_ = limits();
    Budget budget_;
    Frames frames_;
    const Heads heads_;
};

Tally compare_random_flows(Shape shape, std::size_t many, std::size_t most = max_states) {
    Tally tally;
    for (std::uint32_t number = 30'000; tally.compared < many; ++number) {
        const std::string text = random_flow(number, shape);
        SCOPED_TRACE("random flow " + std::to_string(number) + ":\n" + text);
        const FlowFile file = good_flow(text);
        for (const DeviceSet devices : players(*file.compiled)) {
            SCOPED_TRACE("with " + names_of(devices));
            try {
                Comparison comparison(*file.compiled, devices, most);
                const bool is_wanted = shape != Shape::crowded || comparison.is_small();
                if (comparison.fits() && is_wanted) comparison.compare(tally);
            } catch (const Stopped&) { // with all flags told apart, some take minutes
                ++tally.too_long;
            }
        }
        if (testing::Test::HasFailure()) break;
    }
    std::printf("compared %zu flows: stuck %zu, endless %zu, captive %zu; heads that could be "
                "reopened %zu; "
                "tracked %zu of %zu flags; tabulated %zu; took too long: %zu\n",
                tally.compared, tally.stuck, tally.endless, tally.captive, tally.reopenable,
                tally.tracked, tally.flags, tally.tabulated, tally.too_long);
    EXPECT_GE(tally.tabulated * 4, tally.compared);
    EXPECT_LE(tally.too_long * 50, shape == Shape::crowded ? tally.compared : 0);
    return tally;
}

TEST(Proof, AgreesWithTheListingOnRandomFlows) {
    const Tally tally = compare_random_flows(Shape::mixed, part_of(how_many(1000)));
    EXPECT_GE(tally.stuck, at_least(200));
    EXPECT_GE(tally.captive, at_least(15));
    EXPECT_GE(tally.reopenable, at_least(1000));
    EXPECT_LT(tally.tracked, tally.flags);
}

TEST(Proof, AgreesWithTheListingWhereScreensOpenEachOtherInCircles) {
    const Tally tally = compare_random_flows(Shape::circles, part_of(how_many(500)));
    EXPECT_GE(tally.stuck, at_least(50));
    EXPECT_GE(tally.reopenable, at_least(5000));
}

TEST(Proof, AgreesWithTheListingWhereEverythingIsUsed) {
    const Tally tally = compare_random_flows(Shape::rich, part_of(how_many(1000) / 4));
    EXPECT_GE(tally.stuck, at_least(50));
    EXPECT_GE(tally.captive, at_least(5));
    EXPECT_GE(tally.reopenable, at_least(300));
}

TEST(Proof, AgreesWithTheListingWhereScenesStandInOrder) {
    const Tally tally = compare_random_flows(Shape::levels, part_of(how_many(1000) / 2));
    EXPECT_GE(tally.stuck, at_least(50));
    EXPECT_GE(tally.captive, at_least(5));
}

TEST(Proof, AgreesWithTheListingWhereScreensWaitAndMoveOn) {
    const Tally tally = compare_random_flows(Shape::waiting, part_of(how_many(1000)));
    EXPECT_GE(tally.stuck, at_least(200));
    EXPECT_GE(tally.endless, at_least(100));
}

TEST(Proof, AgreesWithTheListingWhereThereAreTenFlags) {
    const Tally tally = compare_random_flows(Shape::flags, part_of(how_many(1000) / 25));
    EXPECT_GE(tally.stuck, at_least(5));
    EXPECT_LT(tally.tracked, tally.flags);
}

TEST(Proof, AgreesWithTheListingWhereFlagsAreOfAllOwnersAndScreensGoRound) {
    const Tally tally =
        compare_random_flows(Shape::crowded, part_of(how_many(200) / 10), 20 * max_states);
    EXPECT_GE(tally.stuck, at_least(2));
    EXPECT_GE(tally.reopenable, at_least(100));
    EXPECT_LT(tally.tracked, tally.flags);
}

/// Each of `count` screens is entered and left only while its own flag is raised, which nothing
/// lowers: every flag is needed to see that nobody gets stuck.
std::string locked_rooms(int count) {
    std::string text = "rondix: 1\nstart: hall\nflags:\n";
    for (int i = 0; i < count; ++i) text += "  key" + std::to_string(i) + ":\n";
    text += "screens:\n  hall:\n    controls:\n      - { button: leave, press: quit }\n";
    for (int i = 0; i < count; ++i) {
        const std::string n = std::to_string(i);
        text += "      - { button: take" + n + ", press: raise key" + n +
                " }\n      - { button: enter" + n + ", press: open room" + n + ", when: key" + n +
                " }\n";
    }
    for (int i = 0; i < count; ++i) {
        const std::string n = std::to_string(i);
        text += "  room" + n +
                ":\n    back: none\n    controls:\n      - { button: out, press: back, when: key" +
                n + " }\n";
    }
    return text;
}

TEST(Proof, SetsInDiagramsAreGivenUpWhereTheyTakeTooMuch) {
    const FlowFile file = good_flow(random_flow(30'001, Shape::flags));
    const CheckOptions options;
    Budget budget(options);
    Frames frames(*file.compiled, budget);
    const DeviceSet devices = players(*file.compiled)[0];
    const AllAsked asked{all_flags(*file.compiled), true};
    std::size_t steps = 0;
    EXPECT_FALSE(SymbolicReach::of(*file.compiled, frames, devices, asked, 10, steps, budget));
    EXPECT_EQ(steps, 10U);
    EXPECT_TRUE(
        SymbolicReach::of(*file.compiled, frames, devices, asked, 5'000'000, steps, budget));
    EXPECT_GT(steps, 20U);
    EXPECT_LT(steps, 5'000'000U);
}

/// One relation may take seconds: whoever says stop is heard on the way. This one doubles with each
/// variable, for the two of a pair stand far apart.
TEST(Proof, SetsInDiagramsKeepTheLimits) {
    CheckOptions options;
    options.progress = [](const Progress&) { return false; };
    Budget budget(options);
    Diagrams diagrams(1u << 23, 1u << 26, budget);
    const auto build = [&] {
        constexpr unsigned pairs = 19;
        Diagrams::Id all = Diagrams::always;
        for (unsigned i = 0; i < pairs; ++i) {
            const auto both_are = [&](bool raised) {
                return diagrams.both(diagrams.is(i, Diagrams::now, raised),
                                     diagrams.is(i + pairs, Diagrams::now, raised));
            };
            all = diagrams.both(all, diagrams.either(both_are(false), both_are(true)));
        }
        return all;
    };
    EXPECT_THROW(build(), Stopped);
}

TEST(Proof, TracksTheFlagsThatMatter) {
    const FlowFile file = good_flow(locked_rooms(7));
    const CheckResult result = prove(file);
    EXPECT_EQ(result.verdict, Verdict::proved);
    EXPECT_EQ(result.figures.tracked_flags, 7u);
    EXPECT_EQ(result.figures.states, 576u); // 2^7 in the hall, 2^6 in each room
}

/// Each room by itself hangs on its own key.
TEST(Proof, MoreFlagsThanCanBeTrackedAtOnceAreLookedAtScreenByScreen) {
    std::string text = locked_rooms(40);
    const CheckResult safe = prove(good_flow(text));
    EXPECT_EQ(safe.verdict, Verdict::proved);
    EXPECT_TRUE(safe.open.empty());
    EXPECT_EQ(safe.figures.left_out, std::vector<std::string>{"longest-way-out"});
    const std::string room = "  room31:\n    back: none\n    controls:\n";
    text.insert(text.find(room) + room.size(), "      - { button: give, press: lower key31 }\n");
    const FlowFile file = good_flow(text);
    const CheckResult result = prove(file);
    EXPECT_EQ(result.verdict, Verdict::failed);
    ASSERT_EQ(result.findings.size(), 1u) << check_text(file, result);
    EXPECT_EQ(result.findings[0].rule, RuleId::no_way_out);
    EXPECT_EQ(result.findings[0].how,
              (std::vector<std::string>{"press take31", "press enter31", "press give"}));
    EXPECT_EQ(result.findings[0].disabled, std::vector<std::string>{"out"});
}

/// The verdict does not wait for figures: those that cost too much are left out, and said so.
TEST(Proof, FiguresThatCostTooMuchAreLeftOutOneByOne) {
    const FlowFile file = good_flow(locked_rooms(7));
    CheckOptions options;
    options.each_screen = true;
    const CheckResult whole = prove(file, options);
    EXPECT_TRUE(whole.figures.left_out.empty());
    EXPECT_EQ(whole.figures.each_screen.size(), 8u);
    options.max_work_for_figures = 1;
    const CheckResult least = prove(file, options);
    EXPECT_EQ(least.verdict, Verdict::proved);
    EXPECT_EQ(least.figures.left_out, (std::vector<std::string>{"longest-way-out", "each-screen"}));
    EXPECT_TRUE(least.figures.each_screen.empty());
    EXPECT_EQ(least.figures.deepest, whole.figures.deepest); // which costs little
    const std::string text = check_text(file, least);
    EXPECT_NE(text.find("play or quitting is omitted"), std::string::npos) << text;
    EXPECT_NE(text.find("figures of each screen are omitted"), std::string::npos) << text;
}

TEST(Proof, FindsTheOneFlagThatTraps) {
    // As above, but one key can be given away inside: then that room, and no other, is a trap.
    std::string text = locked_rooms(7);
    const std::string room = "  room3:\n    back: none\n    controls:\n";
    text.insert(text.find(room) + room.size(), "      - { button: give, press: lower key3 }\n");
    const FlowFile file = good_flow(text);
    const CheckResult result = prove(file);
    ASSERT_EQ(result.findings.size(), 1u);
    EXPECT_EQ(result.findings[0].rule, RuleId::no_way_out);
    EXPECT_EQ(result.findings[0].how,
              (std::vector<std::string>{"press take3", "press enter3", "press give"}));
    EXPECT_EQ(result.findings[0].here, (std::vector<std::string>{"press give (changes nothing)"}));
    EXPECT_EQ(result.findings[0].disabled, std::vector<std::string>{"out"});
}

TEST(Proof, ThirtyFlagsOfTheGameAreOrdinary) {
    std::string text = "rondix: 1\nstart: hall\nflags:\n";
    for (int i = 0; i < 30; ++i) text += "  news" + std::to_string(i) + ": { set-by: game }\n";
    text += "screens:\n  hall:\n    controls:\n      - { button: leave, press: quit }\n";
    for (int i = 0; i < 30; ++i)
        text += "      - { button: read" + std::to_string(i) + ", press: open news, when: news" +
                std::to_string(i) + " and not news" + std::to_string((i + 1) % 30) + " }\n";
    text += "  news: { title: News }\n";
    const CheckResult result = prove(good_flow(text));
    EXPECT_EQ(result.verdict, Verdict::proved);
    EXPECT_TRUE(result.findings.empty());
    EXPECT_EQ(result.figures.tracked_flags, 0u);
    EXPECT_EQ(result.figures.heads, 2u);
}

TEST(Proof, NamesAPressThatHangsOnTooManyFlags) {
    std::string text = "rondix: 1\nstart: hall\nflags:\n";
    for (int i = 0; i < 40; ++i) text += "  f" + std::to_string(i) + ": { set-by: game }\n";
    text += "screens:\n  hall:\n    controls:\n      - { button: leave, press: quit }\n"
            "      - { button: odd, press: tell odd, when: (f0 or f1)";
    for (int i = 2; i < 40; i += 2)
        text += " and (f" + std::to_string(i) + " or f" + std::to_string(i + 1) + ")";
    const FlowFile file = good_flow(text + " }\n");
    const CheckResult result = prove(file);
    EXPECT_EQ(result.verdict, Verdict::undecided);
    EXPECT_EQ(result.stop, Stop::cases);
    EXPECT_EQ(check_text(file, result),
              "undecided: press odd on 'hall' depends on too many flags at once\n"
              "  with all devices nobody gets stuck on 1 of 1 screen\n");
}

TEST(Proof, KeepsItsLimits) {
    const FlowFile file = good_flow(locked_rooms(8));
    CheckOptions options;
    options.max_heads = 100;
    EXPECT_EQ(prove(file, options).stop, Stop::heads);
    options = {};
    options.max_megabytes = 0;
    EXPECT_EQ(prove(file, options).stop, Stop::memory);
    options = {};
    options.progress = [](const Progress&) { return false; };
    const CheckResult stopped = prove(good_flow(locked_rooms(12)), options);
    EXPECT_EQ(stopped.stop, Stop::asked);
    EXPECT_EQ(stopped.verdict, Verdict::undecided);
}

/// The growth counts, of each call by itself or of several together.
TEST(Proof, CountsTheMemoryFromWhereItIsToldTo) {
    const FlowFile file = good_flow(locked_rooms(8));
    CheckOptions options;
    options.max_megabytes = 100;
    options.memory_in_use = [] { return std::size_t{300} << 20; };
    EXPECT_EQ(prove(file, options).verdict, Verdict::proved);
    options.memory_before = std::size_t{201} << 20;
    EXPECT_EQ(prove(file, options).verdict, Verdict::proved);
    options.memory_before = std::size_t{199} << 20;
    EXPECT_EQ(prove(file, options).stop, Stop::memory);
}

TEST(Proof, AgreesWithTheListingOnTheExamples) {
    Tally tally;
    for (const auto& entry : std::filesystem::recursive_directory_iterator(root() / "examples")) {
        if (!entry.path().string().ends_with(".flow.yaml")) continue;
        const FlowFile file = load_flow(entry.path().string());
        if (!file.compiled) continue;
        SCOPED_TRACE(entry.path());
        for (const DeviceSet devices : players(*file.compiled)) {
            Comparison comparison(*file.compiled, devices, max_states);
            ASSERT_TRUE(comparison.fits());
            comparison.compare(tally);
        }
    }
    EXPECT_GE(tally.compared, 12u);
}

} // namespace
} // namespace rondix::test
