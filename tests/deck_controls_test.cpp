// Controls that take devices for themselves: a key that is chosen, a choice that unfolds, a list
// that is dragged.
#include "deck.hpp"

namespace rondix::test {
namespace {

class DeckControls : public Devices {};

// --- keys that the player chooses

TEST_F(DeckControls, AControlTakesTheNextKey) {
    runner_.pointer_moves(at("accept"));
    EXPECT_EQ(text_of("accept", ItemKind::value), "Return");
    effects();
    runner_.press_code(Device::keyboard, accept);
    EXPECT_EQ(runner_.listening(), control("accept"));
    EXPECT_EQ(text_of("accept", ItemKind::value), "Press a key");
    runner_.press_code(Device::keyboard, accept); // which the system repeats while it is held
    EXPECT_EQ(runner_.listening(), control("accept"));
    runner_.release_code(Device::keyboard, accept);
    tap(Device::keyboard, escape); // any key at all
    EXPECT_EQ(runner_.listening(), no_control);
    EXPECT_EQ(text_of("accept", ItemKind::value), "Escape");
    EXPECT_EQ(effects(), "setting:0");
    EXPECT_EQ(runner_.bindings().meaning(DeviceKind::keyboard, accept), target_of(Button::menu));
    EXPECT_EQ(runner_.bindings().meaning(DeviceKind::pad, accept), target_of(Button::accept));
    runner_.pointer_moves(at("horn"));
    effects();
    tap(Device::keyboard, escape);
    EXPECT_EQ(effects(), "horn");
}

TEST_F(DeckControls, ListeningEndsByItselfByThePointerAndByLeaving) {
    const auto listen = [&] {
        runner_.pointer_presses(at("accept"));
        runner_.pointer_releases(at("accept"));
        EXPECT_EQ(runner_.listening(), control("accept"));
    };
    listen();
    runner_.advance(Runner::listening_time - 0.1);
    EXPECT_NE(runner_.listening(), no_control);
    runner_.advance(0.2);
    EXPECT_EQ(runner_.listening(), no_control);
    listen();
    runner_.pointer_presses(at("horn"));
    EXPECT_EQ(runner_.listening(), no_control);
    runner_.pointer_releases(at("horn"));
    listen();
    runner_.press(Button::accept); // a game without codes
    EXPECT_EQ(runner_.listening(), no_control);
}

TEST_F(DeckControls, ResetBringsTheFirstKeysBack) {
    const FlowFile file = good_flow(R"(
rondix: 1
start: a
settings: { k: { binds: accept } }
screens:
  a: { controls: [{ button: r, press: reset k }, { binding: k, setting: k }, { button: q, press: quit }] }
)");
    Runner runner(*file.compiled);
    Bindings bindings(*file.compiled);
    bindings.add(DeviceKind::keyboard, accept, target_of(Button::accept));
    bindings.add(DeviceKind::keyboard, back, target_of(Button::back));
    runner.set_bindings(bindings, {});
    runner.start();
    runner.rebind(DeviceKind::keyboard, back, target_of(Button::accept));
    EXPECT_EQ(runner.bindings().meaning(DeviceKind::keyboard, accept), target_of(Button::back));
    ASSERT_TRUE(runner.replay(Move::press(ControlId{0})));
    EXPECT_EQ(runner.bindings().meaning(DeviceKind::keyboard, accept), target_of(Button::accept));
    EXPECT_EQ(runner.bindings().meaning(DeviceKind::keyboard, back), target_of(Button::back));
}

// --- a choice that unfolds

TEST_F(DeckControls, AChoiceUnfoldsOverTheScreen) {
    runner_.pointer_moves(at("size"));
    effects();
    tap(Device::keyboard, accept);
    ASSERT_EQ(runner_.unfolded(), control("size"));
    std::size_t rows = 0;
    for (const Item& item : runner_.view()) rows += item.kind == ItemKind::row ? 1 : 0;
    EXPECT_EQ(rows, Runner::max_unfolded);
    EXPECT_EQ(runner_.accessible_info(control("size")).value, "two");
    for (int i = 0; i < 12; ++i) {
        runner_.press(Button::down);
        runner_.release(Button::down);
    }
    EXPECT_EQ(runner_.accessible_info(control("size")).value, "ten"); // it stops there, and is seen
    EXPECT_EQ(runner_.view().back().text, "ten");
    EXPECT_EQ(runner_.take_moves().size(), 0u);
    tap(Device::keyboard, back);
    EXPECT_EQ(runner_.unfolded(), no_control);
    EXPECT_EQ(screen(), "helm");
    EXPECT_EQ(runner_.value_of(flow().setting("size")), 1);
    tap(Device::keyboard, accept);
    runner_.press(Button::up);
    tap(Device::keyboard, accept);
    EXPECT_EQ(runner_.value_of(flow().setting("size")), 0);
    EXPECT_EQ(runner_.unfolded(), no_control);
}

TEST_F(DeckControls, TheUnfoldedListIsPickedByPointerWheelAndFinger) {
    const auto row = [&](std::uint32_t number) {
        return runner_.bounds_of_row(control("size"), number).middle();
    };
    const auto click = [&](Point point, Device by) {
        runner_.pointer_presses(point, by);
        runner_.pointer_releases(point, by);
    };
    click(at("size"), Device::mouse);
    ASSERT_EQ(runner_.unfolded(), control("size"));
    click(row(3), Device::mouse);
    EXPECT_EQ(runner_.value_of(flow().setting("size")), 3);
    click(at("size"), Device::finger(0));
    runner_.scroll(row(4), 5);
    click(row(9), Device::finger(0));
    EXPECT_EQ(runner_.value_of(flow().setting("size")), 9);
    click(at("size"), Device::mouse);
    const Point outside{2, 2};
    click(outside, Device::mouse);
    EXPECT_EQ(runner_.unfolded(), no_control);
    EXPECT_EQ(runner_.value_of(flow().setting("size")), 9);
    const Rect canvas{0, 0, 1280, 720};
    click(at("size"), Device::mouse);
    for (const Item& item : runner_.view())
        if (item.kind == ItemKind::row) {
            EXPECT_TRUE(canvas.contains(item.bounds.middle()));
        }
}

// --- lists that are dragged

TEST_F(DeckControls, AListIsDraggedAndPressesNothingThen) {
    runner_.set_rows(flow().control(flow().screen("cargo"), "hold"),
                     {100, nullptr, [](void*, std::uint32_t) { return ListRow{"crate"}; }});
    runner_.pointer_presses(at("cargo"));
    runner_.pointer_releases(at("cargo"));
    ASSERT_EQ(screen(), "cargo");
    settle();
    effects();
    const Point from = runner_.bounds_of_row(control("hold"), 6).middle();
    const float line =
        runner_.bounds_of_row(control("hold"), 2).y - runner_.bounds_of_row(control("hold"), 0).y;
    runner_.pointer_presses(from, Device::finger(0));
    runner_.pointer_moves({from.x, from.y - 3 * line}, Device::finger(0));
    runner_.pointer_releases({from.x, from.y - 3 * line}, Device::finger(0));
    EXPECT_EQ(effects().find("crate"), std::string::npos);
    const Rect seen = runner_.bounds_of(control("hold"));
    EXPECT_TRUE(seen.contains(
        runner_.bounds_of_row(control("hold"), runner_.row_in_focus(control("hold"))).middle()));
    EXPECT_GE(runner_.row_in_focus(control("hold")), 6u);
    EXPECT_LT(runner_.bounds_of_row(control("hold"), 0).y, seen.y); // it is scrolled
    runner_.pointer_presses(from, Device::finger(0));
    runner_.pointer_moves({from.x + 4, from.y + 5},
                          Device::finger(0)); // a finger is never quite still
    runner_.pointer_releases({from.x + 4, from.y + 5}, Device::finger(0));
    EXPECT_NE(effects().find("crate"), std::string::npos);
}

} // namespace
} // namespace rondix::test
