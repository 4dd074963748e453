// Layout: what holds for every tree of boxes and every window, tried on many random ones.
#include "support.hpp"

#include "place/arrange.hpp"
#include "place/window_rule.hpp"
#include "rondix/runtime/runner.hpp"

#include <random>

namespace rondix::test {
namespace {

/// One screen of random boxes in a flow that has nothing else.
class RandomBoxes {
  public:
    explicit RandomBoxes(unsigned seed)
        : random_(seed) {
        for (const char c : std::string("Inter and some words of a menu")) flow_.texts.push_back(c);
        flow_.screens.resize(1);
        Looks& looks = flow_.looks;
        looks.fonts.push_back({0, 5});
        looks.design = {Size{1280, 720}, Size{720, 1280}};
        looks.styles.resize(standard_style_count);
        looks.styles.edit(6).padding = {8, 4, 8, 4};
        looks.styles.edit(6).least = {30, 20};
        looks.boxes.push_back({});
        const unsigned count = 1 + number(30);
        for (unsigned i = 0; i < count; ++i) add();
        looks.screens.push_back(
            {{0, static_cast<std::uint32_t>(looks.boxes.size())}, {}, {}, no_tune});
    }

    CompiledFlow& flow() { return flow_; }
    std::span<const Box> boxes() const { return flow_.looks.boxes; }
    const Sides& padding_of(const Box& box) const { return flow_.looks[box.style].padding; }

    unsigned number(unsigned below) {
        return std::uniform_int_distribution(0U, below - 1)(random_);
    }

    std::vector<Placed> placed(const Canvas& canvas) const {
        std::vector<Placed> places(flow_.looks.boxes.size());
        place::arrange(flow_, ScreenId{0}, canvas, {estimating_measurer(), {}}, places);
        return places;
    }

  private:
    void add() {
        Table<Box>& boxes = flow_.looks.boxes;
        Box box;
        const BoxForm form{.across = span(),
                           .down = span(),
                           .arrangement = Arrangement(number(4)),
                           .pack = Edge(number(3)),
                           .align = Edge(number(3)),
                           .align_fill = number(2) == 0,
                           .apart = number(4) == 0,
                           .columns = static_cast<std::uint16_t>(1 + number(4)),
                           .gap_across = static_cast<float>(number(20)),
                           .gap_down = static_cast<float>(number(20))};
        box.forms = {form, form};
        box.style = StyleId(number(2) * 6);
        if (number(2) == 0) box.text = {6, number(24)};
        box.bleeds = number(5) == 0;
        const auto own = static_cast<std::uint32_t>(boxes.size());
        box.parent = number(own);
        boxes.push_back(box);
        std::uint32_t* link = &boxes.edit(box.parent).first_child;
        while (*link != 0) link = &boxes.edit(*link).next;
        *link = own;
    }

    Span span() {
        Span span;
        span.extent = Extent(number(3));
        span.anchor = Edge(number(3));
        span.size = static_cast<float>(10 + number(200));
        if (span.extent == Extent::stretch)
            span.margin_start = span.margin_end = static_cast<float>(number(10));
        return span;
    }

    std::mt19937 random_;
    CompiledFlow flow_;
};

Canvas canvas_for(const RandomBoxes& boxes, float width = 1280, float height = 720) {
    return place::canvas_of(const_cast<RandomBoxes&>(boxes).flow().looks, width, height);
}

constexpr float near_enough = 0.05F;

bool inside(const Rect& inner, const Rect& outer) {
    return inner.x >= outer.x - near_enough && inner.y >= outer.y - near_enough &&
           inner.right() <= outer.right() + near_enough &&
           inner.bottom() <= outer.bottom() + near_enough;
}

bool overlap(const Rect& a, const Rect& b) {
    return a.x + near_enough < b.right() && b.x + near_enough < a.right() &&
           a.y + near_enough < b.bottom() && b.y + near_enough < a.bottom();
}

template <class Check>
void for_many(Check check) {
    for (unsigned seed = 0; seed < how_many(2000); ++seed) {
        RandomBoxes boxes(seed);
        check(boxes, boxes.placed(canvas_for(boxes)));
        if (testing::Test::HasFailure()) FAIL() << "boxes of seed " << seed;
    }
}

TEST(Layout, ButtonsHaveAnotherSizeInPortraitWindows) {
    const auto sizes = [](const std::string& portrait) {
        const FlowFile file = good_flow(
            "rondix: 1\nstart: t\nscreens:\n  t:\n    layout: { at: middle, item-size: 300x60" +
            portrait +
            " }\n    controls:\n      - { button: a, text: A, press: quit }\n"
            "      - { button: b, text: B, press: quit, place: { height: 90 } }\n");
        Runner runner(*file.compiled);
        runner.start();
        std::vector<Size> found;
        for (const Size window : {Size{1280, 720}, Size{720, 1280}}) {
            runner.resize(window.width, window.height);
            for (const char* name : {"a", "b"}) {
                const Rect rect = runner.bounds_of(file.compiled->control(ScreenId{0}, name));
                found.push_back({rect.width, rect.height});
            }
        }
        return found;
    };
    EXPECT_EQ(sizes(", portrait: { item-size: 500x100 }"),
              (std::vector<Size>{{300, 60}, {300, 90}, {500, 100}, {500, 90}}));
    EXPECT_EQ(sizes(", portrait: { gap: 4 }"),
              (std::vector<Size>{{300, 60}, {300, 90}, {300, 60}, {300, 90}}));
    EXPECT_EQ(sizes(""), (std::vector<Size>{{300, 60}, {300, 90}, {300, 60}, {300, 90}}));
}

TEST(Layout, WhatFitsIsNeverPlacedOutside) {
    std::size_t looked_at = 0;
    for_many([&](const RandomBoxes& boxes, const std::vector<Placed>& places) {
        for (std::size_t i = 1; i < places.size(); ++i) {
            const Box& box = boxes.boxes()[i];
            const Rect& own = places[i].rect;
            EXPECT_GE(own.width, 0);
            EXPECT_GE(own.height, 0);
            // A fixed size that is larger than the inside of an overlay is what the author asked
            // for.
            const Sides& padding = boxes.padding_of(boxes.boxes()[box.parent]);
            Rect parent = places[box.parent].rect;
            parent = {parent.x + padding[0], parent.y + padding[1],
                      parent.width - padding[0] - padding[2],
                      parent.height - padding[1] - padding[3]};
            if (own.width > parent.width || own.height > parent.height) continue;
            EXPECT_TRUE(inside(own, parent)) << "box " << i << " in " << box.parent;
            ++looked_at;
        }
    });
    EXPECT_GT(looked_at, 10'000u);
}

TEST(Layout, AColumnRowOrGridNeverOverlapsItself) {
    std::size_t pairs = 0;
    for_many([&](const RandomBoxes& boxes, const std::vector<Placed>& places) {
        for (std::size_t i = 0; i < places.size(); ++i) {
            if (i == 0 || boxes.boxes()[i].forms[0].arrangement == Arrangement::overlay) continue;
            for (auto a = boxes.boxes()[i].first_child; a != 0; a = boxes.boxes()[a].next)
                for (auto b = boxes.boxes()[a].next; b != 0; b = boxes.boxes()[b].next) {
                    EXPECT_FALSE(overlap(places[a].rect, places[b].rect)) << a << " and " << b;
                    ++pairs;
                }
        }
    });
    EXPECT_GT(pairs, 5'000u);
}

TEST(Layout, ScalingEverySizeScalesEveryPlace) {
    for (unsigned seed = 0; seed < how_many(1000); ++seed) {
        RandomBoxes boxes(seed);
        const auto before = boxes.placed(canvas_for(boxes));
        const float k = 0.5F + static_cast<float>(boxes.number(8)) * 0.5F;
        Looks& looks = boxes.flow().looks;
        for (Size& design : looks.design) design = {design.width * k, design.height * k};
        for (Style& style : looks.styles.edit()) {
            style.text_size *= k;
            style.least = {style.least.width * k, style.least.height * k};
            for (float& side : style.padding) side *= k;
        }
        for (Box& box : looks.boxes.edit())
            for (BoxForm& form : box.forms) {
                for (Span* span : {&form.across, &form.down}) {
                    span->size *= k;
                    span->margin_start *= k;
                    span->margin_end *= k;
                }
                form.gap_across *= k;
                form.gap_down *= k;
            }
        const auto after = boxes.placed(canvas_for(boxes));
        for (std::size_t i = 0; i < after.size(); ++i) {
            EXPECT_NEAR(after[i].rect.x, before[i].rect.x * k, near_enough * k);
            EXPECT_NEAR(after[i].rect.y, before[i].rect.y * k, near_enough * k);
            EXPECT_NEAR(after[i].rect.width, before[i].rect.width * k, near_enough * k);
            EXPECT_NEAR(after[i].rect.height, before[i].rect.height * k, near_enough * k);
        }
        if (testing::Test::HasFailure()) FAIL() << "seed " << seed << " times " << k;
    }
}

TEST(Layout, MirroringTwiceChangesNothing) {
    for_many([&](const RandomBoxes& boxes, const std::vector<Placed>& places) {
        const Canvas canvas = canvas_for(boxes);
        std::vector<Placed> turned = places;
        place::mirror(canvas, turned);
        for (std::size_t i = 0; i < places.size(); ++i)
            EXPECT_NEAR(turned[i].rect.x + places[i].rect.right(), canvas.size.width, near_enough);
        place::mirror(canvas, turned);
        for (std::size_t i = 0; i < places.size(); ++i) {
            EXPECT_NEAR(turned[i].rect.x, places[i].rect.x, near_enough);
            EXPECT_EQ(turned[i].rect.width, places[i].rect.width);
        }
    });
}

TEST(Layout, AWindowShowsTheWholeCanvasUnlessItIsCut) {
    std::mt19937 random(7);
    Looks looks;
    looks.design = {Size{1280, 720}, Size{720, 1280}};
    looks.safe = {24, 16};
    for (unsigned i = 0; i < 1000; ++i) {
        const auto side = [&] { return std::uniform_real_distribution(50.0F, 4000.0F)(random); };
        const Size window{side(), side()};
        for (const WindowRule rule : {WindowRule::grow, WindowRule::bars, WindowRule::cut,
                                      WindowRule::keep_height, WindowRule::keep_width}) {
            looks.rule = rule;
            const Canvas canvas = place::canvas_of(looks, window.width, window.height);
            const Point corner = canvas.to_pixel({canvas.size.width, canvas.size.height});
            const float slack = 0.01F * canvas.scale + 0.5F;
            const bool across = canvas.origin.x >= -slack && corner.x <= window.width + slack;
            const bool down = canvas.origin.y >= -slack && corner.y <= window.height + slack;
            if (rule == WindowRule::cut) {
                EXPECT_LE(canvas.origin.x, slack);
                EXPECT_LE(canvas.origin.y, slack);
            } else {
                EXPECT_TRUE(across && down);
            }
            const bool portrait = window.height > window.width;
            EXPECT_EQ(canvas.shape, portrait ? WindowShape::portrait : WindowShape::landscape);
            if (rule == WindowRule::grow) { // nothing is lost, and no bars stand anywhere
                EXPECT_GE(canvas.size.width, (portrait ? 720 : 1280) - slack);
                EXPECT_GE(canvas.size.height, (portrait ? 1280 : 720) - slack);
                EXPECT_NEAR(canvas.origin.x, 0, slack);
                EXPECT_NEAR(canvas.origin.y, 0, slack);
            }
            const Point first = canvas.to_pixel({canvas.safe.x, canvas.safe.y});
            EXPECT_GE(first.x, -slack);
            EXPECT_GE(first.y, -slack);
        }
    }
}

// --- what is written in a flow

Rect bounds_in(const std::string& screen, const std::string& control, float width = 1280,
               float height = 720) {
    const FlowFile file = good_flow("rondix: 1\nstart: title\nscreens:\n  title:\n" + screen);
    if (!file.compiled) return {};
    Runner runner(*file.compiled);
    runner.resize(width, height);
    return runner.bounds_of(file.compiled->control(ScreenId{0}, control));
}

TEST(Layout, PlacesStandWhereTheFlowSays) {
    const std::string corner = R"(    controls:
      - { button: a, press: quit, place: { at: top-right, offset: -20 30, size: 200x50 } }
      - { button: b, press: quit, place: { at: bottom, width: all, height: 40, margin: 10 0 } }
      - { button: c, press: quit, place: { at: left, size: 90x90, portrait: { at: top } } }
)";
    EXPECT_EQ(bounds_in(corner, "a"), (Rect{1060, 30, 200, 50}));
    EXPECT_EQ(bounds_in(corner, "a", 2560, 1440), (Rect{1060, 30, 200, 50})); // twice the pixels
    EXPECT_EQ(bounds_in(corner, "a", 1600, 720), (Rect{1380, 30, 200, 50}));  // a wider canvas
    EXPECT_EQ(bounds_in(corner, "b"), (Rect{10, 680, 1260, 40}));
    EXPECT_EQ(bounds_in(corner, "c"), (Rect{0, 315, 90, 90}));
    EXPECT_EQ(bounds_in(corner, "c", 720, 1280), (Rect{315, 0, 90, 90}));
}

TEST(Layout, GroupsStandAndArrangeAsTheFlowSays) {
    const std::string groups = R"(    groups:
      foot: { as: row, at: bottom, offset: 0 -20, gap: 10, item-size: 100x40 }
      keys: { as: grid, columns: 2, at: top-left, gap: 4 6, item-size: 50x30, padding: 5 }
    controls:
      - { button: a, press: quit, in: foot }
      - { button: b, press: quit, in: foot }
      - { button: c, press: quit, in: keys }
      - { button: d, press: quit, in: keys }
      - { button: e, press: quit, in: keys }
)";
    EXPECT_EQ(bounds_in(groups, "a"), (Rect{535, 660, 100, 40}));
    EXPECT_EQ(bounds_in(groups, "b"), (Rect{645, 660, 100, 40}));
    EXPECT_EQ(bounds_in(groups, "c"), (Rect{5, 5, 50, 30}));
    EXPECT_EQ(bounds_in(groups, "d"), (Rect{59, 5, 50, 30}));
    EXPECT_EQ(bounds_in(groups, "e"), (Rect{5, 41, 50, 30}));
}

TEST(Layout, AScreenThatSaysNothingGetsAColumnThatStaysOnTheCanvas) {
    for (const unsigned count : {1U, 5U, 12U, 40U}) {
        std::string screen = "    title: A heading\n    controls:\n";
        for (unsigned i = 0; i < count; ++i)
            screen +=
                "      - { button: b" + std::to_string(i) + ", text: Press me, press: quit }\n";
        for (const Size window : {Size{960, 540}, Size{1280, 720}, Size{720, 1280}}) {
            Rect last{};
            for (unsigned i = 0; i < count; ++i) {
                const Rect bounds =
                    bounds_in(screen, "b" + std::to_string(i), window.width, window.height);
                EXPECT_GE(bounds.y, last.bottom()) << i << " of " << count;
                EXPECT_GT(bounds.height, 0);
                last = bounds;
            }
            EXPECT_LE(last.bottom(), window.height > window.width ? 1280 : 720);
        }
    }
}

TEST(Layout, ATextThatGetsTooLittleRoomIsMadeSmaller) {
    const FlowFile file = good_flow(R"(
rondix: 1
start: title
screens:
  title:
    controls:
      - { button: long, text: "A text that is far too long for this", press: quit, place: { at: top, size: 200x44 } }
      - { button: short, text: Go, press: quit, place: { at: bottom, size: 200x44 } }
)");
    Runner runner(*file.compiled);
    runner.start();
    for (const Item& item : runner.view()) {
        if (item.kind != ItemKind::button) continue;
        if (item.text == "Go")
            EXPECT_EQ(item.text_scale, 1);
        else
            EXPECT_LT(item.text_scale, 1);
    }
}

} // namespace
} // namespace rondix::test
