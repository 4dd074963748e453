// Controls in the Runner: toggles, sliders, choices, lists, entries, pages, presses that are held.
#include "rondix/runtime/runner.hpp"
#include "support.hpp"

namespace rondix::test {
namespace {

const std::string wheelhouse = R"(
rondix: 1
start: helm
settings:
  music: { from: 0, to: 100, by: 5, default: 70 }
  gulls: { default: yes }
  size: { one-of: [small, middle, large], default: middle }
  captain: { max-length: 6, default: Odwin }
screens:
  helm:
    layout: { at: top, width: 600 }
    groups: { one: { as: column, width: 500 }, two: { as: column, width: 500 } }
    controls:
      - { toggle: gulls, text: Gulls, setting: gulls, hint: They cry }
      - { slider: music, text: Music, setting: music }
      - { choice: size, text: Size, setting: size }
      - { text-field: captain, text: Captain, setting: captain }
      - { button: sink, text: Sink, press: tell sunk, hold: 1s }
      - { button: horn, text: Horn, press: tell horn, cooldown: 2s }
      - { label: hint, shows: hint }
      - { label: captains, setting: captain }
      - { button: cargo, text: Cargo, press: open cargo }
      - { button: leave, text: Leave, press: quit }
      - { pages: sides, show: [one, two], place: { at: bottom, size: 500x80 } }
      - { button: first, text: First, press: tell first, in: one }
      - { button: second, text: Second, press: tell second, in: two }
  cargo:
    controls:
      - { list: hold, columns: 3, rows: 4, press: tell crate }
      - { button: back, press: back }
)";

class Controls : public testing::Test {
  protected:
    Controls()
        : file_(good_flow(wheelhouse))
        , runner_(*file_.compiled) {
        runner_.start();
        runner_.advance(1);
    }
    const CompiledFlow& flow() const { return *file_.compiled; }
    ControlId control(const char* name) const {
        const ScreenId screen = runner_.menu_state().current();
        const ControlId id = flow().control(screen, name);
        EXPECT_NE(id, no_control) << name;
        return id;
    }
    std::string value(const char* name) const {
        const SettingId id = flow().setting(name);
        if (flow()[id].kind == SettingKind::text) return std::string(runner_.text_of(id));
        return std::string(
            flow().text(flow().words[flow()[id].words.begin + runner_.value_of(id)]));
    }
    void tap(Button button) {
        runner_.press(button);
        runner_.release(button);
    }
    void focus_on(const char* name) {
        runner_.pointer_moves(runner_.bounds_of(control(name)).middle());
        ASSERT_EQ(runner_.focus(), control(name));
    }
    void click(Point at) {
        runner_.pointer_presses(at);
        runner_.pointer_releases(at);
    }
    std::size_t count(EffectKind kind) {
        std::size_t many = 0;
        for (const Effect& effect : runner_.take_effects()) many += effect.kind == kind ? 1 : 0;
        return many;
    }
    Item item(const char* name, ItemKind kind) {
        for (const Item& item : runner_.view())
            if (item.control == control(name) && item.kind == kind) return item;
        ADD_FAILURE() << name << " is not to be seen";
        return {};
    }

    FlowFile file_;
    Runner runner_;
};

TEST_F(Controls, TogglesTurn) {
    focus_on("gulls");
    EXPECT_EQ(item("gulls", ItemKind::value).text, "On");
    tap(Button::accept);
    EXPECT_EQ(value("gulls"), "no");
    EXPECT_EQ(item("gulls", ItemKind::value).text, "Off");
    EXPECT_EQ(count(EffectKind::setting), 1u);
    click(runner_.bounds_of(control("gulls")).middle());
    EXPECT_EQ(value("gulls"), "yes");
}

TEST_F(Controls, SlidersStepRepeatAndStopAtTheirEnds) {
    focus_on("music");
    tap(Button::right);
    EXPECT_EQ(value("music"), "75");
    EXPECT_EQ(runner_.focus(), control("music")); // left and right are its own
    tap(Button::left);
    tap(Button::left);
    EXPECT_EQ(value("music"), "65");
    runner_.press(Button::right);
    for (int i = 0; i < 100; ++i) runner_.advance(0.05);
    EXPECT_EQ(value("music"), "100");
    runner_.release(Button::right);
    tap(Button::right);
    EXPECT_EQ(value("music"), "100");
    EXPECT_FLOAT_EQ(item("music", ItemKind::track).amount, 1);
}

TEST_F(Controls, TheFocusDoesNotRunEverFaster) {
    focus_on("horn");
    runner_.press(Button::down);
    std::size_t moves = 0;
    ControlId last = runner_.focus();
    for (int i = 0; i < 60; ++i) { // three seconds, past sliders, which use up and down not at all
        runner_.advance(0.05);
        moves += runner_.focus() != last ? 1 : 0;
        last = runner_.focus();
    }
    // After 0.4 s once in 0.1 s; the slider that it stands on now and then does repeat faster.
    EXPECT_LE(moves, 36u);
    EXPECT_GE(moves, 20u);
}

TEST_F(Controls, SlidersAreDragged) {
    const Rect track = item("music", ItemKind::track).bounds;
    const Point left{track.x + 1, track.middle().y};
    runner_.pointer_presses(left);
    EXPECT_EQ(value("music"), "0");
    runner_.pointer_moves({track.middle().x, track.y - 300}); // it follows outside as well
    EXPECT_EQ(value("music"), "50");
    runner_.pointer_moves({track.right() + 500, 0});
    EXPECT_EQ(value("music"), "100");
    runner_.pointer_releases({track.right() + 500, 0});
    runner_.pointer_moves(left);
    EXPECT_EQ(value("music"), "100");
    const Item knob = item("music", ItemKind::knob);
    EXPECT_NEAR(knob.bounds.middle().x, track.right(), 0.1);
}

TEST_F(Controls, ChoicesGoRound) {
    focus_on("size");
    tap(Button::right);
    EXPECT_EQ(value("size"), "large");
    tap(Button::right);
    EXPECT_EQ(value("size"), "small");
    tap(Button::left);
    EXPECT_EQ(value("size"), "large");
    tap(Button::accept);
    EXPECT_EQ(value("size"), "small");
}

TEST_F(Controls, EntriesAreTypedIn) {
    focus_on("captain");
    tap(Button::accept);
    EXPECT_EQ(runner_.typing(), control("captain"));
    EXPECT_EQ(count(EffectKind::begin_text), 1u);
    runner_.type("yß");
    EXPECT_EQ(item("captain", ItemKind::value).text, "Odwiny"); // six letters at most
    runner_.erase();
    runner_.type("ß");
    EXPECT_EQ(value("captain"), "Odwin"); // not yet
    tap(Button::down);                    // says nothing meanwhile
    EXPECT_EQ(runner_.focus(), control("captain"));
    tap(Button::accept);
    EXPECT_EQ(value("captain"), "Odwinß");
    EXPECT_EQ(item("captains", ItemKind::label).text, "Odwinß");
    tap(Button::accept);
    runner_.erase();
    tap(Button::back);
    EXPECT_EQ(value("captain"), "Odwinß"); // back leaves it as it was, and the screen too
    EXPECT_EQ(runner_.typing(), no_control);
    EXPECT_FALSE(runner_.type("x"));
}

TEST_F(Controls, SomePressesHaveToBeHeld) {
    focus_on("sink");
    runner_.press(Button::accept);
    runner_.advance(0.9);
    EXPECT_NEAR(item("sink", ItemKind::button).amount, 0.9, 0.01);
    runner_.release(Button::accept);
    runner_.advance(1);
    EXPECT_EQ(count(EffectKind::told), 0u);
    runner_.press(Button::accept);
    runner_.advance(3);
    EXPECT_EQ(count(EffectKind::told), 1u); // once
    runner_.release(Button::accept);
    const Point middle = runner_.bounds_of(control("sink")).middle();
    runner_.pointer_presses(middle);
    runner_.advance(0.6);
    runner_.pointer_moves({0, 0}); // slid off
    runner_.advance(0.6);
    runner_.pointer_releases({0, 0});
    EXPECT_EQ(count(EffectKind::told), 0u);
    runner_.pointer_presses(middle);
    runner_.advance(1.1);
    runner_.pointer_releases(middle);
    EXPECT_EQ(count(EffectKind::told), 1u);
}

TEST_F(Controls, SomePressesNeedTimeToCool) {
    focus_on("horn");
    tap(Button::accept);
    tap(Button::accept);
    runner_.advance(1.9);
    tap(Button::accept);
    EXPECT_EQ(count(EffectKind::told), 1u);
    runner_.advance(0.2);
    tap(Button::accept);
    EXPECT_EQ(count(EffectKind::told), 1u);
}

TEST_F(Controls, HintsFollowTheFocus) {
    focus_on("gulls");
    EXPECT_EQ(item("hint", ItemKind::label).text, "They cry");
    focus_on("music");
    EXPECT_EQ(item("hint", ItemKind::label).text, "");
}

TEST_F(Controls, ShoulderButtonsTurnPages) {
    const auto seen = [&](const char* name) {
        for (const Item& item : runner_.view())
            if (item.control == control(name)) return true;
        return false;
    };
    EXPECT_TRUE(seen("first") && !seen("second"));
    focus_on("first");
    tap(Button::pages_on);
    EXPECT_TRUE(!seen("first") && seen("second"));
    EXPECT_NE(runner_.focus(), control("first")); // handed on
    EXPECT_NE(runner_.focus(), no_control);
    tap(Button::pages_on);
    EXPECT_TRUE(seen("first") && !seen("second"));
    tap(Button::pages_back);
    EXPECT_TRUE(!seen("first") && seen("second"));
}

/// Crates with numbers for names, kept by the game.
struct Hold {
    std::vector<std::string> names;
    std::size_t asked = 0;
    explicit Hold(std::uint32_t count) {
        for (std::uint32_t i = 0; i < count; ++i) names.push_back("crate " + std::to_string(i));
    }
    ListRows rows() {
        return {static_cast<std::uint32_t>(names.size()), this, [](void* self, std::uint32_t i) {
                    auto& hold = *static_cast<Hold*>(self);
                    ++hold.asked;
                    return ListRow{hold.names[i], 0, i == 4};
                }};
    }
};

class ListControl : public Controls {
  protected:
    ListControl() {
        std::string fault;
        runner_.replay(*read_move(flow(), runner_.menu_state(), "press cargo", fault));
        runner_.advance(1);
        list_ = control("hold");
    }
    std::uint32_t row() const { return runner_.row_in_focus(list_); }
    std::vector<std::uint32_t> rows_seen() {
        std::vector<std::uint32_t> rows;
        for (const Item& item : runner_.view())
            if (item.kind == ItemKind::row) rows.push_back(item.row);
        return rows;
    }

    ControlId list_{};
};

TEST_F(ListControl, IsUsableOnlyWithRows) {
    Hold none(0), some(2);
    EXPECT_FALSE(usable(flow(), runner_.menu_state(), list_));
    EXPECT_TRUE(runner_.set_rows(list_, some.rows()));
    EXPECT_TRUE(usable(flow(), runner_.menu_state(), list_));
    EXPECT_EQ(rows_seen().size(), 2u);
    runner_.set_rows(list_, none.rows());
    EXPECT_EQ(runner_.focus(), control("back"));
    EXPECT_TRUE(rows_seen().empty());
}

TEST_F(ListControl, DirectionsMoveAmongRowsAndLeadOnAtTheEdges) {
    Hold hold(8); // three lines, the last one short
    runner_.set_rows(list_, hold.rows());
    runner_.pointer_moves(runner_.bounds_of_row(list_, 0).middle());
    tap(Button::right);
    tap(Button::right);
    EXPECT_EQ(row(), 2u);
    tap(Button::right);
    EXPECT_EQ(row(), 2u);
    tap(Button::down);
    tap(Button::down);
    EXPECT_EQ(row(), 7u); // nothing stands under row 5 but the end of the list
    EXPECT_EQ(runner_.focus(), list_);
    tap(Button::down);
    EXPECT_EQ(runner_.focus(), control("back"));
    tap(Button::up);
    EXPECT_EQ(runner_.focus(), list_);
    EXPECT_EQ(row(), 7u); // as it was left
}

TEST_F(ListControl, TheRowInFocusIsAlwaysSeen) {
    Hold hold(1000);
    runner_.set_rows(list_, hold.rows());
    runner_.pointer_moves(runner_.bounds_of_row(list_, 0).middle());
    for (int i = 0; i < 200; ++i) {
        tap(Button::down);
        const auto seen = rows_seen();
        ASSERT_NE(std::find(seen.begin(), seen.end(), row()), seen.end());
        ASSERT_EQ(seen.size(), 12u);
    }
    EXPECT_EQ(row(), 600u);
    runner_.scroll(runner_.bounds_of(list_).middle(), -1000);
    EXPECT_EQ(rows_seen().front(), 0u);
    runner_.scroll(runner_.bounds_of(list_).middle(), 1e6);
    EXPECT_EQ(rows_seen().back(), 999u);
}

TEST_F(ListControl, TenThousandRowsCostNoMoreThanFifty) {
    Hold few(50), many(10'000);
    const auto asked = [&](Hold& hold) {
        runner_.set_rows(list_, hold.rows());
        hold.asked = 0;
        runner_.view();
        return hold.asked;
    };
    EXPECT_EQ(asked(few), asked(many));
}

TEST_F(ListControl, RowsArePressed) {
    Hold hold(30);
    runner_.set_rows(list_, hold.rows());
    click(runner_.bounds_of_row(list_, 3).middle());
    EXPECT_EQ(row(), 3u);
    EXPECT_EQ(count(EffectKind::told), 1u);
    click(runner_.bounds_of_row(list_, 4).middle()); // disabled
    EXPECT_EQ(count(EffectKind::told), 0u);
    tap(Button::right);
    tap(Button::accept);
    EXPECT_EQ(row(), 5u);
    EXPECT_EQ(count(EffectKind::told), 1u);
}

} // namespace
} // namespace rondix::test
