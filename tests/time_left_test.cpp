// The time that is left, as texts and labels show it: whole seconds, counted as a person counts.
#include "support.hpp"

#include "rondix/runtime/runner.hpp"

namespace rondix::test {
namespace {

const std::string flow_text = R"flow(
rondix: 1
start: title
settings:
  window: { one-of: [a, b], keep-within: 12s }
  pace: { from: 1, to: 2, default: 1, scales: time-limits }
requests: { save: { screen: saving, timeout: 8s, done: back to title, failed: back to title } }
screens:
  title:
    title: Title
    controls:
      - { choice: window, text: Window, setting: window }
      - { button: save, text: Save, press: request save }
      - { button: splash, text: Splash, press: open splash }
      - { button: quit, text: Quit, press: quit }
  saving:
    title: Saving
    controls:
      - { label: left, shows: time-left, text: "At most {time-left} s" }
  splash:
    title: Splash
    moves-on: { after: 10s, do: back }
    layout: { as: row, at: top, align: start }
    controls:
      - { label: left, shows: time-left }
      - { button: back, text: "Back ({time-left})", press: back }
      - { button: over, text: Over, press: open over }
  over:
    title: Over
    controls: [{ button: back, text: Back, press: back }]
)flow";

class TimeLeft : public testing::Test {
  protected:
    TimeLeft()
        : file_(good_flow(flow_text))
        , runner_(*file_.compiled) {
        runner_.start();
    }
    void press(const char* screen, const char* control) {
        const CompiledFlow& flow = *file_.compiled;
        ASSERT_TRUE(runner_.replay(Move::press(flow.control(flow.screen(screen), control))));
    }
    /// What the items of this kind say.
    std::string said(ItemKind kind) {
        std::string text;
        for (const Item& item : runner_.view())
            if (item.kind == kind && item.screen == runner_.menu_state().foremost())
                text += std::string(item.text) + "|";
        return text;
    }
    float share() {
        for (const Item& item : runner_.view())
            if (item.kind == ItemKind::label) return item.amount;
        return -1;
    }

    FlowFile file_;
    Runner runner_;
};

TEST(TimeLeftLayout, StandsStillWhileSecondsPass) {
    const FlowFile file = good_flow(R"(
rondix: 1
start: splash
screens:
  splash:
    moves-on: { after: 12s, do: quit }
    groups: { foot: { as: row, at: bottom, gap: 10 } }
    controls:
      - { label: left, text: "{time-left}", in: foot }
      - { button: leave, text: "Leave {time-left}", press: quit, in: foot }
)");
    Runner runner(*file.compiled);
    runner.start();
    const Rect first[] = {runner.bounds_of(ControlId{0}), runner.bounds_of(ControlId{1})};
    for (int second = 12; second > 1; --second) {
        runner.resize(1280 + static_cast<float>(second % 2), 720); // laid out anew
        runner.resize(1280, 720);
        EXPECT_EQ(runner.bounds_of(ControlId{0}), first[0]) << second;
        EXPECT_EQ(runner.bounds_of(ControlId{1}), first[1]) << second;
        runner.advance(1);
    }
}

TEST_F(TimeLeft, OfAScreenThatMovesOn) {
    EXPECT_FALSE(runner_.time_left());
    press("title", "splash");
    EXPECT_DOUBLE_EQ(runner_.time_left().value_or(0), 10);
    EXPECT_EQ(said(ItemKind::label), "10|");
    EXPECT_FLOAT_EQ(share(), 1);
    runner_.advance(0.001);
    EXPECT_EQ(said(ItemKind::button), "Back (10)|Over|");
    runner_.advance(0.999);
    EXPECT_EQ(said(ItemKind::button), "Back (9)|Over|");
    EXPECT_FLOAT_EQ(share(), 0.9F);
    runner_.advance(8.5);
    EXPECT_EQ(said(ItemKind::label), "1|");
    runner_.advance(0.6);
    EXPECT_FALSE(runner_.time_left());
}

TEST_F(TimeLeft, BelongsToTheScreenInFront) {
    press("title", "splash");
    press("splash", "over");
    EXPECT_FALSE(runner_.time_left());
    EXPECT_EQ(said(ItemKind::label), "");
}

TEST_F(TimeLeft, OfWhatIsWaitedForAndStretched) {
    runner_.set_setting(file_.compiled->setting("pace"), 1);
    press("title", "save");
    EXPECT_EQ(said(ItemKind::label), "At most 16 s|");
    runner_.advance(4);
    EXPECT_EQ(said(ItemKind::label), "At most 12 s|");
    EXPECT_FLOAT_EQ(share(), 0.75F);
}

TEST_F(TimeLeft, OfAChangeThatIsToBeKept) {
    const CompiledFlow& flow = *file_.compiled;
    ASSERT_TRUE(runner_.replay(Move::change(flow.control(ScreenId{0}, "window"), 1)));
    runner_.advance(2.5);
    EXPECT_NE(said(ItemKind::button).find("As it was (10)"), std::string::npos)
        << said(ItemKind::button);
}

/// Places do not change with the seconds, whenever the window does.
TEST_F(TimeLeft, MovesNothing) {
    press("title", "splash");
    const CompiledFlow& flow = *file_.compiled;
    const ControlId back = flow.control(flow.screen("splash"), "back");
    runner_.resize(1280, 720);
    const Rect before = runner_.bounds_of(back);
    runner_.advance(7);
    runner_.resize(640, 360);
    runner_.resize(1280, 720);
    EXPECT_EQ(said(ItemKind::label), "3|");
    EXPECT_EQ(runner_.bounds_of(back), before);
}

/// Whoever sleeps until something changes is woken for each second.
TEST_F(TimeLeft, WakesOnceASecond) {
    press("title", "splash");
    runner_.advance_pictures(10);
    runner_.view();
    int woken = 0;
    for (std::string last = said(ItemKind::label); runner_.time_left(); ++woken) {
        const double next = runner_.time_until_change().value_or(100);
        ASSERT_GT(next, 0);
        ASSERT_LE(next, 1.001);
        runner_.advance(next);
        runner_.advance_pictures(10);
        if (!runner_.time_left()) break;
        EXPECT_NE(said(ItemKind::label), last);
        last = said(ItemKind::label);
        ASSERT_LT(woken, 12);
    }
    EXPECT_EQ(woken, 9); // from ten to one
}

} // namespace
} // namespace rondix::test
