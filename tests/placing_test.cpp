// Things put where somebody wants them: what is written brings them there, in every kind of window,
// from every anchor.
#include "reference/part.hpp"
#include "support.hpp"

#include "editing/handles.hpp"
#include "editing/placing.hpp"
#include "rondix/runtime/runner.hpp"

#include <random>

namespace rondix::test {
namespace {

constexpr const char* anchors[] = {"top-left", "top",         "top-right", "left",        "middle",
                                   "right",    "bottom-left", "bottom",    "bottom-right"};

struct Window {
    float width, height;
};

Rect bounds_in(const FlowFile& file, Window window, Canvas& canvas) {
    Runner runner(*file.compiled);
    runner.resize(window.width, window.height);
    runner.start();
    canvas = runner.canvas();
    return runner.bounds_of(file.compiled->control(file.compiled->screen("t"), "thing"));
}

ControlId thing(const FlowFile& file) {
    return file.compiled->control(file.compiled->screen("t"), "thing");
}

TEST(Placing, BringsThingsWhereTheyAreWanted) {
    std::mt19937 random(8);
    const auto number = [&](int from, int to) {
        return std::uniform_int_distribution(from, to)(random);
    };
    std::size_t changed_anchors = 0;
    for (std::size_t i = 0; i < part_of(how_many(400)); ++i) {
        const bool tall = random() % 4 == 0;
        const std::string size =
            random() % 3
                ? "size: " + std::to_string(number(40, 300)) + "x" + std::to_string(number(30, 120))
                : "width: " + std::to_string(number(40, 300)) + ", height: 60";
        const std::string place = std::string("{ at: ") + anchors[random() % 9] +
                                  ", offset: " + std::to_string(number(-30, 30)) + " " +
                                  std::to_string(number(-30, 30)) + ", " + size +
                                  (random() % 3 == 0 ? ", portrait: { offset: 4 4 }" : "") + " }";
        const FlowFile file =
            good_flow("rondix: 1\nstart: t\nsafe-margin: 24 16\nscreens:\n  t:\n    "
                      "controls:\n      - { button: thing, text: T, press: quit, place: " +
                      place + (random() % 4 == 0 ? ", bleed: yes" : "") + " }  # it\n");
        const Window window = tall ? Window{720, 1280}
                                   : Window{static_cast<float>(number(700, 1900)),
                                            static_cast<float>(number(400, 1000))};
        if (!tall && window.height > window.width) continue;
        Canvas canvas;
        const Rect from = bounds_in(file, window, canvas);
        const bool resize = random() % 2;
        const Rect to{static_cast<float>(number(0, static_cast<int>(canvas.size.width) - 320)),
                      static_cast<float>(number(0, static_cast<int>(canvas.size.height) - 160)),
                      resize ? static_cast<float>(number(20, 320)) : from.width,
                      resize ? static_cast<float>(number(20, 160)) : from.height};
        const FlowPlace where = in_flow(file, thing(file));
        ASSERT_TRUE(where);
        ASSERT_EQ(standing_of(where), Standing::freely);
        const KeysToSet keys = keys_for(file, where, canvas, from, to);
        changed_anchors +=
            std::ranges::any_of(keys, [](const auto& key) { return key.first.ends_with("at"); });
        const Changed changed = set_keys(file, {{where.name, keys}});
        ASSERT_EQ(changed.fault, "");
        if (changed.texts.empty()) continue;
        const std::string& text = changed.texts.begin()->second;
        const FlowFile after = good_flow(text);
        Canvas same;
        const Rect is = bounds_in(after, window, same);
        for (const auto& [wanted, got] :
             {std::pair(to.x, is.x), {to.y, is.y}, {to.width, is.width}, {to.height, is.height}})
            ASSERT_NEAR(wanted, got, 0.76F) << place << "\n" << text;
        ASSERT_NE(text.find(" }  # it\n"), std::string::npos);
    }
    EXPECT_GT(changed_anchors, at_least(50));
}

TEST(Placing, TellsWhatStandsInOrder) {
    const FlowFile file = good_flow(R"(
rondix: 1
start: t
screens:
  t:
    groups: { row: { as: row, at: top }, over: { as: overlay, at: bottom, size: 300x100 } }
    controls:
      - { button: a, text: A, press: quit }
      - { button: b, text: B, press: quit, place: { size: 100x40 } }
      - { button: c, text: C, press: quit, in: row }
      - { button: d, text: D, press: quit, in: row }
      - { button: e, text: E, press: quit, in: over, place: { at: left } }
      - { button: f, text: F, press: quit, place: { at: top } }
)");
    const auto place = [&](const char* name) {
        return in_flow(file, file.compiled->control(ScreenId{0}, name));
    };
    const auto standing = [&](const char* name) { return standing_of(place(name)); };
    for (const char* name : {"a", "b", "c", "d"}) EXPECT_EQ(standing(name), Standing::in_order);
    for (const char* name : {"e", "f"}) EXPECT_EQ(standing(name), Standing::freely);
    const std::vector<std::pair<std::string, Rect>> column = {{"b", {0, 100, 100, 40}},
                                                              {"x", {0, 150, 100, 40}}};
    EXPECT_EQ(stands_before(place("a"), {50, 90}, column), "b");
    EXPECT_EQ(stands_before(place("a"), {50, 130}, column), "x");
    EXPECT_EQ(stands_before(place("a"), {50, 500}, column), "");
    EXPECT_EQ(stands_before(place("c"), {10, 0}, {{"d", {40, 0, 100, 40}}}), "d");
    EXPECT_EQ(stands_before(place("c"), {95, 0}, {{"d", {40, 0, 100, 40}}}), "");
}

// --- handles

TEST(Handles, TakeTheirSidesAlongAndNoOthers) {
    const Rect rect{100, 100, 200, 80};
    for (const auto& [handle, at] : handles_of(rect)) {
        EXPECT_EQ(handle_at(rect, at), handle);
        if (handle.turns) continue;
        const Rect is = taken(rect, handle, at, {at.x + 7, at.y + 5});
        EXPECT_EQ(is.x, handle.across < 0 ? 107 : 100);
        EXPECT_EQ(is.right(), handle.across > 0 ? 307 : 300);
        EXPECT_EQ(is.y, handle.down < 0 ? 105 : 100);
        EXPECT_EQ(is.bottom(), handle.down > 0 ? 185 : 180);
        const Rect least = taken(rect, handle, at,
                                 {at.x - 1000.0F * static_cast<float>(handle.across),
                                  at.y - 1000.0F * static_cast<float>(handle.down)});
        EXPECT_GT(least.width, 0);
        EXPECT_GT(least.height, 0);
    }
    EXPECT_EQ(handle_at(rect, {200, 140}), Handle{});
    EXPECT_EQ(handle_at(rect, {20, 20}), std::nullopt);
}

TEST(Lines, AreSharedWithTheFirst) {
    const std::vector<Rect> rects = {{10, 20, 100, 40}, {200, 300, 60, 30}, {0, 0, 200, 10}};
    for (const char* name : {"left", "middle-across", "right", "top", "middle-down", "bottom"}) {
        const Line line = line_named(name).value();
        const auto at = [&](const Rect& rect) {
            switch (line) {
            case Line::left: return rect.x;
            case Line::middle_across: return rect.middle().x;
            case Line::right: return rect.right();
            case Line::top: return rect.y;
            case Line::middle_down: return rect.middle().y;
            default: return rect.bottom();
            }
        };
        const std::vector<Rect> is = aligned(rects, line);
        EXPECT_EQ(is[0], rects[0]);
        for (std::size_t i = 0; i < is.size(); ++i) {
            EXPECT_FLOAT_EQ(at(is[i]), at(rects[0])) << name;
            EXPECT_EQ(is[i].width, rects[i].width);
        }
    }
    EXPECT_EQ(line_named("diagonal"), std::nullopt);
}

TEST(Lines, SpreadWithEqualGapsBetweenTheOutermost) {
    std::mt19937 random(4);
    for (int i = 0; i < 500; ++i) {
        std::vector<Rect> rects;
        for (std::size_t k = 3 + random() % 4; k > 0; --k)
            rects.push_back({static_cast<float>(random() % 900), static_cast<float>(random() % 900),
                             static_cast<float>(10 + random() % 90), 20});
        std::vector<Rect> was = rects;
        std::vector<Rect> is = spread(rects, true);
        const auto by_x = [](const Rect& a, const Rect& b) { return a.x < b.x; };
        std::ranges::stable_sort(was, by_x);
        for (std::size_t k = 0; k < is.size(); ++k) EXPECT_EQ(is[k].y, rects[k].y);
        std::ranges::stable_sort(is, by_x);
        EXPECT_EQ(is.front().x, was.front().x);
        if (is.back().width == was.back().width) {
            EXPECT_NEAR(is.back().x, was.back().x, 0.01);
        }
    }
}

TEST(Handles, SnapToEdgesAndMiddlesOfOthers) {
    const std::vector<Rect> others = {{400, 50, 100, 40}};
    Guides guides;
    const Rect near = snapped({403, 200, 60, 30}, {}, others, 6, guides);
    EXPECT_EQ(near.x, 400);
    EXPECT_EQ(near.y, 200);
    ASSERT_EQ(guides.lines.size(), 1u);
    EXPECT_TRUE(guides.lines[0].upright);
    guides = {};
    EXPECT_EQ(snapped({416, 200, 60, 30}, {}, others, 6, guides).x, 420); // its middle
    guides = {};
    EXPECT_EQ(snapped({300, 200, 97, 30}, {1, 0}, others, 6, guides).width, 100);
    guides = {};
    EXPECT_EQ(snapped({200, 200, 60, 30}, {}, others, 6, guides).x, 200);
    EXPECT_TRUE(guides.lines.empty());
}

TEST(Handles, SnapToEqualGaps) {
    // Two with a gap of 30 between them, one far above, and one that holds all.
    const std::vector<Rect> others = {
        {0, 0, 900, 600}, {100, 200, 80, 40}, {210, 190, 70, 60}, {330, 20, 50, 30}};
    Guides guides;
    EXPECT_EQ(snapped({313, 205, 60, 37}, {}, others, 6, guides).x, 310);
    ASSERT_EQ(guides.gaps.size(), 2u);
    for (const Gap& gap : guides.gaps) EXPECT_EQ(gap.to.x - gap.from.x, 30);
    guides = {};
    EXPECT_EQ(snapped({8, 205, 60, 37}, {}, others, 6, guides).x, 10); // before them
    guides = {};
    const std::vector<Rect> apart = {{100, 200, 80, 40}, {400, 200, 80, 40}};
    EXPECT_EQ(snapped({262, 203, 60, 31}, {}, apart, 6, guides).x, 260); // between them
    guides = {};
    EXPECT_EQ(snapped({262, 300, 60, 31}, {}, apart, 6, guides).x, 262); // in no line with them
    EXPECT_TRUE(guides.gaps.empty());
}

/// Wherever it comes to stand by gaps, they are alike, and it went no farther than the reach.
TEST(Handles, GapsAreAlikeWhereverThingsStand) {
    std::mt19937 random(11);
    const auto number = [&](int from, int to) {
        return static_cast<float>(std::uniform_int_distribution<int>(from, to)(random));
    };
    std::size_t snaps = 0;
    for (int i = 0; i < 20'000; ++i) {
        std::vector<Rect> others;
        for (int k = 0; k < 5; ++k)
            others.push_back({number(0, 600), number(0, 120), number(10, 120), number(10, 60)});
        const Rect rect{number(0, 600), number(0, 120), number(10, 120), number(10, 60)};
        const bool across = i % 2 == 0;
        std::vector<Gap> gaps;
        const auto way = way_to_equal_gaps(rect, across, others, 9, gaps);
        ASSERT_EQ(gaps.size(), way ? 2u : 0u);
        if (!way) continue;
        ++snaps;
        ASSERT_LT(std::abs(*way), 9);
        const auto length = [&](const Gap& gap) {
            return across ? gap.to.x - gap.from.x : gap.to.y - gap.from.y;
        };
        ASSERT_NEAR(length(gaps[0]), length(gaps[1]), 0.01);
        ASSERT_GT(length(gaps[0]), 0);
        // Of one of the gaps it is an end.
        const float begin = (across ? rect.x : rect.y) + *way;
        const float end = begin + (across ? rect.width : rect.height);
        bool touches = false;
        for (const Gap& gap : gaps) {
            const float from = across ? gap.from.x : gap.from.y;
            const float to = across ? gap.to.x : gap.to.y;
            touches = touches || std::abs(from - end) < 0.01F || std::abs(to - begin) < 0.01F;
        }
        ASSERT_TRUE(touches);
    }
    EXPECT_GT(snaps, 400u);
}

} // namespace
} // namespace rondix::test
