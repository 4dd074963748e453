// Transitions: they run, they run back from where they are, and they decide nothing.
#include "support.hpp"

#include "rondix/runtime/runner.hpp"
#include "run/motion.hpp"

#include <random>

namespace rondix::test {
namespace {

float max_difference(const Shares& a, const Shares& b) {
    float most = 0;
    for (std::size_t i = 0; i < a.size(); ++i) most = std::max(most, std::abs(a[i] - b[i]));
    return most;
}

TEST(Motion, EasingRisesFromNoughtToOne) {
    for (const Ease ease : {Ease::even, Ease::in, Ease::out, Ease::both}) {
        EXPECT_FLOAT_EQ(eased(ease, 0), 0);
        EXPECT_FLOAT_EQ(eased(ease, 1), 1);
        for (int i = 0; i < 100; ++i)
            EXPECT_LE(eased(ease, static_cast<float>(i) / 100),
                      eased(ease, static_cast<float>(i + 1) / 100));
    }
}

/// However a control is turned, at whatever moment: turning alone changes nothing that is seen, the
/// shares always add up, and left alone it arrives.
TEST(Motion, NoTurnMakesAJump) {
    std::mt19937 random(3);
    const auto number = [&](int below) {
        return std::uniform_int_distribution(0, below - 1)(random);
    };
    for (int run = 0; run < 2000; ++run) {
        StateChange change;
        change.set(LookState(number(5)));
        const Transition time{static_cast<std::uint16_t>(50 + number(300)), Ease(number(4))};
        LookState wanted = change.target();
        for (int step = 0; step < 30; ++step) {
            const Shares before = change.shares();
            wanted = LookState(number(5));
            change.turn_to(wanted, time);
            EXPECT_LT(max_difference(before, change.shares()), 1e-5F);
            change.advance(static_cast<float>(number(100)) / 1000);
            float sum = 0;
            for (const float share : change.shares()) sum += share;
            EXPECT_NEAR(sum, 1, 1e-4F);
            EXPECT_EQ(change.target(), wanted);
        }
        change.advance(0.5F);
        EXPECT_FALSE(change.moving());
        EXPECT_FLOAT_EQ(change.shares()[static_cast<std::size_t>(wanted)], 1);
        if (HasFailure()) FAIL() << "run " << run;
    }
}

TEST(Motion, TurnedBackMidwayItRunsBackTheWayItCame) {
    StateChange change;
    const Transition time{100, Ease::out};
    change.turn_to(LookState::focused, time);
    std::vector<Shares> way;
    for (int i = 0; i < 6; ++i) {
        way.push_back(change.shares());
        change.advance(0.01F);
    }
    change.turn_to(LookState::rest, time);
    for (int i = 5; i >= 0; --i) {
        change.advance(0.01F);
        EXPECT_LT(max_difference(way[static_cast<std::size_t>(i)], change.shares()), 1e-3F);
    }
    change.advance(0.001F);
    EXPECT_FALSE(change.moving());
}

TEST(Motion, AScreenTurnedBackStaysWhereItIs) {
    std::mt19937 random(5);
    const auto number = [&](int below) {
        return std::uniform_int_distribution(0, below - 1)(random);
    };
    for (int run = 0; run < 1000; ++run) {
        const auto screen_transition = [&] {
            return ScreenTransition{
                ScreenTransition::By(1 + number(3)),
                ScreenTransition::From(number(4)),
                {static_cast<std::uint16_t>(50 + number(300)), Ease(number(4))}};
        };
        ScreenAnimation screen_animation;
        for (int step = 0; step < 30; ++step) {
            const bool was_still = !screen_animation.moving();
            const float before = screen_animation.amount();
            const bool in = number(2) == 0;
            if (in)
                screen_animation.enter(screen_transition());
            else
                screen_animation.leave(screen_transition());
            if (!was_still) {
                EXPECT_NEAR(before, screen_animation.amount(), 1e-5F);
            }
            screen_animation.advance(static_cast<float>(number(80)) / 1000);
        }
        screen_animation.enter(screen_transition());
        screen_animation.advance(1);
        EXPECT_FLOAT_EQ(screen_animation.amount(), 1);
        screen_animation.leave(screen_transition());
        EXPECT_FLOAT_EQ(screen_animation.amount(), 1);
        screen_animation.advance(1);
        EXPECT_FALSE(screen_animation.seen());
        if (HasFailure()) FAIL() << "run " << run;
    }
}

TEST(Motion, BlendingWithNothingLendsNoColour) {
    std::array<Look, look_state_count> looks;
    looks[0].fill = no_colour;
    looks[1].fill = rgb(0xF0B64E);
    const Look half = blend(looks, {0.5F, 0.5F, 0, 0, 0});
    EXPECT_NEAR(half.fill.red, looks[1].fill.red, 1e-5F); // amber, half seen; not half black
    EXPECT_FLOAT_EQ(half.fill.opacity, 0.5F);
    EXPECT_EQ(blend(looks, {0, 1, 0, 0, 0}), looks[1]);
}

/// Rule 10: the same input gives the same menu states and effects, whatever the styles and times.
TEST(Motion, StylesNeverChangeWhatHappens) {
    const FlowFile plain = demo_flow();
    const FlowFile slow = demo_flow(R"(
enters: slide left 3s both
leaves: grow 5s in
styles:
  button: { transition: 4s even, focused: { scale: 2, rotate: 20, cue: knock }, pressed: { fill: "#ff0000" } }
)");
    ASSERT_TRUE(plain.compiled && slow.compiled);
    Runner a(*plain.compiled);
    Runner b(*slow.compiled);
    a.start();
    b.start();
    std::mt19937 random(11);
    const auto number = [&](int below) {
        return std::uniform_int_distribution(0, below - 1)(random);
    };
    std::size_t effects = 0;
    for (int step = 0; step < 12000; ++step) {
        const int what = number(12);
        for (Runner* runner : {&a, &b}) {
            if (what < 7) {
                runner->press(Button(what));
                runner->release(Button(what));
            }
            if (what == 7) runner->finish(runner->load_ticket(), Answer::done);
            if (what == 8) runner->post(EventId(static_cast<std::uint16_t>(step % 3)));
            if (what == 9) runner->finish(runner->load_ticket(), Answer::failed);
            runner->advance(what >= 10 ? 0.3 : 0.05);
            runner->view();
        }
        ASSERT_EQ(a.menu_state(), b.menu_state()) << "step " << step;
        ASSERT_EQ(a.focus(), b.focus());
        std::vector<Effect> left, right;
        const auto but_cues = [](Runner& runner, std::vector<Effect>& into) {
            for (const Effect& effect : runner.take_effects())
                if (effect.kind != EffectKind::cue) into.push_back(effect);
        };
        but_cues(a, left);
        but_cues(b, right);
        ASSERT_EQ(left.size(), right.size());
        for (std::size_t i = 0; i < left.size(); ++i) ASSERT_EQ(left[i].kind, right[i].kind);
        effects += left.size();
    }
    EXPECT_GT(effects, 100u);
}

TEST(Motion, AClosedScreenIsSeenGoingOutAndCannotBePressed) {
    const FlowFile file = good_flow(R"(
rondix: 1
start: title
leaves: slide left 200ms even
enters: cut
screens:
  title: { controls: [{ button: more, press: open more }] }
  more: { dim: 50%, controls: [{ button: bye, press: quit }, { button: back, press: back }] }
)");
    Runner runner(*file.compiled);
    runner.start();
    runner.advance(1);
    const auto leaving = [&] {
        std::size_t count = 0;
        for (const Item& item : runner.view())
            if (item.leaving) ++count;
        return count;
    };
    runner.press(Button::accept);
    runner.advance(1);
    EXPECT_EQ(leaving(), 0u);
    const Rect bye = runner.bounds_of(file.compiled->control(ScreenId{1}, "bye"));
    runner.press(Button::back);
    EXPECT_EQ(runner.menu_state().depth(), 1u);
    runner.advance(0.1);
    EXPECT_GT(leaving(), 0u);
    EXPECT_EQ(runner.time_until_change(), 0);
    for (const Item& item : runner.view()) {
        if (item.leaving && item.kind == ItemKind::group) {
            EXPECT_NEAR(item.transform.x0, -0.5F * runner.canvas().size.width, 1);
        }
    }
    runner.advance(0.06); // past the settling time, while it still can be seen
    EXPECT_GT(leaving(), 0u);
    runner.pointer_presses(bye.middle());
    runner.pointer_releases(bye.middle());
    for (const Effect& effect : runner.take_effects()) EXPECT_NE(effect.kind, EffectKind::quit);
    runner.advance(0.3);
    EXPECT_EQ(leaving(), 0u);
    EXPECT_EQ(runner.time_until_change(), std::nullopt);
    EXPECT_FALSE(runner.needs_redraw());
    runner.advance(1);
    EXPECT_FALSE(runner.needs_redraw()); // nothing is drawn anew while nothing changes
}

TEST(Motion, ACueSoundsWhenTheStateIsEntered) {
    const FlowFile file = good_flow(R"(
rondix: 1
start: title
styles: { button: { focused: { cue: tick } } }
screens:
  title: { controls: [{ button: a, press: quit }, { button: b, press: quit }] }
)");
    Runner runner(*file.compiled);
    runner.start();
    const auto cues = [&] {
        std::size_t count = 0;
        for (const Effect& effect : runner.take_effects())
            if (effect.kind == EffectKind::cue) ++count;
        return count;
    };
    EXPECT_EQ(cues(), 0u); // opening makes no sound
    runner.press(Button::down);
    runner.release(Button::down);
    EXPECT_EQ(cues(), 1u);
    runner.advance(1);
    runner.view();
    EXPECT_EQ(cues(), 0u);
}

} // namespace
} // namespace rondix::test
