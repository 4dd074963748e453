// Styles that are changed where they are worn: what the tables say then, and of whom.
#include "reference/part.hpp"
#include "support.hpp"

#include "editing/styling.hpp"
#include "editing/texts.hpp"
#include "reading/style_words.hpp"

#include <map>
#include <random>

namespace rondix::test {
namespace {

const char* const flows[] = {"tidewick/tidewick.flow.yaml", "two-tugs/two-tugs.flow.yaml",
                             "nine-locks/nine-locks.flow.yaml"};

/// Whether two styles look alike in all states.
bool alike(const Style& a, const Style& b) {
    return a.looks == b.looks && a.text_size == b.text_size && a.padding == b.padding &&
           a.bold == b.bold && a.align == b.align;
}

struct Dressed {
    std::size_t box; ///< of all
    FlowPlace place;
};

std::vector<Dressed> all_places(const FlowFile& file) {
    std::vector<Dressed> all;
    const CompiledFlow& flow = *file.compiled;
    for (std::size_t i = 0; i < flow.screens.size(); ++i) {
        const IndexRange boxes = flow.looks.screens[i].boxes;
        for (std::uint32_t k = 0; k < boxes.count; ++k)
            if (FlowPlace place = in_flow(file, ScreenId(i), k))
                all.push_back({boxes.begin + k, std::move(place)});
    }
    return all;
}

struct Tried {
    const char* key;
    const char* value;
    bool (*holds)(const Look& look);
};
const Tried tried[] = {
    {"opacity", "37%", [](const Look& look) { return std::abs(look.opacity - 0.37F) < 0.001F; }},
    {"scale", "1.13", [](const Look& look) { return std::abs(look.scale - 1.13F) < 0.001F; }},
    {"fill", "\"#123456\"", [](const Look& look) { return look.fill == rgb(0x123456); }},
    {"text-color", "\"#654321\"", [](const Look& look) { return look.ink == rgb(0x654321); }},
    {"rotate", "3", [](const Look& look) { return look.rotate == 3; }},
};

std::string row_value(const FlowFile& file, const FlowPlace& place, LookState state, bool alone,
                      const std::string& key, std::string& from) {
    for (const StyleRow& row : style_said(file, place, state, alone).rows)
        if (row.key == key) return from = row.from, row.value;
    return {};
}

/// One change of a style and what becomes of it.
class Change {
  public:
    Change(const FlowFile& file, const Dressed& one, LookState state, bool alone, const Tried& what)
        : file_(file)
        , one_(one)
        , state_(state)
        , alone_(alone)
        , what_(what)
        , changed_(set_style(file, one.place, state, alone, what.key, what.value)) {}

    /// Somebody may extend nothing, or say the same in a place that wins.
    const std::string& fault() const { return changed_.fault; }

    void expect_told_and_seen() {
        if (changed_.texts.empty()) return; // it was so already
        after_ = with_texts(file_, changed_.texts);
        ASSERT_TRUE(after_.compiled) << all_text(after_);
        const FlowPlace place = all_places(after_)[number()].place;
        std::string from;
        const std::string value = row_value(after_, place, state_, alone_, what_.key, from);
        if (alone_ || !style_said(file_, one_.place, state_, alone_).is_own) {
            ASSERT_EQ(from, "here") << what_.key << " of " << place.words() << ": " << value;
            ASSERT_TRUE(what_.holds(style(after_, one_.box).looks[static_cast<int>(state_)]))
                << what_.key << " of " << place.words();
        }
        expect_others_as_they_were();
    }

    void expect_undone_by_taking_it_out() {
        std::string from;
        row_value(file_, one_.place, state_, alone_, what_.key, from);
        if (changed_.texts.empty() || from == "here") return;
        const FlowPlace place = all_places(after_)[number()].place;
        const Changed back = set_style(after_, place, state_, alone_, what_.key, "");
        ASSERT_EQ(back.fault, "");
        const FlowFile again = with_texts(after_, back.texts);
        ASSERT_TRUE(again.compiled) << all_text(again);
        for (std::size_t i = 0; i < file_.compiled->looks.boxes.size(); ++i)
            ASSERT_TRUE(alike(style(again, i), style(file_, i))) << i;
    }

  private:
    static const Style& style(const FlowFile& file, std::size_t box) {
        return file.compiled->looks[file.compiled->looks.boxes[box].style];
    }
    std::size_t number() const {
        const std::vector<Dressed> all = all_places(file_);
        for (std::size_t i = 0; i < all.size(); ++i)
            if (all[i].box == one_.box) return i;
        return all.size();
    }

    /// Alone: but for the same thing on screens that have it from there. Else: but for those that
    /// wear the style, by their own words or by those of another style.
    void expect_others_as_they_were() {
        const StyleSaid said = style_said(file_, one_.place, state_, alone_);
        const std::vector<Dressed> all = all_places(file_);
        const auto& origins = file_.origins.boxes;
        for (std::size_t i = 0; i < file_.compiled->looks.boxes.size(); ++i) {
            const bool same_thing = origins[i].known() && origins[one_.box].known() &&
                                    origins[i].file == origins[one_.box].file &&
                                    origins[i].begin == origins[one_.box].begin;
            if (same_thing || alike(style(file_, i), style(after_, i))) continue;
            ASSERT_FALSE(alone_) << what_.key << " of " << one_.place.words();
            // It is one that was told of, or one of those that Rondix adds.
            const auto place = std::ranges::find(all, i, &Dressed::box);
            if (place == all.end()) continue;
            const std::string words = place->place.screen->id.text + "." + place->place.words();
            ASSERT_NE(std::ranges::find(said.wearers, words), said.wearers.end()) << words;
        }
    }

    const FlowFile& file_;
    const Dressed& one_;
    LookState state_;
    bool alone_;
    const Tried& what_;
    Changed changed_;
    FlowFile after_;
};

TEST(Styling, ChangesWhatItSaysAndNothingElse) {
    std::mt19937 random(20);
    std::size_t changes = 0;
    for (const char* name : flows) {
        const FlowFile file = load_flow((root() / "examples" / name).string());
        ASSERT_TRUE(file.compiled) << all_text(file);
        const std::vector<Dressed> all = all_places(file);
        ASSERT_GT(all.size(), 10u);
        for (std::size_t i = 0; i < part_of(160); ++i) {
            const Dressed& one = all[random() % all.size()];
            Change change(file, one, LookState(random() % look_state_count), random() % 2 == 0,
                          tried[random() % std::size(tried)]);
            if (!change.fault().empty()) continue;
            ++changes;
            change.expect_told_and_seen();
            if (HasFatalFailure()) return;
            change.expect_undone_by_taking_it_out();
            if (HasFatalFailure()) return;
        }
    }
    EXPECT_GT(changes, at_least(300));
}

/// Those who wear a style are just those that look otherwise when it does.
TEST(Styling, TellsWhoWearsAStyle) {
    const FlowFile file = demo_flow();
    const FlowPlace place =
        in_flow(file, file.compiled->control(file.compiled->screen("bridge"), "to-chart"));
    ASSERT_TRUE(place);
    const StyleSaid said = style_said(file, place, LookState::rest, false);
    EXPECT_EQ(said.worn, "deck-button");
    const Changed changed = set_style(file, place, LookState::rest, false, "fill", "\"#112233\"");
    ASSERT_EQ(changed.fault, "");
    const FlowFile after = with_texts(file, changed.texts);
    std::vector<std::string> otherwise;
    for (const Dressed& one : all_places(file)) {
        const auto looks = [&](const FlowFile& of) {
            return of.compiled->looks[of.compiled->looks.boxes[one.box].style].looks[0];
        };
        if (!(looks(file) == looks(after)) && one.place.control != place.control)
            otherwise.push_back(one.place.screen->id.text + "." + one.place.words());
    }
    std::vector<std::string> told;
    for (const std::string& wearer : said.wearers)
        if (!wearer.starts_with("style ")) told.push_back(wearer);
    std::ranges::sort(otherwise);
    std::ranges::sort(told);
    EXPECT_EQ(told, otherwise);
    EXPECT_FALSE(told.empty());
}

TEST(Styling, WritesWhatAPersonWouldType) {
    const FlowFile file = good_flow(R"(rondix: 1
start: t
palette: { sand: "#d8c090" }
styles:
  plank:
    fill: sand   # dry
screens:
  t:
    controls:
      - { button: a, text: A, press: quit }              # one
      - { button: b, text: B, press: quit, style: plank }
)");
    const auto after = [&](const char* control, LookState state, bool alone, const char* key,
                           const char* value) {
        const FlowPlace place = in_flow(file, file.compiled->control(ScreenId{0}, control));
        const Changed changed = set_style(file, place, state, alone, key, value);
        EXPECT_EQ(changed.fault, "");
        return changed.texts.empty() ? std::string() : changed.texts.begin()->second;
    };
    const auto has = [](const std::string& text, const char* part) {
        return text.find(part) != std::string::npos;
    };
    EXPECT_TRUE(has(after("a", LookState::rest, true, "fill", "sand"),
                    "press: quit, style: { fill: sand } }              # one\n"));
    EXPECT_TRUE(has(after("b", LookState::focused, true, "scale", "1.1"),
                    "style: { extends: plank, focused: { scale: 1.1 } } }\n"));
    EXPECT_TRUE(has(after("b", LookState::rest, false, "corner", "6"),
                    "    fill: sand   # dry\n    corner: 6\n"));
    EXPECT_TRUE(has(after("a", LookState::pressed, false, "fill", "sand"),
                    "  button: { pressed: { fill: sand } }\n"));
    const FlowPlace place = in_flow(file, file.compiled->control(ScreenId{0}, "a"));
    EXPECT_NE(set_style(file, place, LookState::rest, true, "fill", "sandd").fault, "");
    EXPECT_NE(set_style(file, place, LookState::rest, true, "filling", "sand").fault, "");
}

} // namespace
} // namespace rondix::test
