// Rows of lists that show more than a text. What stands here follows from what docs/looks.md says
// of them: each row has the same parts at the same places, in its own state, with what the game
// says.
#include "support.hpp"

#include "rondix/runtime/runner.hpp"
#include "walk/sample_rows.hpp"

#include <algorithm>
#include <cmath>
#include <limits>
#include <optional>
#include <random>
#include <set>

namespace rondix::test {
namespace {

std::string hold(const std::string& row, const std::string& more = "columns: 2, rows: 4") {
    return "rondix: 1\nstart: hold\nscreens:\n  hold:\n    layout: { at: middle, width: 640 }\n"
           "    controls:\n      - { list: crates, press: tell crate, " +
           more + row + " }\n      - { button: leave, text: Leave, press: quit }\n";
}

struct Crate {
    std::string text, detail, value;
    bool disabled = false;
};

class Hold {
  public:
    explicit Hold(const std::string& text, std::uint32_t crates = 20)
        : file_(good_flow(text))
        , runner_(*file_.compiled) {
        for (std::uint32_t i = 0; i < crates; ++i)
            crates_.push_back({"crate " + std::to_string(i), "for " + std::to_string(i),
                               std::to_string(i) + " kg", i % 5 == 4});
        runner_.set_motion(false);
        runner_.set_rows(list(), {crates, this, [](void* self, std::uint32_t row) {
                                      const Crate& crate = static_cast<Hold*>(self)->crates_[row];
                                      return ListRow{.text = crate.text,
                                                     .disabled = crate.disabled,
                                                     .detail = crate.detail,
                                                     .value = crate.value};
                                  }});
        runner_.start();
        runner_.advance(1);
    }
    ControlId list() const { return file_.compiled->control(ScreenId{0}, "crates"); }
    Runner& runner() { return runner_; }
    const CompiledFlow& flow() const { return *file_.compiled; }
    const Crate& crate(std::uint32_t row) const { return crates_[row]; }

    /// Of each row that is seen, its ground and what stands on it.
    std::vector<std::vector<Item>> rows() {
        std::vector<std::vector<Item>> all;
        for (const Item& item : runner_.view()) {
            if (item.control != list()) continue;
            if (item.kind == ItemKind::row) all.emplace_back();
            if (!all.empty()) all.back().push_back(item);
        }
        return all;
    }

  private:
    FlowFile file_;
    Runner runner_;
    std::vector<Crate> crates_;
};

constexpr const char* parts = ", row: { height: 70, pieces: ["
                              "{ shows: picture, place: { at: left, size: 40x40 } }, "
                              "{ shows: text, place: { at: top, margin: 50 0 0 0 } }, "
                              "{ shows: detail, place: { at: bottom, margin: 50 0 0 0 } }, "
                              "{ shows: value, place: { at: right, size: 80x30 } }, "
                              "{ text: '*', place: { at: top-right } }] }";

TEST(Rows, ShowWhatTheGameSaysOfThem) {
    Hold hold(test::hold(parts));
    const auto rows = hold.rows();
    ASSERT_EQ(rows.size(), 8u); // four lines of two
    for (std::uint32_t i = 0; i < rows.size(); ++i) {
        ASSERT_EQ(rows[i].size(), 6u);
        EXPECT_EQ(rows[i][0].bounds.height, 70);
        EXPECT_EQ(rows[i][0].text, "");
        EXPECT_EQ(rows[i][0].name, hold.crate(i).text); // for those who hear it
        EXPECT_EQ(rows[i][0].value, hold.crate(i).value);
        EXPECT_EQ(rows[i][2].text, hold.crate(i).text);
        EXPECT_EQ(rows[i][3].text, hold.crate(i).detail);
        EXPECT_EQ(rows[i][4].text, hold.crate(i).value);
        EXPECT_EQ(rows[i][5].text, "*");
        for (const Item& item : rows[i]) {
            EXPECT_EQ(item.row, i);
            EXPECT_EQ(item.state, i == 0                   ? LookState::focused
                                  : hold.crate(i).disabled ? LookState::disabled
                                                           : LookState::rest);
        }
    }
}

TEST(Rows, HaveTheirPartsAtTheSamePlaces) {
    std::mt19937 random(7);
    const auto number = [&](unsigned below) {
        return std::uniform_int_distribution(0U, below - 1)(random);
    };
    const char* at[] = {"top-left", "top",         "top-right", "left",        "middle",
                        "right",    "bottom-left", "bottom",    "bottom-right"};
    const char* shows[] = {"shows: text", "shows: detail", "shows: value", "shows: picture",
                           "text: new"};
    std::size_t compared = 0;
    for (unsigned seed = 0; seed < how_many(300); ++seed) {
        std::string row = ", row: { height: " + std::to_string(30 + number(80)) + ", pieces: [";
        const unsigned count = 1 + number(5);
        for (unsigned i = 0; i < count; ++i)
            row += std::string(i == 0 ? "" : ", ") + "{ " + shows[number(5)] +
                   ", place: { at: " + at[number(9)] +
                   (number(2) == 0 ? ", size: " + std::to_string(10 + number(90)) + "x" +
                                         std::to_string(10 + number(40))
                                   : ", margin: " + std::to_string(number(30))) +
                   " } }";
        Hold hold(test::hold(row + "] }", "columns: " + std::to_string(1 + number(4)) +
                                              ", rows: " + std::to_string(2 + number(4))));
        const bool mirrored = number(2) == 0;
        hold.runner().set_mirrored(mirrored);
        hold.runner().scroll(hold.runner().bounds_of(hold.list()).middle(),
                             static_cast<float>(number(3)));
        const auto rows = hold.rows();
        ASSERT_GE(rows.size(), 2u) << row;
        for (const auto& one : rows) {
            ASSERT_EQ(one.size(), count + 1) << row;
            for (std::size_t i = 1; i < one.size(); ++i) {
                const Rect &first = rows[0][0].bounds, &own = one[0].bounds;
                EXPECT_NEAR(one[i].bounds.x - own.x, rows[0][i].bounds.x - first.x, 0.01) << row;
                EXPECT_NEAR(one[i].bounds.y - own.y, rows[0][i].bounds.y - first.y, 0.01) << row;
                EXPECT_EQ(one[i].bounds.width, rows[0][i].bounds.width) << row;
                ++compared;
            }
        }
        // Mirrored twice, all is where it was.
        const Rect before = rows[0][1].bounds;
        hold.runner().set_mirrored(!mirrored);
        hold.runner().set_mirrored(mirrored);
        EXPECT_EQ(hold.rows()[0][1].bounds, before);
    }
    EXPECT_GT(compared, 4 * how_many(300));
}

TEST(Rows, TextsThatAreTooLongAreMadeSmaller) {
    Hold hold(test::hold(", row: { pieces: [{ shows: text, place: { at: left, size: 60x30 } }] }"));
    const auto rows = hold.rows();
    for (const auto& one : rows) {
        const Item& text = one.at(1);
        const Style& style = hold.flow().looks[text.style];
        const Size whole =
            estimating_measurer().text(nullptr, {text.text, "", style.text_size, style.bold, 0});
        EXPECT_GT(whole.width, 60); // or there is nothing to see
        EXPECT_LE(whole.width * text.text_scale, 60.01);
        EXPECT_GT(text.text_scale, 0);
    }
}

TEST(Rows, AreAsHighAsTheySayForFingersAndForScrolling) {
    Hold hold(test::hold(parts));
    Runner& runner = hold.runner();
    const Rect third = runner.bounds_of_row(hold.list(), 4);
    EXPECT_EQ(third.y - runner.bounds_of_row(hold.list(), 0).y, 140);
    runner.pointer_moves(third.middle());
    EXPECT_EQ(runner.row_in_focus(hold.list()), 4u);
    runner.scroll(third.middle(), 2);
    EXPECT_EQ(runner.row_in_focus(hold.list()), 8u); // it is under the pointer now
    EXPECT_EQ(hold.rows().size(), 8u);
    EXPECT_EQ(hold.rows()[0][0].row, 4u);
}

TEST(Rows, OfASampleStandInForThoseOfTheGame) {
    const FlowFile file = good_flow(test::hold(
        std::string(parts) + ", samples: [{ text: Tea, detail: for the pilots, value: 3 kg, file: "
                             "tea.svg }, { text: Rope, disabled: yes }]"));
    const CompiledFlow& flow = *file.compiled;
    Runner runner(flow);
    SampleRows samples;
    samples.fill(runner);
    runner.start();
    std::string said;
    PictureId picture = no_picture;
    for (const Item& item : runner.view()) {
        if (item.kind == ItemKind::row) said += item.state == LookState::disabled ? "(no) " : "";
        if (item.kind != ItemKind::piece) continue;
        said += std::string(item.text) + "|";
        if (item.picture != no_picture) picture = item.picture;
    }
    EXPECT_EQ(said, "|Tea|for the pilots|3 kg|*|(no) |Rope|||*|");
    EXPECT_NE(picture, no_picture);
    EXPECT_EQ(picture, flow.picture("tea.svg"));
    EXPECT_EQ(flow.picture("coffee.svg"), no_picture);
}

TEST(Rows, NameKeysLikeAllThatIsWritten) {
    Hold hold(test::hold(", row: { pieces: [{ text: 'Take: {accept}' }] }"));
    // No platform is there that would have another name for it.
    EXPECT_EQ(hold.rows().at(0).at(1).text, "Take: accept");
}

TEST(Rows, WithASlipInTheirStyleAreToldOnce) {
    const FlowFile file = load_flow_text(
        "test.flow.yaml", test::hold(", row: { style: { extends: row, fil: red } }"));
    EXPECT_EQ(file.findings.size(), 1u) << all_text(file);
}

TEST(Rows, WrittenWronglyAreTold) {
    const auto told = [](const std::string& row) {
        return all_text(load_flow_text("test.flow.yaml", test::hold(row)));
    };
    EXPECT_NE(told(", row: { height: 0 }").find("a row needs a height above 0"), std::string::npos);
    EXPECT_NE(told(", row: { height: tall }").find("[wrong-type]"), std::string::npos);
    EXPECT_NE(told(", row: { pieces: 7 }").find("'pieces' needs a list"), std::string::npos);
    EXPECT_NE(told(", row: { pieces: [{ shows: tex }] }").find("text"), std::string::npos);
    EXPECT_NE(told(", row: { hight: 60 }").find("'height'"), std::string::npos);
    EXPECT_NE(told(", samples: [{ detail: x }]").find("needs the key 'text'"), std::string::npos);
    EXPECT_NE(told(", samples: Tea").find("'samples' needs a list"), std::string::npos);
    EXPECT_NE(told(", row: { style: nobody }").find("nobody"), std::string::npos);
}

TEST(Rows, StandInOtherColumnsInPortraitWindows) {
    Hold hold(test::hold("", "rows: 4, columns: 3, portrait-columns: 2"), 40);
    Runner& runner = hold.runner();
    const auto across = [&] {
        const auto rows = hold.rows();
        return std::ranges::count_if(
            rows, [&](const auto& row) { return row[0].bounds.y == rows[0][0].bounds.y; });
    };
    EXPECT_EQ(across(), 3);
    for (int i = 0; i < 13; ++i) runner.press(Button::down), runner.release(Button::down);
    EXPECT_EQ(runner.row_in_focus(hold.list()), 39u);
    // Another shape of window, again and again: the row in focus stays, and is seen.
    for (const Size window : {Size{720, 1280}, Size{1280, 720}, Size{700, 1300}}) {
        runner.resize(window.width, window.height);
        EXPECT_EQ(across(), window.width < window.height ? 2 : 3);
        EXPECT_EQ(runner.row_in_focus(hold.list()), 39u);
        const auto rows = hold.rows();
        EXPECT_TRUE(std::ranges::any_of(rows, [](const auto& row) { return row[0].row == 39; }));
        for (const auto& row : rows) // and is pressed where it is seen
            EXPECT_EQ(runner.bounds_of_row(hold.list(), row[0].row), row[0].bounds);
    }
    runner.press(Button::up), runner.release(Button::up);
    EXPECT_EQ(runner.row_in_focus(hold.list()), 37u); // two columns
    // Without a word of portrait, it is the same there.
    Hold plain(test::hold("", "rows: 4, columns: 3"), 40);
    plain.runner().resize(720, 1280);
    EXPECT_EQ(plain.rows()[2][0].bounds.y, plain.rows()[0][0].bounds.y);
}

// --- the scroll bar

std::optional<Item> bar_part(Runner& runner, ItemKind kind) {
    for (const Item& item : runner.view())
        if (item.kind == kind) return item;
    return std::nullopt;
}

TEST(RowBar, StandsBesideTheRowsOfAListThatScrolls) {
    for (const bool mirrored : {false, true}) {
        Hold few(test::hold("", "rows: 4"), 4), many(test::hold("", "rows: 4"), 40);
        few.runner().set_mirrored(mirrored), many.runner().set_mirrored(mirrored);
        EXPECT_FALSE(bar_part(few.runner(), ItemKind::scroll_track));
        const auto track = bar_part(many.runner(), ItemKind::scroll_track);
        const auto knob = bar_part(many.runner(), ItemKind::scroll_knob);
        ASSERT_TRUE(track && knob);
        const Rect list = many.runner().bounds_of(many.list());
        EXPECT_GE(track->bounds.x, list.x);
        EXPECT_LE(track->bounds.right(), list.right());
        for (const auto& row : many.rows()) { // no row lies under it
            const Rect rect = row[0].bounds;
            EXPECT_TRUE(mirrored ? track->bounds.right() <= rect.x
                                 : track->bounds.x >= rect.right());
        }
        // It says how much is seen: four of forty.
        const float least = many.flow().looks[id_of(StandardStyle::scroll_knob)].least.height;
        EXPECT_FLOAT_EQ(knob->bounds.height, std::max(track->bounds.height / 10, least));
        EXPECT_FLOAT_EQ(knob->bounds.y, track->bounds.y);
        // Who has fewer rows from now on has no bar, and wider rows.
        const float width = many.rows()[0][0].bounds.width;
        ListRows rows{2, nullptr, [](void*, std::uint32_t) { return ListRow{"Tea"}; }};
        many.runner().set_rows(many.list(), rows);
        EXPECT_FALSE(bar_part(many.runner(), ItemKind::scroll_track));
        EXPECT_GT(many.rows()[0][0].bounds.width, width);
    }
}

/// A pointer that is nowhere moves nothing, whatever it holds.
TEST(RowBar, StaysWhereThePointerIsNowhere) {
    Hold hold(test::hold("", "rows: 4"), 40);
    Runner& runner = hold.runner();
    const Rect track = bar_part(runner, ItemKind::scroll_track)->bounds;
    const Point onto[] = {track.middle(), runner.bounds_of(hold.list()).middle()};
    constexpr float nan = std::numeric_limits<float>::quiet_NaN();
    constexpr float endless = std::numeric_limits<float>::infinity();
    for (const Point at : onto) {
        runner.pointer_presses(at);
        const std::uint32_t before = hold.rows()[0][0].row;
        for (const Point nowhere :
             {Point{nan, nan}, Point{at.x, nan}, Point{at.x, -endless}, Point{endless, endless}}) {
            EXPECT_FALSE(runner.pointer_moves(nowhere));
            EXPECT_EQ(hold.rows()[0][0].row, before);
        }
        runner.pointer_releases({nan, nan});
    }
}

/// What stands at the right end of a row moves with that end when a bar comes or goes.
TEST(RowBar, LeavesTheirRoomToThePartsOfRows) {
    Hold hold(test::hold(parts, "rows: 4"), 40);
    const auto ends_within = [&] {
        for (const auto& row : hold.rows())
            for (const Item& part : row)
                EXPECT_LE(part.bounds.right(), row[0].bounds.right() + 0.01F);
        const std::vector<Item> first = hold.rows()[0];
        return first[0].bounds.right() - first[4].bounds.right(); // the value is at the right
    };
    const float scrolling = ends_within();
    ListRows few{3, nullptr, [](void*, std::uint32_t) { return ListRow{"Tea"}; }};
    hold.runner().set_rows(hold.list(), few);
    EXPECT_FLOAT_EQ(ends_within(), scrolling);
    ListRows many{30, nullptr, [](void*, std::uint32_t) { return ListRow{"Tea"}; }};
    hold.runner().set_rows(hold.list(), many);
    EXPECT_FLOAT_EQ(ends_within(), scrolling);
}

TEST(RowBar, IsDraggedToAnyRowAndPressesNone) {
    Hold hold(test::hold("", "rows: 4, columns: 2"), 43);
    Runner& runner = hold.runner();
    const auto shown = [&] {
        std::vector<std::uint32_t> rows;
        for (const auto& row : hold.rows()) rows.push_back(row[0].row);
        return rows;
    };
    const auto knob = [&] { return bar_part(runner, ItemKind::scroll_knob)->bounds; };
    const Rect track = bar_part(runner, ItemKind::scroll_track)->bounds;
    runner.take_effects();
    const auto tells = [&] {
        return std::ranges::any_of(runner.take_effects(), [](const Effect& effect) {
            return effect.kind == EffectKind::told;
        });
    };
    // Taken at its upper end, it goes as far as the pointer does.
    runner.pointer_presses({track.middle().x, knob().y + 2});
    EXPECT_EQ(shown().front(), 0u);
    runner.pointer_moves({track.middle().x + 300, track.bottom() + 500}); // and not farther
    EXPECT_EQ(shown().back(), 42u);
    EXPECT_NEAR(knob().bottom(), track.bottom(), 0.01);
    EXPECT_EQ(bar_part(runner, ItemKind::scroll_knob)->state, LookState::pressed);
    for (const auto& row : hold.rows()) EXPECT_NE(row[0].state, LookState::pressed);
    EXPECT_GE(runner.row_in_focus(hold.list()), shown().front()); // the focus comes along
    runner.pointer_releases({track.middle().x + 300, track.bottom() + 500});
    EXPECT_FALSE(tells());
    // A press beside the knob brings it there.
    runner.pointer_presses({track.middle().x, track.middle().y});
    runner.pointer_releases({track.middle().x, track.middle().y});
    EXPECT_NEAR(knob().middle().y, track.middle().y, track.height / 20);
    EXPECT_FALSE(tells());
    // Every place of the knob shows rows that there are; all of them come.
    std::set<std::uint32_t> all;
    runner.pointer_presses({track.middle().x, knob().middle().y});
    for (float y = track.y; y <= track.bottom() + 1; y += 0.5F) {
        runner.pointer_moves({track.middle().x, y});
        for (const std::uint32_t row : shown()) all.insert(row);
    }
    EXPECT_EQ(all.size(), 43u);
    EXPECT_EQ(*all.rbegin(), 42u);
    runner.pointer_releases(track.middle());
    EXPECT_FALSE(tells());
}

} // namespace
} // namespace rondix::test
