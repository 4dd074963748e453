// Heads and summaries against the listing: the same heads are reached, by as few moves, and a head
// is stuck exactly when the situations that have it are.
#include "check/summaries.hpp"
#include "check/ways.hpp"
#include "reference/random_flow.hpp"
#include "support.hpp"

#include <map>

namespace rondix::test {
namespace {

constexpr std::size_t most_situations = 3'000;

bool any_move(MoveKind) {
    return true;
}

struct Tally {
    std::size_t compared = 0, stuck = 0, captive = 0, reopenable = 0;
};

/// Everything that the listing knows of one head.
struct Seen {
    Length distance = no_way;
    bool some_stuck = false, all_stuck = true, some_captive = false, all_captive = true;
};

class Comparison {
  public:
    explicit Comparison(const CompiledFlow& flow)
        : flow_(flow)
        , listing_(flow, most_situations)
        , heads_(flow)
        , all_(heads_, {heads_.start()}, any_move, 100'000) {}

    bool fits() const { return listing_.complete(); }

    void compare(Tally& tally) {
        project();
        ASSERT_TRUE(all_.complete());
        const std::vector<Length> distances = all_.distances();
        std::vector<HeadId> reached;
        for (HeadId head = 0; head < heads_.size(); ++head) {
            ASSERT_EQ(all_.reached(head), seen_.contains(head)) << head;
            if (!all_.reached(head)) continue;
            reached.push_back(head);
            ASSERT_EQ(distances[head], seen_[head].distance);
            replay(head);
            if (!heads_[head].reopenable.empty()) ++tally.reopenable;
        }
        ++tally.compared;
        compare_goal(reached, of_a_way_out, true, &Seen::some_stuck, &Seen::all_stuck, tally.stuck);
        compare_goal(reached, of_leaving, false, &Seen::some_captive, &Seen::all_captive,
                     tally.captive);
    }

  private:
    void project() {
        const Backward backward(listing_);
        const auto way_out = ways_out(flow_, listing_, backward);
        const auto leaving =
            ways_to_leave(listing_, backward, std::vector<Distance>(listing_.size(), 0));
        Situation situation(flow_);
        for (Listing::Number n = 0; n < listing_.size(); ++n) {
            listing_.get(n, situation);
            Seen& seen = seen_[heads_.head_of(situation)];
            const auto far = static_cast<Length>(listing_.shortest_moves(n).size());
            seen.distance = std::min(seen.distance, far);
            (way_out[n] == unreachable ? seen.some_stuck : seen.all_stuck) =
                way_out[n] == unreachable;
            (leaving[n] == unreachable ? seen.some_captive : seen.all_captive) =
                leaving[n] == unreachable;
        }
    }

    /// The moves to a head lead to it, through the real core.
    void replay(HeadId head) {
        Situation situation(flow_);
        start(flow_, situation);
        const std::vector<Move> moves = all_.moves_to(head);
        ASSERT_EQ(moves.size(), seen_[head].distance);
        for (const Move move : moves)
            ASSERT_TRUE(apply(flow_, situation, move).answered) << move_text(flow_, move);
        ASSERT_EQ(heads_.head_of(situation), head);
    }

    void compare_goal(const std::vector<HeadId>& reached, bool (*allowed)(MoveKind),
                      bool play_counts, bool Seen::*some, bool Seen::*all, std::size_t& found) {
        const Summaries part(heads_, reached, allowed, 100'000);
        const std::vector<Length> lengths =
            part.lengths_to_goal([&](HeadId head) { return play_counts && heads_.in_play(head); });
        bool some_head = false, some_situation = false;
        for (const HeadId head : reached) {
            const bool lost = lengths[head] == no_way && !part.can_be_left(head);
            some_head = some_head || lost;
            some_situation = some_situation || seen_[head].*some;
            if (lost) {
                ASSERT_TRUE(seen_[head].*all);
            }
        }
        ASSERT_EQ(some_head, some_situation);
        found += some_head;
    }

    const CompiledFlow& flow_;
    const Listing listing_;
    Heads heads_;
    const Summaries all_;
    std::map<HeadId, Seen> seen_;
};

TEST(Summaries, AgreeWithTheListingOnRandomFlows) {
    Tally tally;
    for (std::uint32_t number = 30'000; tally.compared < 1000; ++number) {
        const std::string text = random_flow(number);
        SCOPED_TRACE("random flow " + std::to_string(number) + ":\n" + text);
        const FlowFile file = good_flow(text);
        Comparison comparison(*file.compiled);
        if (comparison.fits()) comparison.compare(tally);
        ASSERT_FALSE(HasFailure());
    }
    EXPECT_GE(tally.stuck, 200u);
    EXPECT_GE(tally.captive, 200u);
    EXPECT_GE(tally.reopenable, 1000u);
    std::printf("compared %zu flows: stuck %zu, captive %zu; heads that could be reopened %zu\n",
                tally.compared, tally.stuck, tally.captive, tally.reopenable);
}

TEST(Summaries, AgreeWithTheListingOnTheExamples) {
    Tally tally;
    for (const auto& entry : std::filesystem::recursive_directory_iterator(root() / "examples")) {
        if (!entry.path().string().ends_with(".flow.yaml")) continue;
        const FlowFile file = load_flow(entry.path().string());
        if (!file.compiled) continue;
        SCOPED_TRACE(entry.path());
        Comparison comparison(*file.compiled);
        ASSERT_TRUE(comparison.fits());
        comparison.compare(tally);
    }
    EXPECT_GE(tally.compared, 12u);
}

} // namespace
} // namespace rondix::test
