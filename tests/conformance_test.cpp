// Conformance. What is expected follows from what docs/in-a-game.md says of it: made-up games that
// each break one assumption are told of that one, and of nothing else; one that keeps them all is
// not told of anything, whatever its players do.
#include "rondix/conformance.hpp"

#include "reference/part.hpp"
#include "reference/random_flow.hpp"
#include "rondix/tools/report.hpp"
#include "rondix/tools/trace_file.hpp"
#include "rondix/trace.hpp"
#include "support.hpp"

#include <chrono>
#include <functional>
#include <random>

namespace rondix::test {
namespace {

constexpr double frame = 1.0 / 60;

/// A game that does all that it should, but for what a test takes away.
class Game {
  public:
    explicit Game(const CompiledFlow& flow, ConformanceLimits limits = {})
        : menus(flow)
        , watch(menus, limits) {
        menus.start();
        for (std::size_t i = 0; i < flow.flags.size(); ++i) menus.set_flag(FlagId(i), false);
    }

    bool takes_effects = true, answers_loads = true, answers_requests = true,
         ends_when_asked = true, advances = true, reports_progress = false;
    double extra_time = 0; // that advance() is given once
    Runner menus;
    Conformance watch;
    bool has_ended = false;
    std::vector<std::string> told;

    void play(double seconds, const std::function<void()>& player = {}) {
        for (double left = seconds; left > 0 && !has_ended; left -= frame) {
            if (player) player();
            if (advances) menus.advance(frame + std::exchange(extra_time, 0.0));
            if (takes_effects)
                for (const Effect& effect : menus.take_effects()) obey(effect);
            if (reports_progress && menus.load_ticket() != LoadTicket{})
                menus.report_progress(menus.load_ticket(), 0.5F);
            for (const Breach& breach : watch.look(menus, frame)) tell(breach);
        }
    }
    void end() {
        for (const Breach& breach : watch.end(menus)) tell(breach);
    }

  private:
    void obey(const Effect& effect) {
        if (effect.kind == EffectKind::load && answers_loads)
            menus.finish(effect.load_ticket(), Answer::done);
        if (effect.kind == EffectKind::request && answers_requests)
            menus.finish(effect.request_ticket(), Answer::failed);
        if (effect.kind == EffectKind::quit && ends_when_asked) has_ended = true;
    }
    void tell(const Breach& breach) {
        const std::string text = breach_text(menus.flow(), breach);
        EXPECT_NE(text.find(name_of(breach.kind)), std::string::npos) << text;
        told.push_back(std::string(name_of(breach.kind)));
        words += text + "\n";
    }

  public:
    std::string words;
};

constexpr const char* menus = R"(rondix: 1
game: Harbour
start: pier
scenes:
  pier: { file: pier.json, root: title }
  bay:  { file: bay.json,  root: bridge }
flags: { saved: { set-by: game }, fog: { set-by: game } }
requests: { log: { screen: writing } }
screens:
  title:
    controls:
      - { button: sail,  press: load bay }
      - { button: write, press: request log }
      - { button: leave, press: quit }
      - { button: more,  press: open title, when: saved or fog }
  writing: { controls: [ { label: wait, text: Writing } ], back: back }
  bridge: { play: yes, menu: load pier }
)";

class ConformanceTest : public ::testing::Test {
  protected:
    ConformanceTest()
        : file_(good_flow(menus))
        , game_(*file_.compiled) {}

    void press(const char* name) {
        const CompiledFlow& flow = *file_.compiled;
        ASSERT_TRUE(game_.menus.replay(Move::press(flow.control(flow.screen("title"), name))));
    }
    using Told = std::vector<std::string>;

    FlowFile file_;
    Game game_;
};

TEST_F(ConformanceTest, AGameThatKeepsItsPartIsNotTold) {
    game_.play(2);
    press("sail");
    game_.play(200);
    EXPECT_TRUE(game_.menus.replay(Move::menu()));
    game_.play(2);
    press("write");
    game_.play(10);
    press("leave");
    game_.play(10);
    EXPECT_TRUE(game_.has_ended);
    game_.end();
    EXPECT_EQ(game_.told, Told{}) << game_.words;
}

TEST_F(ConformanceTest, EffectsThatNobodyTakes) {
    game_.play(2);
    game_.takes_effects = false;
    press("sail");
    game_.play(0.9);
    EXPECT_EQ(game_.told, Told{});
    game_.play(20);
    EXPECT_EQ(game_.told, Told{"effects-not-taken"}) << game_.words; // once
    EXPECT_NE(game_.words.find("for 1.0 s"), std::string::npos) << game_.words;
}

TEST_F(ConformanceTest, ALoadThatIsNeverAnswered) {
    game_.play(2);
    game_.answers_loads = false;
    press("sail");
    game_.play(29);
    EXPECT_EQ(game_.told, Told{});
    game_.play(40);
    EXPECT_EQ(game_.told, Told{"load-not-answered"});
    EXPECT_NE(game_.words.find("'bay'"), std::string::npos) << game_.words;
}

/// A long load that says how far it is may take its time.
TEST_F(ConformanceTest, ProgressIsAnAnswerOfItsKind) {
    game_.play(2);
    game_.answers_loads = false;
    game_.reports_progress = true;
    press("sail");
    game_.play(100);
    EXPECT_EQ(game_.told, Told{});
    game_.reports_progress = false;
    game_.play(31);
    EXPECT_EQ(game_.told, Told{"load-not-answered"});
}

TEST_F(ConformanceTest, ARequestThatIsNeverAnswered) {
    game_.play(2);
    game_.answers_requests = false;
    press("write");
    game_.play(70);
    EXPECT_EQ(game_.told, Told{"request-not-answered"});
    EXPECT_NE(game_.words.find("'log'"), std::string::npos) << game_.words;
}

TEST_F(ConformanceTest, AQuitThatNothingFollows) {
    game_.play(2);
    game_.ends_when_asked = false;
    press("leave");
    game_.play(4.5);
    EXPECT_EQ(game_.told, Told{});
    game_.play(60);
    EXPECT_EQ(game_.told, Told{"quit-not-followed"});
    press("leave");
    game_.play(60);
    EXPECT_EQ(game_.told.size(), 2u); // asked again, told again
}

TEST_F(ConformanceTest, AnAnswerWithAnOldTicket) {
    game_.play(2);
    game_.answers_loads = false;
    press("sail");
    const LoadTicket ticket = game_.menus.load_ticket();
    EXPECT_TRUE(game_.menus.finish(ticket, Answer::done));
    game_.play(1);
    EXPECT_EQ(game_.told, Told{});
    EXPECT_FALSE(game_.menus.finish(ticket, Answer::done));
    game_.play(1);
    EXPECT_EQ(game_.told, Told{"old-answer"});
    EXPECT_FALSE(game_.menus.finish(RequestTicket{77}, Answer::failed));
    EXPECT_FALSE(game_.menus.finish(LoadTicket{}, Answer::done)); // none is no ticket
    game_.play(1);
    EXPECT_EQ(game_.told.size(), 2u);
}

TEST_F(ConformanceTest, TimeThatStops) {
    game_.play(2);
    game_.advances = false;
    game_.play(0.9);
    EXPECT_EQ(game_.told, Told{});
    game_.play(9);
    EXPECT_EQ(game_.told, Told{"time-stops"});
    game_.advances = true;
    game_.play(1);
    game_.advances = false;
    game_.play(2);
    EXPECT_EQ(game_.told.size(), 2u); // again, after it went on
}

TEST_F(ConformanceTest, TimeThatJumps) {
    game_.play(2);
    game_.extra_time = 0.4;
    game_.play(1);
    EXPECT_EQ(game_.told, Told{});
    game_.extra_time = 3;
    game_.play(1);
    EXPECT_EQ(game_.told, Told{"time-jumps"});
    EXPECT_NE(game_.words.find("3.0 s more"), std::string::npos) << game_.words;
}

/// A frame that took long is no fault where both clocks say so, or the game lets less go by.
TEST_F(ConformanceTest, ALongFrameIsNoJump) {
    game_.play(2);
    game_.menus.advance(4);
    for (const Breach& breach : game_.watch.look(game_.menus, 4)) FAIL() << name_of(breach.kind);
    game_.menus.advance(0.1);
    for (const Breach& breach : game_.watch.look(game_.menus, 9)) FAIL() << name_of(breach.kind);
}

TEST_F(ConformanceTest, AFlagThatTheGameNeverSets) {
    Runner runner(*file_.compiled);
    Conformance watch(runner);
    runner.start();
    runner.set_flag(file_.compiled->flag("saved"), false); // as it was: it knows of it
    watch.look(runner, 30);
    EXPECT_TRUE(watch.end(runner).empty()); // too short to tell
    watch.look(runner, 40);
    const std::span<const Breach> told = watch.end(runner);
    ASSERT_EQ(told.size(), 1u);
    EXPECT_EQ(told[0].kind, Breach::Kind::flag_never_set);
    EXPECT_EQ(told[0].flag, file_.compiled->flag("fog"));
}

TEST_F(ConformanceTest, ALoadThatTheFlowGivesUp) {
    const FlowFile file = good_flow("rondix: 1\nstart: pier\nloading: { timeout: 3s }\nscenes: { "
                                    "pier: { file: p, root: title } }\nscreens: { title: { "
                                    "controls: [ { button: b, press: quit } ] } }\n");
    Game game(*file.compiled);
    game.answers_loads = false;
    game.play(10);
    EXPECT_EQ(game.told, Told{"given-up"}) << game.words;
}

/// Whatever the players do, in whatever flow.
TEST_F(ConformanceTest, GoodGamesOfRandomFlowsAreNotTold) {
    std::size_t ended = 0;
    for (std::uint32_t seed = 0; seed < part_of(how_many(200)); ++seed) {
        const FlowFile file = load_flow_text("random", random_flow(seed, Shape::rich));
        Game game(*file.compiled);
        std::mt19937 random(seed);
        game.play(120, [&] {
            if (random() % 20 != 0) return;
            const auto button = Button(random() % button_count);
            game.menus.press(button);
            game.menus.release(button);
            if (!file.compiled->events.empty())
                game.menus.post(EventId(random() % file.compiled->events.size()));
        });
        game.end();
        ended += game.has_ended ? 1 : 0;
        EXPECT_EQ(game.told, Told{}) << seed << "\n" << game.words;
    }
    EXPECT_GT(ended, at_least(20)); // they did get about
}

/// Another Runner, such as that of a flow which was read anew, is no breach by itself.
TEST_F(ConformanceTest, ARunnerThatTakesOverBeginsItsOwnRecord) {
    game_.play(20);
    Runner fresh(*file_.compiled);
    fresh.start();
    fresh.take_effects();
    fresh.advance(frame);
    EXPECT_TRUE(game_.watch.look(fresh, frame).empty());
}

TEST_F(ConformanceTest, TracesTellIt) {
    const std::filesystem::path file =
        std::filesystem::temp_directory_path() / ("rondix-breach-" + std::to_string(getpid()));
    Trace trace(file.string());
    trace.begin(game_.menus);
    Breach breach{Breach::Kind::load_not_answered};
    breach.time = 12.3;
    breach.seconds = 30;
    breach.scene = SceneId{1};
    trace.note(game_.menus, std::span(&breach, 1));
    trace.note(game_.menus, std::span<const Breach>());
    trace.end();
    const TraceFile read = load_trace(file.string());
    ASSERT_EQ(read.lines.size(), 2u);
    const std::string text = trace_text(read);
    EXPECT_NE(text.find("! 12.3 s: the load of 'bay' has not been answered"), std::string::npos)
        << text;
    EXPECT_TRUE(
        replay(*file_.compiled, walkthrough_of(load_trace(file.string()))).failures.empty());
    std::filesystem::remove(file);
}

#if defined(NDEBUG) && !defined(RONDIX_SANITIZED)
TEST_F(ConformanceTest, ALookTakesLessThanAMicrosecond) {
    const FlowFile demo = demo_flow();
    Runner runner(*demo.compiled);
    Conformance watch(runner);
    runner.start();
    using Clock = std::chrono::steady_clock;
    double best = 1e9;
    for (int round = 0; round < 20; ++round) {
        constexpr int looks = 10'000;
        const auto begin = Clock::now();
        for (int i = 0; i < looks; ++i) watch.look(runner, frame);
        best = std::min(best, std::chrono::duration<double>(Clock::now() - begin).count() / looks);
    }
    std::printf("%.0f ns a look\n", best * 1e9);
    EXPECT_LT(best, 1e-6);
}
#endif

} // namespace
} // namespace rondix::test
