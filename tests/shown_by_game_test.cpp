// Controls with `shows: game`. What stands here follows from what docs/in-a-game.md says of them:
// what the game sets is shown at once, what it has not set is as the flow says, and nothing moves.
#include "support.hpp"

#include "rondix/painter.hpp"
#include "rondix/runtime/runner.hpp"

#include <algorithm>
#include <limits>
#include <random>
#include <span>
#include <utility>
#include <vector>

namespace rondix::test {
namespace {

constexpr const char* deck = R"(rondix: 1
start: deck
screens:
  deck:
    controls:
      - { button: hold, text: Hold, press: open hold, shows: game, place: { at: top, size: 300x60 },
          pieces: [{ shows: value, text: "24", place: { at: right, size: 60x30 } },
                   { shows: picture, file: art/tea.svg, place: { at: left, size: 40x40 } }] }
      - { label: speed, text: Speed, shows: game, place: { at: middle, size: 300x60 },
          pieces: [{ shows: track, share: 65%, place: { at: bottom, size: 200x10 } },
                   { shows: knob, share: 65%, place: { size: 10x20 } }] }
      - { picture: captain, file: art/nobody.svg, shows: game, place: { at: left, size: 90x120 } }
      - { panel: news, shows: game, text: "No news", place: { at: bottom, size: 400x60 } }
      - { label: plain, text: Plain, place: { at: right, size: 90x60 } }
      - { button: leave, text: Leave, press: quit, place: { at: bottom-right, size: 90x60 } }
  hold:
    controls:
      - { button: back, text: Back, press: back }
)";

class ShownByGame : public ::testing::Test {
  protected:
    ShownByGame()
        : file_(good_flow(deck))
        , runner_(*file_.compiled) {
        runner_.set_motion(false);
        runner_.start();
        runner_.advance(1);
    }
    ControlId control(std::string_view name) const {
        return file_.compiled->control(ScreenId{0}, name);
    }
    /// The parts of a control that are drawn, its body first.
    std::vector<Item> parts(std::string_view name) {
        std::vector<Item> parts;
        for (const Item& item : runner_.view())
            if (item.control == control(name)) parts.push_back(item);
        return parts;
    }

    FlowFile file_;
    Runner runner_;
};

TEST_F(ShownByGame, IsAsTheFlowSaysUntilItIsSet) {
    EXPECT_EQ(parts("hold").at(0).text, "Hold");
    EXPECT_EQ(parts("hold").at(1).text, "24");
    EXPECT_EQ(parts("hold").at(2).picture, file_.compiled->picture("art/tea.svg"));
    EXPECT_FLOAT_EQ(parts("speed").at(1).amount, 0.65F);
    EXPECT_EQ(parts("captain").at(0).picture, file_.compiled->picture("art/nobody.svg"));
    EXPECT_EQ(parts("news").at(0).text, "No news");
}

TEST_F(ShownByGame, IsWhatTheGameSetsFromThenOn) {
    EXPECT_TRUE(runner_.set_shown_text(control("hold"), "The hold"));
    EXPECT_TRUE(runner_.set_shown_value(control("hold"), "7"));
    EXPECT_TRUE(runner_.set_shown_picture(control("hold"), own_picture(12)));
    EXPECT_TRUE(runner_.set_shown_share(control("speed"), 0.25F));
    EXPECT_TRUE(runner_.set_shown_picture(control("captain"), no_picture));
    EXPECT_TRUE(runner_.set_shown_text(control("news"), ""));
    EXPECT_EQ(parts("hold").at(0).text, "The hold");
    EXPECT_EQ(parts("hold").at(1).text, "7");
    EXPECT_TRUE(is_own(parts("hold").at(2).picture));
    EXPECT_EQ(own_number(parts("hold").at(2).picture), 12);
    EXPECT_FLOAT_EQ(parts("speed").at(1).amount, 0.25F);
    EXPECT_EQ(parts("captain").at(0).picture, no_picture);
    EXPECT_EQ(parts("news").at(0).text, "");
    // The knob stands on the track, where it is.
    const std::vector<Item> speed = parts("speed");
    EXPECT_FLOAT_EQ(speed.at(2).bounds.middle().x,
                    speed.at(1).bounds.x + 0.25F * speed.at(1).bounds.width);
    runner_.set_mirrored(true);
    const std::vector<Item> mirrored = parts("speed");
    EXPECT_FLOAT_EQ(mirrored.at(2).bounds.middle().x,
                    mirrored.at(1).bounds.x + 0.75F * mirrored.at(1).bounds.width);
    // It outlives what closes the screen.
    runner_.press(Button::accept);
    runner_.advance(1);
    runner_.release(Button::accept);
    runner_.press(Button::back);
    runner_.advance(1);
    EXPECT_EQ(parts("hold").at(1).text, "7");
}

TEST_F(ShownByGame, HasPicturesOfItsOwnBesideThoseOfTheFlow) {
    for (unsigned number = 0; number <= 0xFFFF; ++number) {
        const PictureId id = own_picture(static_cast<std::uint16_t>(number));
        EXPECT_EQ(is_own(id), number < 0x7FFF) << number;
        if (is_own(id)) {
            EXPECT_EQ(own_number(id), number);
        } else {
            EXPECT_EQ(id, no_picture) << number; // none, and no picture of the flow
        }
    }
}

TEST_F(ShownByGame, TakesWhatIsOutOfRange) {
    for (const float share : {-1.0F, std::numeric_limits<float>::quiet_NaN()}) {
        runner_.set_shown_share(control("speed"), share);
        EXPECT_EQ(parts("speed").at(1).amount, 0) << share;
    }
    runner_.set_shown_share(control("speed"), 1e30F);
    EXPECT_EQ(parts("speed").at(1).amount, 1);
    EXPECT_FALSE(runner_.set_shown_picture(control("captain"), PictureId(2))); // there are two
    EXPECT_FALSE(runner_.set_shown_picture(control("captain"), PictureId(0x7FFF)));
    for (const ControlId none : {control("plain"), control("leave"), no_control}) {
        EXPECT_FALSE(runner_.set_shown_text(none, "x"));
        EXPECT_FALSE(runner_.set_shown_value(none, "x"));
        EXPECT_FALSE(runner_.set_shown_share(none, 1));
        EXPECT_FALSE(runner_.set_shown_picture(none, no_picture));
    }
    EXPECT_EQ(parts("plain").at(0).text, "Plain");
    runner_.set_shown_value(control("hold"), std::string(1000, 'x'));
    EXPECT_EQ(parts("hold").at(1).text.size(), Runner::longest_shown);
    EXPECT_LT(parts("hold").at(1).text_scale, 1); // it has to fit
}

TEST_F(ShownByGame, MovesNothingAndAsksForANewPictureOnlyWhenItChanges) {
    const auto bounds = [&] {
        std::vector<Rect> all;
        for (const Item& item : runner_.view())
            if (item.kind != ItemKind::knob) all.push_back(item.bounds);
        return all;
    };
    const std::vector<Rect> before = bounds();
    std::mt19937 random(3);
    const char* names[] = {"hold", "speed", "captain", "news"};
    for (int i = 0; i < 500; ++i) {
        const ControlId to = control(names[random() % 4]);
        const std::string text(random() % 60, 'w');
        const auto set = [&, what = random() % 4, share = random() % 3] {
            switch (what) {
            case 0: return runner_.set_shown_text(to, text);
            case 1: return runner_.set_shown_value(to, text);
            case 2: return runner_.set_shown_share(to, static_cast<float>(share) / 2);
            default: return runner_.set_shown_picture(to, own_picture(share));
            }
        };
        EXPECT_TRUE(set());
        EXPECT_EQ(bounds(), before);
        EXPECT_FALSE(runner_.needs_redraw());
        set();
        EXPECT_FALSE(runner_.needs_redraw()); // it is what it was
    }
    runner_.set_shown_text(control("news"), "Fog!");
    EXPECT_TRUE(runner_.needs_redraw());
}

TEST_F(ShownByGame, IsHeardToo) {
    runner_.set_shown_text(control("hold"), "The hold");
    runner_.set_shown_value(control("hold"), "7 crates");
    const AccessibleInfo heard = runner_.accessible_info(control("hold"));
    EXPECT_EQ(heard.name, "The hold");
    EXPECT_EQ(heard.value, "7 crates");
    runner_.set_shown_text(control("hold"), ""); // nothing to be heard: its own name is
    EXPECT_EQ(runner_.accessible_info(control("hold")).name, "Hold");
}

TEST_F(ShownByGame, IsPaintedFromPixelsOfTheGame) {
    Painter painter(*file_.compiled);
    constexpr std::uint32_t green = 0xFF00FF00;
    std::vector<std::uint32_t> small(16, green);
    painter.set_picture(3, {small.data(), 4, 4, 16});
    small.assign(16, 0); // it was copied
    runner_.set_shown_picture(control("captain"), own_picture(3));
    std::vector<std::uint32_t> window(1280 * 720);
    const auto middle = [&] {
        painter.paint(runner_.canvas(), runner_.view(), {window.data(), 1280, 720, 1280 * 4});
        const Point at = runner_.bounds_of(control("captain")).middle();
        return window[static_cast<std::size_t>(at.y) * 1280 + static_cast<std::size_t>(at.x)] |
               0xFF000000;
    };
    EXPECT_EQ(middle(), green);
    small.assign(16, 0xFFFF0000);
    painter.set_picture(3, {small.data(), 4, 4, 16});
    EXPECT_EQ(middle(), 0xFFFF0000);
    runner_.set_shown_picture(control("captain"), own_picture(4)); // nobody set that one
    EXPECT_NE(middle(), 0xFFFF0000);
    painter.set_picture(3, {nullptr, 0, 0, 0}); // no pixels: no picture
    runner_.set_shown_picture(control("captain"), own_picture(3));
    EXPECT_NE(middle(), 0xFFFF0000);
}

TEST(ShownByTime, IsABarInALabel) {
    const FlowFile file = good_flow(R"(rondix: 1
start: splash
screens:
  splash:
    moves-on: { after: 4s, do: quit }
    controls:
      - { label: left, shows: time-left, place: { size: 300x60 },
          pieces: [{ shows: track, place: { at: bottom, size: 200x10 } }] }
)");
    Runner runner(*file.compiled);
    runner.start();
    for (int tenths = 0; tenths < 40; ++tenths) {
        const std::span<const Item> items = runner.view();
        const auto track = std::ranges::find(items, ItemKind::track, &Item::kind);
        ASSERT_NE(track, items.end());
        EXPECT_NEAR(track->amount, 1 - tenths / 40.0, 0.001);
        runner.advance(0.1);
    }
}

TEST(ShownWrongly, IsToldWhereItStands) {
    const std::pair<const char*, const char*> slips[] = {
        {"{ button: x, text: X, press: quit, shows: hint }", "only a label shows 'hint'"},
        {"{ label: x, text: X, pieces: [{ shows: picture }] }",
         "only a control with 'shows: game' shows a picture"},
        {"{ label: x, text: X, pieces: [{ shows: value }] }", "shows a 'value'"},
        {"{ label: x, shows: game, pieces: [{ shows: value, share: 3% }] }",
         "'share' has no effect without"},
        {"{ slider: x, text: X, setting: y, pieces: [{ shows: track, share: 3% }] }",
         "'share' has no effect in a control without"},
        {"{ label: x, shows: game, pieces: [{ shows: track, share: 300% }] }",
         "a share from 0% to 100%"},
        {"{ label: x, shows: time-left, pieces: [{ shows: value }] }", "shows a 'value'"},
        {"{ toggle: x, text: X, setting: y, shows: game }", "'shows'"},
    };
    for (const auto& [control, words] : slips) {
        const FlowFile file = load_flow_text(
            "test.flow.yaml",
            std::string("rondix: 1\nstart: deck\nsettings: { y: { from: 0, to: 9, by: 1 } }\n"
                        "screens:\n  deck:\n    controls:\n      - ") +
                control + "\n");
        EXPECT_NE(all_text(file).find(words), std::string::npos) << control << "\n"
                                                                 << all_text(file);
        EXPECT_NE(all_text(file).find(":7:"), std::string::npos) << all_text(file);
    }
}

} // namespace
} // namespace rondix::test
