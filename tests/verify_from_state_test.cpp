// Verifying from menu states that no moves lead to, and whether anybody gets stuck from there on,
// against a plain search through apply().
#include "logic/player_moves.hpp"
#include "proof/players.hpp"
#include "proof/starts.hpp"
#include "reference/part.hpp"
#include "reference/random_flow.hpp"
#include "rondix/tools/check.hpp"
#include "rondix/verify_from_state.hpp"
#include "support.hpp"

#include <deque>
#include <map>
#include <optional>
#include <random>

namespace rondix::test {
namespace {

/// Every menu state from one on that somebody with these devices comes to, and whether some are
/// lost.
class Search {
  public:
    static constexpr std::size_t most = 20'000;

    Search(const CompiledFlow& flow, const MenuState& from, DeviceSet devices)
        : flow_(flow) {
        number(from);
        std::vector<Move> room(max_moves(flow));
        for (std::size_t i = 0; i < found_.size() && found_.size() <= most; ++i) {
            const MenuState here = found_[i];
            const std::size_t count = list_moves(flow, here, room);
            edges_.emplace_back();
            for (std::size_t m = 0; m < count; ++m) {
                const Move move = room[m];
                if (is_players(move.kind) &&
                    !(devices_for(flow, here.current(), here.question(), move) & devices))
                    continue;
                MenuState next = here;
                const Outcome outcome = apply(flow, next, move);
                if (outcome.answered)
                    edges_[i].push_back({number(next), move.kind, outcome.quits, outcome.loads,
                                         is_in_time(flow, here.foremost(), move)});
            }
        }
    }

    bool complete() const { return found_.size() <= most; }

    bool some_are_lost() const {
        std::vector<bool> out(found_.size());
        for (std::size_t i = 0; i < out.size(); ++i) out[i] = in_play(flow_, found_[i]);
        if (!all_are_won(std::move(out))) return true;
        return flow_.can_quit && !all_are_won(std::vector<bool>(found_.size()));
    }

  private:
    struct Edge {
        std::size_t to;
        MoveKind kind;
        bool quits, loads, in_time;
    };

    std::size_t number(const MenuState& state) {
        const auto words = state.words();
        const auto [known, is_new] = numbers_.try_emplace(
            std::vector<MenuState::Word>(words.begin(), words.end()), found_.size());
        if (is_new) found_.push_back(state);
        return known->second;
    }

    /// The player moves, or whoever answers does.
    bool is_won(std::size_t at, const std::vector<bool>& won) const {
        bool waits = false, limit = false, moves_on = false, own = false, other = true;
        for (const Edge& edge : edges_[at]) {
            waits = waits || is_answer(edge.kind);
            limit = limit || edge.kind == MoveKind::load_timeout ||
                    edge.kind == MoveKind::request_timeout;
        }
        for (const Edge& edge : edges_[at]) {
            const bool good = edge.quits || won[edge.to];
            const bool on = edge.kind == MoveKind::moves_on;
            if (edge.kind == MoveKind::load_failed && !flow_.can_quit) continue;
            if (is_answer(edge.kind) ||
                (waits && on && (edge.to != at || edge.quits || edge.loads))) {
                other = other && good;
                moves_on = moves_on || on;
            } else if ((is_players(edge.kind) && edge.in_time) ||
                       (is_moving_on(edge.kind) && !(waits && on))) {
                own = own || good;
            }
        }
        if (!waits) return own;
        return other && (limit || moves_on || own);
    }

    bool all_are_won(std::vector<bool> won) const {
        for (bool changed = true; changed;) {
            changed = false;
            for (std::size_t i = won.size(); i-- > 0;)
                if (!won[i] && is_won(i, won)) won[i] = changed = true;
        }
        return std::all_of(won.begin(), won.end(), [](bool is) { return is; });
    }

    const CompiledFlow& flow_;
    std::deque<MenuState> found_;
    std::map<std::vector<MenuState::Word>, std::size_t> numbers_;
    std::vector<std::vector<Edge>> edges_;
};

/// For somebody with all devices, and with each alone. Nothing: there are too many menu states.
std::optional<bool> some_are_lost(const CompiledFlow& flow, const MenuState& from) {
    for (const DeviceSet devices : players(flow)) {
        const Search search(flow, from, devices);
        if (!search.complete()) return std::nullopt;
        if (search.some_are_lost()) return true;
    }
    return false;
}

/// A stack of ordinary screens in any order, over what may stand at the bottom; any flags.
MenuState anywhere(const CompiledFlow& flow, std::mt19937& random) {
    MenuState now(flow);
    start_flow(flow, now);
    const auto chance = [&](unsigned of) { return random() % of == 0; };
    if (!flow.scenes.empty() && !chance(4)) {
        const auto scene = SceneId(random() % flow.scenes.size());
        now.keep(0);
        now.set_scene(scene, Phase::loaded);
        now.push(flow[scene].root);
    }
    for (std::size_t i = 0; i < 3; ++i) {
        const auto screen = ScreenId(random() % flow.screens.size());
        const Screen& row = flow[screen];
        const bool fits = !row.play && !row.question && screen != flow.loading.screen &&
                          screen != flow.loading.failed && !now.is_open(screen);
        if (!fits) continue;
        now.push(screen);
        if (row.page_codes > 1)
            now.set_pages(static_cast<std::uint16_t>(random() % row.page_codes));
    }
    for (std::size_t i = 0; i < flow.flags.size(); ++i)
        if (flow.flags[i].kind == FlagKind::plain) now.set_flag(FlagId(i), chance(2));
    for (std::size_t i = 0; i < flow.events.size(); ++i)
        if (flow.events[i].action != unsaid && flow.events[i].after_ms > 0 && chance(4))
            now.set_waiting(EventId(i), true);
    come_to_rest(flow, now);
    return now;
}

struct Tally {
    std::size_t compared = 0, lost = 0;
};

/// Flows that are proved from where they start.
Tally compare(Shape shape, std::size_t many) {
    Tally tally;
    std::mt19937 random(7);
    for (std::uint32_t number = 50'000; tally.compared < many; ++number) {
        const std::string text = random_flow(number, shape);
        SCOPED_TRACE("random flow " + std::to_string(number) + ":\n" + text);
        const FlowFile file = good_flow(text);
        const CompiledFlow& flow = *file.compiled;
        const std::vector<Start> starts = starts_of(flow); // several, where it starts by condition
        if (std::any_of(starts.begin(), starts.end(), [&](const Start& one) {
                return some_are_lost(flow, one.there).value_or(true);
            }))
            continue;
        for (int i = 0; i < 5; ++i) {
            const MenuState from = anywhere(flow, random);
            const std::optional<bool> lost = some_are_lost(flow, from);
            if (!lost) continue;
            const Verdict verdict = verify_from_state(flow, from);
            const Verdict expected = *lost ? Verdict::failed : Verdict::proved;
            EXPECT_EQ(verdict, expected);
            if (testing::Test::HasFailure()) {
                for (std::size_t h = 0; h < from.depth(); ++h)
                    std::printf("%s ", std::string(flow.text(flow[from.screen_at(h)].id)).c_str());
                return tally;
            }
            ++tally.compared;
            tally.lost += expected == Verdict::failed;
        }
    }
    std::printf("compared %zu states, %zu of them lost\n", tally.compared, tally.lost);
    return tally;
}

TEST(OneMoreStart, AgreesWithAPlainSearch) {
    const Tally tally = compare(Shape::mixed, part_of(how_many(1000)));
    EXPECT_GE(tally.lost, at_least(30));
}

TEST(OneMoreStart, AgreesWhereScreensOpenEachOtherInCircles) {
    const Tally tally = compare(Shape::circles, part_of(how_many(1000)));
    EXPECT_GE(tally.lost, at_least(10));
}

TEST(OneMoreStart, AgreesWhereEverythingIsUsed) {
    const Tally tally = compare(Shape::rich, part_of(how_many(1000) / 2));
    EXPECT_GE(tally.lost, at_least(10));
}

TEST(OneMoreStart, IsNotHeldToWhatIsLostAnyway) {
    const FlowFile file = good_flow(R"(
rondix: 1
start: title
screens:
  title:
    controls:
      - { button: pit, press: open pit }
      - { button: room, press: open room }
      - { button: leave, press: quit }
  room: {}
  pit: { back: none }
)");
    const CompiledFlow& flow = *file.compiled;
    MenuState now(flow);
    start_flow(flow, now);
    now.push(flow.screen("room"));
    EXPECT_EQ(verify_from_state(flow, now), Verdict::proved); // as good as the start
    now.push(flow.screen("pit"));
    EXPECT_EQ(verify_from_state(flow, now), Verdict::failed); // but not in the trap itself
    CheckOptions options;
    options.max_heads = 1;
    EXPECT_EQ(verify_from_state(flow, now, options), Verdict::undecided);
}

} // namespace
} // namespace rondix::test
