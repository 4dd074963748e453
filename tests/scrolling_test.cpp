// Groups that scroll. What players expect stands here as properties over random screens: the focus
// is always seen, whatever order of directions led to it; everything can be brought into view by
// wheel alone and by a finger alone; what cannot be seen cannot be pressed; nothing is drawn
// outside.
#include "random_screen.hpp"
#include "reference/part.hpp"

#include <cmath>
#include <random>

namespace rondix::test {
namespace {

bool contains(const Rect& outer, const Rect& inner, float slack = 0.6F) {
    return inner.x >= outer.x - slack && inner.y >= outer.y - slack &&
           inner.right() <= outer.right() + slack && inner.bottom() <= outer.bottom() + slack;
}

/// Of a control, as it is drawn; none: it is not.
std::optional<Item> drawn(Runner& runner, ControlId control) {
    for (const Item& item : runner.view())
        if (item.control == control) return item; // its body comes first
    return std::nullopt;
}

class ScrolledScreen : public testing::Test {
  protected:
    /// A Runner on a screen, without motion.
    Runner& begin(const std::string& text) {
        runner_.reset();
        file_ = good_flow(text);
        runner_ = std::make_unique<Runner>(*file_.compiled);
        runner_->set_motion(false);
        runner_->start();
        runner_->advance(1);
        return *runner_;
    }
    ControlId named(const std::string& name) const {
        return file_.compiled->control(ScreenId{0}, name);
    }
    static void tap(Runner& runner, Button button) {
        runner.press(button);
        runner.release(button);
        runner.take_effects();
    }

    /// As a whole, where its group has room for that, and a direction led there.
    void expect_focus_seen(bool as_a_whole) {
        const ControlId focus = runner_->focus();
        ASSERT_NE(focus, no_control);
        const auto item = drawn(*runner_, focus);
        if (!item && !as_a_whole) return; // a page of it has nothing that could have the focus
        ASSERT_TRUE(item) << "the focus is not drawn";
        if (item->clip.width <= 0) return;
        const Rect own = item->bounds;
        if (item->clip.height < 14 || item->clip.width < 14 || own.width <= 0 || own.height <= 0)
            return; // no room at all
        ++scrolled_;
        EXPECT_TRUE(runner_->seen_of(focus).width > 0 || !sees_some(item->clip));
        if (as_a_whole && fits_view(*item)) {
            EXPECT_TRUE(contains(item->clip, own)) << "the focus is cut";
        }
    }
    /// Whether anything that can be used is seen in what has this clip.
    bool sees_some(const Rect& clip) {
        for (const Item& item : runner_->view()) {
            if (item.control == no_control || item.clip != clip) continue;
            if (!usable(*file_.compiled, runner_->menu_state(), item.control)) continue;
            const Rect seen = runner_->seen_of(item.control);
            if (seen.width > 8 && seen.height > 8) return true;
        }
        return false;
    }
    /// (What is drawn is a little more than what things are brought into.)
    static bool fits_view(const Item& item) {
        return item.bounds.width <= item.clip.width - 13 &&
               item.bounds.height <= item.clip.height - 13;
    }

    FlowFile file_;
    std::unique_ptr<Runner> runner_;
    std::size_t scrolled_ = 0;
};

TEST_F(ScrolledScreen, TheFocusIsSeenForEveryOrderOfDirections) {
    const Button buttons[] = {Button::up,   Button::down,  Button::left,     Button::right,
                              Button::down, Button::right, Button::pages_on, Button::pages_back};
    for (unsigned seed = 0; seed < part_of(how_many(1500)); ++seed) {
        RandomScreen screen(seed, Scrolling::some);
        const std::string text = screen.text([](std::size_t) { return false; });
        Runner& runner = begin(text);
        runner.set_mirrored(screen.number(4) == 0);
        if (screen.number(4) == 0) runner.resize(720, 1280);
        for (int i = 0; i < 60 && !HasFailure(); ++i) {
            const Button button = buttons[screen.number(8)];
            const ControlId before = runner.focus();
            if (screen.number(12) == 0)
                raise(runner, screen.number(1U << RandomScreen::flags));
            else
                tap(runner, button);
            expect_focus_seen(button <= Button::right && runner.focus() != before);
        }
        if (HasFailure()) FAIL() << "screen " << seed << ":\n" << text;
    }
    EXPECT_GT(scrolled_, 5 * at_least(how_many(1500)));
}

TEST_F(ScrolledScreen, DirectionsReachEverythingHoweverFarItIsScrolled) {
    for (unsigned seed = 0; seed < part_of(how_many(400)); ++seed) {
        RandomScreen screen(seed, Scrolling::some);
        const std::string text = screen.text([](std::size_t) { return false; });
        Runner& runner = begin(text);
        raise(runner, screen.number(1U << RandomScreen::flags));
        expect_reached(runner);
        std::vector<ControlId> routes[2];
        for (auto& found : routes) {
            for (std::uint32_t i = 0; i < runner.flow().controls.size(); ++i)
                for (int d = 0; d < 4; ++d) found.push_back(runner.route(ControlId{i}, Button(d)));
            for (int i = 0; i < 20; ++i) {
                const Point at{static_cast<float>(screen.number(1280)),
                               static_cast<float>(screen.number(720))};
                runner.scroll(at, static_cast<float>(screen.number(9)) - 4);
            }
        }
        EXPECT_EQ(routes[0], routes[1]);
        if (HasFailure()) FAIL() << "screen " << seed << ":\n" << text;
    }
}

TEST_F(ScrolledScreen, OnlyWhatIsSeenIsUnderThePointer) {
    std::size_t met = 0;
    for (unsigned seed = 0; seed < part_of(how_many(400)); ++seed) {
        RandomScreen screen(seed, Scrolling::some);
        const std::string text = screen.text([](std::size_t) { return false; });
        Runner& runner = begin(text);
        raise(runner, screen.number(1U << RandomScreen::flags));
        for (int i = 0; i < 60 && !HasFailure(); ++i) {
            const Point at{static_cast<float>(screen.number(1280)),
                           static_cast<float>(screen.number(720))};
            if (screen.number(3) == 0)
                runner.scroll(at, static_cast<float>(screen.number(9)) - 4,
                              static_cast<float>(screen.number(5)) - 2);
            if (!runner.pointer_moves(at)) continue;
            ++met;
            EXPECT_TRUE(runner.seen_of(runner.focus()).contains(at));
            for (const Item& item : runner.view())
                if (item.control == runner.focus() && item.clip.width > 0) {
                    EXPECT_TRUE(item.clip.contains(at));
                }
        }
        if (HasFailure()) FAIL() << "screen " << seed << ":\n" << text;
    }
    EXPECT_GT(met, at_least(how_many(400)));
}

// --- a store: 40 things in five columns, and a text, of which a part is seen

std::string store(const std::string& group = "as: grid, columns: 5, scroll: down",
                  int things = 40) {
    std::string text =
        "rondix: 1\nstart: store\nscreens:\n  store:\n    back: quit\n    groups:\n"
        "      shelf: { " +
        group +
        ", at: top-left, offset: 40 40, size: 620x300, gap: 10, item-size: 100x80 }\n"
        "      log: { as: column, scroll: down, at: top-right, size: 300x200 }\n"
        "    controls:\n";
    for (int i = 0; i < things; ++i) {
        const std::string number = std::to_string(i);
        for (const char* part :
             {"      - { button: thing", ", text: \"", "\", in: shelf, press: tell \""})
            text += part, text += number;
        text += "\" }\n";
    }
    for (int i = 0; i < 12; ++i)
        text +=
            "      - { label: line" + std::to_string(i) + ", text: A line of the log, in: log }\n";
    return text + "      - { button: leave, text: Leave, press: quit, place: { at: bottom } }\n";
}

constexpr Point on_shelf{300, 200}, on_log{1100, 100};

TEST_F(ScrolledScreen, ThingsTakeTheRoomThatTheyNeed) {
    // The same in a group with room for all: what scrolls has a bar besides.
    Runner& runner = begin(store());
    const FlowFile whole =
        good_flow(store("as: grid, columns: 5, pack: start, align: start, height: 4000"));
    const Runner other(*whole.compiled);
    const Rect first = runner.bounds_of(named("thing0"));
    const Rect there = other.bounds_of(whole.compiled->control(ScreenId{0}, "thing0"));
    for (int i = 0; i < 40; ++i) {
        const std::string name = "thing" + std::to_string(i);
        const Rect mine = runner.bounds_of(named(name));
        const Rect its = other.bounds_of(whole.compiled->control(ScreenId{0}, name));
        EXPECT_EQ(mine.width, 100);
        EXPECT_EQ(mine.height, 80);
        EXPECT_FLOAT_EQ(mine.y - first.y, its.y - there.y) << name;
    }
}

TEST_F(ScrolledScreen, TheWheelBringsEverythingIntoView) {
    Runner& runner = begin(store());
    std::vector<bool> seen(40, false);
    for (int i = 0; i < 60; ++i) {
        for (std::size_t k = 0; k < seen.size(); ++k) {
            const ControlId thing = named("thing" + std::to_string(k));
            seen[k] = seen[k] || runner.seen_of(thing) == runner.bounds_of(thing);
        }
        EXPECT_TRUE(runner.scroll(on_shelf, 1));
        EXPECT_GT(runner.seen_of(runner.focus()).width, 0);
    }
    EXPECT_EQ(std::count(seen.begin(), seen.end(), true), 40);
    EXPECT_EQ(runner.seen_of(named("thing39")), runner.bounds_of(named("thing39")));
    EXPECT_EQ(runner.seen_of(named("thing0")), Rect{});
    EXPECT_FALSE(runner.scroll({640, 600}, 1)); // nothing scrolls there: it is the game's
}

TEST_F(ScrolledScreen, AFingerTakesItAlongAndPressesNothing) {
    Runner& runner = begin(store());
    const Device finger{DeviceKind::touch, 0};
    const Rect before = runner.bounds_of(named("thing0"));
    EXPECT_TRUE(runner.pointer_presses(before.middle(), finger));
    runner.pointer_moves({before.middle().x, before.middle().y - 25}, finger);
    EXPECT_EQ(runner.bounds_of(named("thing0")).y, before.y - 25);
    runner.pointer_moves({before.middle().x, before.middle().y - 60}, finger);
    EXPECT_EQ(runner.bounds_of(named("thing0")).y, before.y - 60);
    EXPECT_TRUE(runner.pointer_releases({before.middle().x, before.middle().y - 60}, finger));
    for (const Effect& effect : runner.take_effects()) EXPECT_NE(effect.kind, EffectKind::told);
    // Near enough to where it went down, it is a press.
    const Point at = runner.bounds_of(named("thing11")).middle();
    runner.pointer_presses(at, finger);
    runner.pointer_moves({at.x + 3, at.y + 4}, finger);
    runner.pointer_releases({at.x + 3, at.y + 4}, finger);
    std::size_t told = 0;
    for (const Effect& effect : runner.take_effects()) told += effect.kind == EffectKind::told;
    EXPECT_EQ(told, 1u);
}

/// How far the first thing has gone when all stands still, and how many steps of time it took.
std::pair<float, int> flick(Runner& runner, ControlId first, double step) {
    const Device finger{DeviceKind::touch, 0};
    const float before = runner.bounds_of(first).y;
    float y = 280;
    runner.pointer_presses({300, y}, finger);
    for (int i = 0; i < std::lround(0.1 / step); ++i) {
        y -= static_cast<float>(1200 * step);
        runner.pointer_moves({300, y}, finger);
        runner.advance(step);
    }
    const float let_go = runner.bounds_of(first).y;
    runner.pointer_releases({300, y}, finger);
    int steps = 0;
    for (; runner.time_until_change() == 0.0 && steps < 10'000; ++steps) runner.advance(step);
    EXPECT_LT(runner.bounds_of(first).y, let_go - 20) << "it stands at once";
    return {runner.bounds_of(first).y - before, steps};
}

TEST_F(ScrolledScreen, WhatIsLetGoRunsOnAndComesToRest) {
    std::vector<float> ways;
    for (const double step : {1.0 / 30, 1.0 / 60, 1.0 / 240}) {
        Runner& runner = begin(store("as: grid, columns: 5, scroll: down", 400));
        runner.set_motion(true);
        runner.advance(1);
        const auto [way, steps] = flick(runner, named("thing0"), step);
        EXPECT_LT(steps * step, 3) << "it never stands";
        ways.push_back(way);
    }
    EXPECT_NEAR(ways[0], ways[1], 80); // the last move of the finger is not the same in each
    EXPECT_NEAR(ways[1], ways[2], 80);
    // A finger that rests before it goes up leaves all where it is.
    Runner& runner = begin(store());
    runner.set_motion(true);
    const Device finger{DeviceKind::touch, 0};
    runner.pointer_presses({300, 280}, finger);
    runner.pointer_moves({300, 200}, finger);
    for (int i = 0; i < 30; ++i) runner.advance(1.0 / 60);
    const float stood = runner.bounds_of(named("thing0")).y;
    runner.pointer_releases({300, 200}, finger);
    for (int i = 0; i < 30; ++i) runner.advance(1.0 / 60);
    EXPECT_NEAR(runner.bounds_of(named("thing0")).y, stood, 1);
}

const Item* bar(std::span<const Item> items, ItemKind kind) {
    for (const Item& item : items)
        if (item.kind == kind) return &item;
    return nullptr;
}

TEST_F(ScrolledScreen, TheBarShowsHowMuchFollowsAndCanBeDragged) {
    Runner& runner = begin(store());
    const Item track = *bar(runner.view(), ItemKind::scroll_track);
    const Item knob = *bar(runner.view(), ItemKind::scroll_knob);
    EXPECT_TRUE(contains(track.bounds, knob.bounds));
    EXPECT_FLOAT_EQ(knob.bounds.y, track.bounds.y); // at the beginning
    // Eight rows of 80 with gaps of 10, in a view of 300.
    EXPECT_NEAR(knob.bounds.height / track.bounds.height, 300.0 / 710, 0.01);
    EXPECT_TRUE(runner.pointer_presses(knob.bounds.middle()));
    const Point down{knob.bounds.middle().x, track.bounds.bottom() + 300};
    runner.pointer_moves(down);
    EXPECT_EQ(bar(runner.view(), ItemKind::scroll_knob)->state, LookState::pressed);
    EXPECT_EQ(runner.seen_of(named("thing39")), runner.bounds_of(named("thing39")));
    EXPECT_TRUE(runner.pointer_releases(down));
    EXPECT_NEAR(bar(runner.view(), ItemKind::scroll_knob)->bounds.bottom(), track.bounds.bottom(),
                0.01);
    EXPECT_EQ(bar(runner.view(), ItemKind::scroll_knob)->state, LookState::rest);
    // A press on the track brings the knob there.
    runner.pointer_presses({track.bounds.x + 2, track.bounds.y + 2});
    runner.pointer_releases({track.bounds.x + 2, track.bounds.y + 2});
    EXPECT_EQ(runner.seen_of(named("thing0")), runner.bounds_of(named("thing0")));
    const Runner& small = begin(store("as: grid, columns: 5, scroll: down", 10));
    (void)small;
    EXPECT_EQ(bar(runner_->view(), ItemKind::scroll_track)->bounds.x > 800, true); // of the log
}

TEST_F(ScrolledScreen, ATextIsScrolledByKeysWhereNothingElseIsToBeDone) {
    Runner& runner = begin(store("as: row", 0));
    EXPECT_EQ(runner.focus(), named("leave"));
    EXPECT_EQ(runner.seen_of(named("line11")), Rect{});
    for (int i = 0; i < 10; ++i) tap(runner, Button::down);
    EXPECT_EQ(runner.seen_of(named("line11")), runner.bounds_of(named("line11")));
    EXPECT_EQ(runner.focus(), named("leave"));
    for (int i = 0; i < 10; ++i) tap(runner, Button::pages_back);
    EXPECT_EQ(runner.seen_of(named("line0")), runner.bounds_of(named("line0")));
    EXPECT_TRUE(runner.scroll(on_log, 100));
    EXPECT_EQ(runner.seen_of(named("line11")), runner.bounds_of(named("line11")));
}

TEST_F(ScrolledScreen, OpensAtItsBeginningAndReturnsWhereItWas) {
    std::string text = store();
    text += "      - { button: more, text: More, press: open more, place: { at: bottom-left } }\n"
            "  more: { controls: [ { button: back, text: Back, press: back } ] }\n"
            "  other: { controls: [ { button: store, text: Store, press: go store } ] }\n";
    Runner& runner = begin(text);
    runner.scroll(on_shelf, 5);
    const float there = runner.bounds_of(named("thing20")).y;
    runner.replay(Move::press(named("more")));
    runner.replay(Move::back());
    EXPECT_EQ(runner.bounds_of(named("thing20")).y, there);
    runner.start();
    EXPECT_EQ(runner.seen_of(named("thing0")), runner.bounds_of(named("thing0")));
}

TEST_F(ScrolledScreen, FiveHundredThingsAreNoMoreToDrawThanTwenty) {
    const std::size_t few = begin(store("as: grid, columns: 5, scroll: down", 20)).view().size();
    Runner& runner = begin(store("as: grid, columns: 5, scroll: down", 500));
    for (int i = 0; i < 200; ++i) {
        EXPECT_LE(runner.view().size(), few + 15);
        runner.scroll(on_shelf, 0.7F);
    }
}

TEST_F(ScrolledScreen, WhatItHoldsGivesWayBeforeAnythingIsSqueezed) {
    Runner& runner = begin(R"(
rondix: 1
start: text
screens:
  text:
    groups:
      all: { as: column, at: top-left, size: 400x300 }
      log: { as: column, in: all, scroll: down }
    controls:
      - { button: one, text: One, press: quit, in: log, place: { size: 100x200 } }
      - { button: two, text: Two, press: quit, in: log, place: { size: 100x200 } }
      - { button: leave, text: Leave, press: quit, in: all, place: { size: 100x60 } }
)");
    EXPECT_EQ(runner.bounds_of(named("one")).height, 200);
    EXPECT_EQ(runner.bounds_of(named("leave")).height, 60);
    EXPECT_FLOAT_EQ(runner.bounds_of(named("leave")).y, 240);
    EXPECT_FLOAT_EQ(runner.seen_of(named("two")).height, 40);
}

/// Groups in groups, some of which scroll down, with what they would take and what they need.
class NestedGroups {
  public:
    explicit NestedGroups(std::uint32_t seed)
        : random_(seed) {
        const Heights all = add_group("all", "at: top-left, size: 900x600", true, 0);
        needed_ = all.needed;
        wanted_ = all.wanted;
    }
    float needed() const { return needed_; }
    float wanted() const { return wanted_; }
    std::string text() const {
        return "rondix: 1\nstart: text\nscreens:\n  text:\n    groups:\n" + groups_ +
               "    controls:\n" + controls_;
    }

  private:
    struct Heights {
        float needed = 0, wanted = 0;
    };
    static constexpr float gap = 10;

    Heights add_group(const std::string& name, const std::string& where, bool down, int depth) {
        groups_ += "      " + name + ": { as: " + (down ? "column" : "row") +
                   ", gap: 10, padding: 0, " + where + " }\n";
        Heights sum, most;
        const std::uint32_t count = 1 + random_() % 3;
        for (std::uint32_t i = 0; i < count; ++i) {
            const Heights one = add_child(name, down, depth);
            sum.needed += one.needed + (i > 0 ? gap : 0);
            sum.wanted += one.wanted + (i > 0 ? gap : 0);
            most.needed = std::max(most.needed, one.needed);
            most.wanted = std::max(most.wanted, one.wanted);
        }
        return down ? sum : most;
    }
    Heights add_child(const std::string& in, bool down, int depth) {
        const std::uint32_t kind = random_() % 4;
        if (kind >= 2 && depth < 3)
            return add_group("group" + std::to_string(number_++), "in: " + in, !down, depth + 1);
        if (kind == 0) {
            add_button(in, "80x60");
            return {60, 60};
        }
        const std::string area = "area" + std::to_string(number_++);
        groups_ += "      " + area + ": { as: column, gap: 0, padding: 0, scroll: down, in: " + in +
                   " }\n";
        const std::uint32_t count = 1 + random_() % 4;
        for (std::uint32_t i = 0; i < count; ++i) add_button(area, "60x200", "far");
        return {0, 200.0F * static_cast<float>(count)};
    }
    void add_button(const std::string& in, const char* size, const char* name = "near") {
        controls_ += "      - { button: " + std::string(name) + std::to_string(number_++) +
                     ", text: X, press: quit, in: " + in + ", place: { size: " + size + " } }\n";
    }

    std::mt19937 random_;
    std::string groups_, controls_;
    int number_ = 0;
    float needed_ = 0, wanted_ = 0;
};

/// However deep it stands: what scrolls is all that becomes shorter.
TEST_F(ScrolledScreen, AreasGiveWayInGroupsOfGroups) {
    std::size_t scarce = 0;
    for (std::uint32_t seed = 0; seed < part_of(3000); ++seed) {
        const NestedGroups groups(seed);
        if (groups.needed() > 600 || groups.wanted() <= 600) continue;
        ++scarce;
        Runner& runner = begin(groups.text());
        const Rect all{0, 0, 900, 600};
        for (std::size_t i = 0; i < file_.compiled->controls.size(); ++i) {
            const Control& control = file_.compiled->controls[i];
            if (control.screen != ScreenId{0}) continue;
            const Rect bounds = runner.bounds_of(ControlId(i));
            const bool is_near = file_.compiled->text(control.id).starts_with("near");
            ASSERT_NEAR(bounds.height, is_near ? 60 : 200, 0.1) << groups.text();
            if (is_near) {
                ASSERT_TRUE(bounds.y >= -0.1F && bounds.bottom() <= all.bottom() + 0.1F)
                    << groups.text();
            }
        }
    }
    EXPECT_GT(scarce, at_least(300));
}

TEST_F(ScrolledScreen, WithoutAnythingThatIsAControlIsNoMoreThanThat) {
    Runner& runner = begin(R"(
rondix: 1
start: text
screens:
  text:
    title: A heading that is higher than the group in which it stands
    heading: { in: head }
    groups:
      head: { as: column, at: top-left, size: 200x40, scroll: down }
      low: { as: column, at: top-right, size: 200x100, scroll: both }
      high: { as: column, in: low, size: 300x600 }
    controls: [ { button: leave, text: Leave, press: quit } ]
)");
    EXPECT_TRUE(runner.scroll({100, 20}, 1));
    EXPECT_TRUE(runner.scroll({1180, 50}, 1, 1));
    tap(runner, Button::down);
    tap(runner, Button::pages_on);
    EXPECT_NE(bar(runner.view(), ItemKind::scroll_knob), nullptr);
    EXPECT_EQ(runner.focus(), named("leave"));
}

TEST_F(ScrolledScreen, TheWheelGoesOnAcrossInBothWritingDirections) {
    for (const bool mirrored : {false, true}) {
        Runner& runner = begin(store("as: row, scroll: across", 20));
        runner.set_mirrored(mirrored);
        const Point at = runner.bounds_of(named("thing0")).middle();
        EXPECT_EQ(runner.seen_of(named("thing19")), Rect{});
        runner.scroll(at, 100);
        EXPECT_EQ(runner.seen_of(named("thing19")), runner.bounds_of(named("thing19")));
        runner.scroll(at, -100);
        EXPECT_EQ(runner.seen_of(named("thing0")), runner.bounds_of(named("thing0")));
        runner.scroll(at, 0, mirrored ? -100 : 100); // a wheel that is tilted goes where it goes
        EXPECT_EQ(runner.seen_of(named("thing19")), runner.bounds_of(named("thing19")));
    }
}

TEST_F(ScrolledScreen, ScrollsInPortraitAlone) {
    Runner& runner = begin(store("as: row, portrait: { scroll: across }", 9));
    EXPECT_LT(runner.bounds_of(named("thing8")).width, 100); // squeezed
    EXPECT_FALSE(runner.scroll(on_shelf, 1));
    runner.resize(720, 1280);
    EXPECT_EQ(runner.bounds_of(named("thing8")).width, 100);
    EXPECT_TRUE(runner.scroll(on_shelf, 100));
    EXPECT_EQ(runner.seen_of(named("thing8")), runner.bounds_of(named("thing8")));
}

} // namespace
} // namespace rondix::test
