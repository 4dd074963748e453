// Made-up players: one with each device that a flow lists, who has walked to anywhere, tries to get
// out, against a game that answers at its worst, in a Runner with real input and real times. From
// flows that are proved they always get out. And the other way round: paths that are printed are
// gone by real input.
#include "check/ways_out.hpp"
#include "device_player.hpp"
#include "proof/players.hpp"
#include "reference/part.hpp"
#include "reference/random_flow.hpp"
#include "rondix/tools/check.hpp"
#include "rondix/tools/move_text.hpp"
#include "support.hpp"

#include <random>

namespace rondix::test {
namespace {

constexpr std::size_t max_states = 3'000;

/// What the menus of a flow are for somebody with one device: every menu state, and how far out.
class Knowledge {
  public:
    Knowledge(const CompiledFlow& flow, DeviceKind kind)
        : listing_(flow, max_states, Listing::Keep::moves, set_of(kind)) {
        if (!complete()) return;
        const Backward backward(listing_);
        distances_ =
            ways_out_in_silence(flow, listing_, backward, std::vector<Distance>(listing_.size()));
        MenuState state(flow);
        for (Listing::Number n = 0; n < listing_.size(); ++n) {
            listing_.get(n, state);
            numbers_[accessible_info(state)] = n;
        }
    }

    bool complete() const { return listing_.complete(); }
    /// Nothing: a menu state that there cannot be.
    std::optional<Distance> distance(const MenuState& state) const {
        const auto found = numbers_.find(accessible_info(state));
        return found == numbers_.end() ? std::nullopt : std::optional(distances_[found->second]);
    }

  private:
    static std::vector<MenuState::Word> accessible_info(const MenuState& state) {
        const auto packed = state.packed();
        return {packed.begin(), packed.end()};
    }

    const Listing listing_;
    std::vector<Distance> distances_;
    std::map<std::vector<MenuState::Word>, Listing::Number> numbers_;
};

class Game {
  public:
    Game(const CompiledFlow& flow, DeviceKind kind, const Knowledge& knowledge, std::uint32_t seed)
        : flow_(flow)
        , kind_(kind)
        , knowledge_(knowledge)
        , rows_(flow)
        , menus_(flow)
        , player_(menus_, kind)
        , random_(seed)
        , room_(max_moves(flow)) {
        menus_.start();
        obey();
    }

    /// Anywhere: by moves of all kinds, of this player, the game and the clock.
    void walk(int moves) {
        for (int i = 0; i < moves; ++i) {
            const std::size_t count = list_moves(flow_, menus_.menu_state(), room_);
            const Move move = room_[random_() % count];
            if (is_players(move.kind) && !can_make(move)) continue;
            if (const ControlId list = rows_of(move); list != no_control)
                rows_.put(menus_, list, move.kind == MoveKind::raise);
            else
                menus_.replay(move);
            obey();
        }
        witness_.clear();
    }

    /// Whether the player gets to play, or out of the game.
    bool gets_out() {
        quits_ = false;
        for (int tries = 0; tries < 200; ++tries) {
            const std::optional<Distance> far = knowledge_.distance(menus_.menu_state());
            EXPECT_TRUE(far.has_value()) << "a state that nobody knows of";
            if (!far || *far == unreachable) return false;
            if (quits_ || in_play(flow_, menus_.menu_state())) return true;
            note("at distance " + std::to_string(*far));
            if (!answer_badly() && !try_to_get_on(*far)) return false;
            obey();
        }
        return false;
    }

    const std::string& witness() const { return witness_; }

  private:
    bool can_make(Move move) const {
        const MenuState& now = menus_.menu_state();
        return devices_for(flow_, now.current(), now.question(), move) & set_of(kind_);
    }

    ControlId rows_of(Move move) const {
        const bool flag = move.kind == MoveKind::raise || move.kind == MoveKind::lower;
        return flag ? rows_.list_of(move.flag()) : no_control;
    }

    void note(const std::string& what) { witness_ += what + "\n"; }

    void obey() {
        for (const Effect& effect : menus_.take_effects())
            if (effect.kind == EffectKind::quit) quits_ = true;
    }

    /// How far a move leads; one that quits is the nearest.
    Distance after(Move move) {
        MenuState next = menus_.menu_state();
        const Outcome outcome = apply(flow_, next, move);
        if (!outcome.answered) return unreachable;
        return outcome.quits ? 0 : knowledge_.distance(next).value_or(unreachable);
    }

    /// The answer after which it is furthest; or none, while that is allowed. False: nothing is
    /// waited for, or the game stays silent.
    bool answer_badly() {
        std::optional<Move> worst;
        Distance furthest = 0;
        bool limit = false;
        const std::size_t count = list_moves(flow_, menus_.menu_state(), room_);
        const std::vector<Move> moves(room_.begin(), room_.begin() + static_cast<long>(count));
        for (const Move move : moves) {
            limit = limit || move.kind == MoveKind::load_timeout ||
                    move.kind == MoveKind::request_timeout;
            if (!is_answer(move.kind)) continue;
            if (move.kind == MoveKind::load_failed && !flow_.can_quit) continue;
            if (worst && after(move) < furthest) continue;
            worst = move;
            furthest = after(move);
        }
        if (!worst) return false;
        if (random_() % 4 == 0 && flow_.can_quit) { // silence: what is waited for is given up,
            note("silence");                        // or the player has to do something
            if (limit) menus_.advance(90);
            return limit;
        }
        note(move_text(flow_, *worst));
        const LoadTicket load = menus_.load_ticket();
        switch (worst->kind) {
        case MoveKind::loaded: return menus_.finish(load, Answer::done);
        case MoveKind::load_failed: return menus_.finish(load, Answer::failed);
        case MoveKind::done:
            return menus_.finish(menus_.request_ticket(worst->request()), Answer::done);
        default: return menus_.finish(menus_.request_ticket(worst->request()), Answer::failed);
        }
    }

    /// The player's move, or the screen's moving on, that leads nearest to a way out.
    bool try_to_get_on(Distance far) {
        std::optional<Move> best;
        Distance nearest = unreachable;
        const ScreenId foremost = menus_.menu_state().foremost();
        const std::size_t count = list_moves(flow_, menus_.menu_state(), room_);
        const std::vector<Move> moves(room_.begin(), room_.begin() + static_cast<long>(count));
        for (const Move move : moves) {
            const bool own =
                is_players(move.kind) && can_make(move) && is_in_time(flow_, foremost, move);
            if (!own && !is_moving_on(move.kind)) continue;
            if (after(move) >= nearest) continue;
            best = move;
            nearest = after(move);
        }
        EXPECT_LT(nearest, far);
        if (!best) return false;
        note(move_text(flow_, *best));
        const MenuState before = menus_.menu_state();
        if (is_moving_on(best->kind)) {
            for (int i = 0; i < 2000 && menus_.menu_state() == before && !quits_; ++i) {
                menus_.advance(0.05);
                obey();
            }
            return true;
        }
        player_.react();
        if (!(menus_.menu_state() == before)) return true; // it has moved on meanwhile
        if (player_.make(*best)) return true;
        const ControlId focus = menus_.focus();
        note("is not made; the focus is on " +
             (focus == no_control ? "nothing" : std::string(flow_.text(flow_[focus].id))));
        return false;
    }

    const CompiledFlow& flow_;
    const DeviceKind kind_;
    const Knowledge& knowledge_;
    const RowsForAll rows_;
    Runner menus_;
    DevicePlayer player_;
    std::mt19937 random_;
    std::vector<Move> room_;
    std::string witness_;
    bool quits_ = false;
};

/// How many got out. Each kind of device that the flow lists.
std::size_t play(const CompiledFlow& flow, std::uint32_t seed, int games) {
    std::size_t out = 0;
    for (std::size_t i = 0; i < device_kind_count; ++i) {
        const DeviceKind kind{static_cast<std::uint8_t>(i)};
        if (!(flow.devices & set_of(kind))) continue;
        const Knowledge knowledge(flow, kind);
        if (!knowledge.complete()) continue;
        for (int game = 0; game < games; ++game) {
            Game one(flow, kind, knowledge, seed * 31 + static_cast<std::uint32_t>(game));
            one.walk(static_cast<int>(seed % 40) + 10 * game);
            const bool is_out = one.gets_out();
            EXPECT_TRUE(is_out) << "with " << name_of(kind) << " alone:\n" << one.witness();
            if (testing::Test::HasFailure()) return out;
            ++out;
        }
    }
    return out;
}

bool has_errors_of_behaviour(const CheckResult& result) {
    return std::any_of(result.findings.begin(), result.findings.end(), [](const Finding& finding) {
        return finding.rule == RuleId::no_goal || finding.rule == RuleId::no_way_out ||
               finding.rule == RuleId::no_quit || finding.rule == RuleId::endless_wait;
    });
}

std::size_t play_random_flows(Shape shape, std::size_t many) {
    std::size_t flows = 0, out = 0;
    for (std::uint32_t number = 80'000; flows < many; ++number) {
        const std::string text = random_flow(number, shape);
        const FlowFile file = good_flow(text);
        CheckOptions options;
        options.list_up_to = 0;
        if (has_errors_of_behaviour(prove(file, options))) continue;
        SCOPED_TRACE("random flow " + std::to_string(number) + ":\n" + text);
        out += play(*file.compiled, number, 6);
        ++flows;
        if (testing::Test::HasFailure()) break;
    }
    std::printf("%zu players got out of %zu flows\n", out, flows);
    return out;
}

TEST(Player, GetsOutOfRandomFlowsThatAreProved) {
    EXPECT_GE(play_random_flows(Shape::mixed, part_of(how_many(200))), at_least(1'000));
}

TEST(Player, GetsOutWhereScreensOpenEachOtherInCircles) {
    EXPECT_GE(play_random_flows(Shape::circles, part_of(how_many(100))), at_least(500));
}

TEST(Player, GetsOutWhereEverythingIsUsed) {
    EXPECT_GE(play_random_flows(Shape::rich, part_of(how_many(100))), at_least(500));
}

TEST(Player, GetsOutOfTheCleanExamples) {
    std::size_t out = 0;
    for (const auto& entry : std::filesystem::directory_iterator(root() / "examples/clean")) {
        SCOPED_TRACE(entry.path());
        const FlowFile file = load_flow(entry.path().string());
        ASSERT_TRUE(file.compiled.has_value());
        out += play(*file.compiled, 7, 20);
    }
    EXPECT_GE(out, 200u);
}

} // namespace
} // namespace rondix::test
