// check_looks(): each slip of looks is told, at its place, and what is in order is not.
#include "support.hpp"

#include "looks/contrast.hpp"
#include "looks/places.hpp"
#include "rondix/painter.hpp"
#include "rondix/runtime/runner.hpp"
#include "rondix/tools/look_check.hpp"

#include <fmt/format.h>

#include <cmath>
#include <random>

namespace rondix::test {
namespace {

std::string rules(const Findings& findings) {
    std::string text;
    for (const Finding& finding : findings)
        text += (text.empty() ? "" : " ") + std::string(row_of(finding.rule).name);
    return text;
}

Findings looks_of(const std::string& text) {
    const FlowFile file = good_flow("rondix: 1\nstart: title\n" + text);
    return check_looks(file).findings;
}

/// A screen with these controls, besides one that is in order.
std::string screen(const std::string& controls, const std::string& top = "") {
    return top +
           "screens:\n  title:\n    controls:\n"
           "      - { button: leave, text: Leave, press: quit, place: { at: bottom, size: 300x60, "
           "offset: 0 -80 } }\n" +
           controls;
}

TEST(LookCheck, TheExamplesAreInOrder) {
    for (const char* flow :
         {"examples/tidewick/tidewick.flow.yaml", "examples/hello/hello.flow.yaml"}) {
        const FlowFile file = load_flow((root() / flow).string());
        const Findings findings = check_looks(file).findings;
        for (const Finding& finding : findings)
            ADD_FAILURE() << finding_text(finding, file.sources);
    }
}

/// By the areas alone: of a plain button the share that lies under a plain panel.
TEST(LookCheck, WhatIsCoveredIsAsMuchAsLiesUnderIt) {
    std::mt19937 random(21);
    const auto number = [&](int from, int to) {
        return std::uniform_int_distribution(from, to)(random);
    };
    std::size_t covered = 0, free = 0;
    for (std::size_t i = 0; i < how_many(200); ++i) {
        const Rect button{200, 150, static_cast<float>(number(60, 400)),
                          static_cast<float>(number(50, 200))};
        const Rect panel{static_cast<float>(number(100, 350)), static_cast<float>(number(80, 250)),
                         static_cast<float>(number(60, 600)), static_cast<float>(number(40, 300))};
        const auto place = [](const Rect& rect) {
            return fmt::format("place: {{ at: top-left, offset: {} {}, size: {}x{} }}", rect.x,
                               rect.y, rect.width, rect.height);
        };
        const std::string plain = ", border: none, corner: 0, shadow: none }, ";
        const Findings found = looks_of(
            screen("      - { button: play, press: quit, style: { fill: '#c0d0e0'" + plain +
                   place(button) + " }\n      - { panel: quay, style: { fill: '#402010'" + plain +
                   place(panel) + " }\n"));
        const float across = std::min(button.right(), panel.right()) - std::max(button.x, panel.x);
        const float down = std::min(button.bottom(), panel.bottom()) - std::max(button.y, panel.y);
        const float under = std::max(across, 0.0F) * std::max(down, 0.0F);
        const float share = under / (button.width * button.height);
        if (std::abs(share - 0.5F) < 0.05F) continue; // too near for pixels
        const bool told = rules(found).find("covered") != std::string::npos;
        EXPECT_EQ(told, share > 0.5F) << "flow " << i << ", " << share;
        ++(told ? covered : free);
    }
    EXPECT_GT(covered, 30u);
    EXPECT_GT(free, 60u);
}

TEST(LookCheck, SampleRowsHaveRoom) {
    const auto told = [](const std::string& row, const std::string& samples) {
        return rules(
            looks_of(screen("      - { list: hold, rows: 3, press: tell crate, place: { at: "
                            "top, width: 320 }" +
                            row + ", samples: [" + samples + "] }\n")));
    };
    const std::string parts =
        ", row: { height: 60, pieces: [{ shows: text, place: { at: left, "
        "size: 160x30 } }, { shows: value, place: { at: right, size: 60x30 } }] }";
    const std::string few = "{ text: Tea, value: 12 }, { text: Rope, value: 3 }";
    const std::string many = few + ", " + few + ", " + few + ", " + few;
    EXPECT_EQ(told("", many), "");
    EXPECT_EQ(told(parts, many), "");
    EXPECT_EQ(told("", few + ", { text: A crate of the very finest lamps from across the strait }"),
              "text-too-long");
    EXPECT_EQ(told(parts, few + ", { text: Tea, value: One hundred and twelve }"), "text-too-long");
    // Also what has to be scrolled to, at the very end and in between.
    EXPECT_EQ(told(parts, many + ", { text: The very finest lamps of all }"), "text-too-long");
    EXPECT_EQ(told(parts, many + ", { text: The very finest lamps of all }, " + many),
              "text-too-long");
}

TEST(LookCheck, WhatIsHiddenAtFirstIsLookedAtToo) {
    const auto told = [](const std::string& top, const std::string& when) {
        return rules(
            looks_of(screen("      - { label: news, text: Fog, style: { text-color: "
                            "'#203040' }, when: " +
                                when + ", place: { at: top, offset: 0 60, size: 200x50 } }\n" +
                                "      - { slider: music, text: Music, setting: music, "
                                "place: { at: middle, size: 420x60 } }\n",
                            top + "settings: { music: { from: 0, to: 100, by: 5 } }\n")));
    };
    EXPECT_EQ(told("flags: { fog: { set-by: game } }\n", "fog"), "low-contrast");
    EXPECT_EQ(told("flags: { fog: { set-by: game, default: yes } }\n", "fog"), "low-contrast");
    EXPECT_EQ(told("", "music above 70"), "low-contrast");
    EXPECT_EQ(told("", "music is 35 or music above 70"), "low-contrast");
    EXPECT_EQ(told("flags: { a: { set-by: game }, b: { set-by: game } }\n",
                   "a and not b and music above 70"),
              "low-contrast");
    // A panel that comes over a button only at times.
    const std::string cover = "      - { button: play, text: Play, press: quit, place: { at: top, "
                              "size: 300x60, offset: 0 60 } }\n"
                              "      - { panel: sheet, style: { fill: '#402010' }, when: fog, "
                              "place: { at: top, size: 400x100, offset: 0 40 } }\n";
    EXPECT_EQ(rules(looks_of(screen(cover, "flags: { fog: { set-by: game } }\n"))), "covered");
}

// Screens whose control or text is hidden by what is drawn later, and such as only look like it.
TEST(LookCheck, WhatIsCoveredIsTold) {
    const auto play = [](const std::string& more) {
        return "      - { button: play, text: Play, press: quit, place: { at: top, size: 300x60, "
               "offset: 0 60 }" +
               more + " }\n";
    };
    const auto panel = [](const std::string& style, const std::string& size,
                          const std::string& offset) {
        return "      - { panel: quay, style: " + style + ", place: { at: top, size: " + size +
               ", offset: " + offset + " } }\n";
    };
    const std::string whole = "{ fill: '#402010' }";
    const std::pair<std::string, const char*> screens[] = {
        {play("") + panel(whole, "400x100", "0 40"), "covered"},
        {panel(whole, "400x100", "0 40") + play(""), ""}, // it stands beneath
        {play("") + panel("{ fill: '#402010/5%', border-width: 0 }", "400x100", "0 40"), ""},
        {play("") + panel(whole, "400x100", "0 160"), ""},      // it stands elsewhere
        {play("") + panel(whole, "300x12", "0 60"), ""},        // a strip along its edge
        {play("") + panel(whole, "100x60", "0 60"), "covered"}, // its letters
        {play("") + panel("nothing", "400x100", "0 40"), ""},
        {play(", pieces: [{ text: '', style: { fill: '#402010' }, place: { size: 120x50 } }]"),
         "covered"}, // by a piece of its own
        {play(", pieces: [{ text: '', style: { fill: '#402010' }, place: { at: left, size: 40x40 } "
              "}]"),
         ""},
        {"      - { label: news, text: Fog over the strait, place: { at: top, size: 300x60 } }\n" +
             panel(whole, "200x60", "0 0"),
         "covered"},
        // A part of a text: nearly half of it, and hardly any.
        {"      - { label: news, text: Fog over the strait, place: { at: top, size: 300x60 } }\n" +
             panel(whole, "150x60", "-75 0"),
         "covered"},
        {"      - { label: news, text: Fog over the strait, place: { at: top, size: 300x60 } }\n" +
             panel(whole, "50x60", "-125 0"),
         ""},
        // A button may be made of its pieces.
        {"      - { button: play, press: quit, place: { at: top, size: 300x60, offset: 0 60 }, "
         "pieces: [{ text: Play, style: { fill: '#402010', text-color: '#ffffff' }, place: { size: "
         "280x56 } }] }\n",
         ""},
    };
    for (const auto& [controls, rule] : screens)
        EXPECT_EQ(rules(looks_of(screen(controls))), rule) << controls;
}

TEST(LookCheck, EachSlipIsTold) {
    const std::pair<std::string, const char*> slips[] = {
        {screen("      - { button: a, text: A, press: quit, place: { at: left, offset: -90 0, "
                "size: 200x60 } }\n"),
         "off-canvas"},
        {screen("      - { button: a, text: A, press: quit, place: { at: top, size: 200x60, "
                "rotate: 90 } }\n"),
         "off-canvas"},
        {screen("      - { button: a, text: A, press: quit, place: { at: left, offset: -20 0, "
                "size: 200x60 } }\n",
                "safe-margin: 40\n"),
         "outside-safe"},
        {screen("      - { button: a, text: A, press: quit, place: { at: top, size: 200x60, "
                "offset: 0 20 } }\n"
                "      - { button: b, text: B, press: quit, place: { at: top, size: 200x60, "
                "offset: 60 50 } }\n"),
         "overlap"},
        {screen("      - { button: a, press: quit, place: { at: top, size: 200x20, offset: 0 20 } "
                "}\n"),
         "small-target"},
        {screen("      - { button: a, text: Far too long a text for this, press: quit, place: { "
                "at: top, size: 200x60 } }\n"),
         "text-too-long"},
        {screen("      - { button: a, text: Just long enough, press: quit, place: { at: top, size: "
                "270x40 } }\n"),
         "tight-text"},
        {screen("      - { label: a, text: Hardly there, place: { at: top }, style: { text-color: "
                "\"#2a3f4a\" } }\n"),
         "low-contrast"},
        {screen("      - { button: a, text: Alike, press: quit, place: { at: top, size: 300x60 }, "
                "style: { focused: "
                "{ fill: slab, border: slab-edge, border-width: 1, text-color: chalk, scale: 100% "
                "} } }\n"),
         "faint-focus"},
        {screen("      - { list: l, press: tell x, place: { at: top, size: 400x200 } }\n",
                "styles: { row: { focused: { fill: slab, text-color: slab-edge } } }\n"),
         "low-contrast"},
        {screen("      - { choice: c, text: C, setting: s, dropdown: yes, place: { at: top, size: "
                "400x60 } }\n",
                "settings: { s: { one-of: [a, b] } }\nstyles: { unfolded: { fill: chalk } }\n"),
         "low-contrast"},
        {screen("      - { picture: a, file: no-such.svg, place: { at: top, size: 50x50 } }\n"),
         "missing-file"},
        {screen("",
                "styles: { button: { focused: { cue: bang } } }\ncues: { bang: no-such.wav }\n"),
         "missing-file"},
        {screen("", "styles: { title: { font: Nowhere Sans } }\n"), "missing-file"},
    };
    for (const auto& [text, rule] : slips) EXPECT_EQ(rules(looks_of(text)), rule) << text;
}

/// Three buttons in one corner, of which no state of the flow shows two, but for the last.
TEST(LookCheck, WhatIsHiddenOverlapsNothing) {
    const auto corner = [](const char* name, const char* when) {
        return fmt::format("      - {{ button: {}, text: A, press: quit, when: {}, else: hidden, "
                           "place: {{ at: top, size: 200x60, offset: 0 20 }} }}\n",
                           name, when);
    };
    const std::string top = "flags: { f: { set-by: game }, g: { set-by: game } }\n"
                            "settings: { level: { from: 1, to: 9 } }\n";
    const std::string apart = corner("a", "f and level below 4") +
                              corner("b", "f and level above 6") + corner("c", "not f");
    EXPECT_EQ(rules(looks_of(screen(apart, top))), "");
    const Findings findings = looks_of(screen(apart + corner("d", "level above 8 and g"), top));
    ASSERT_EQ(rules(findings), "overlap");
    EXPECT_EQ(findings[0].text, "'c' and 'd' overlap");
}

/// The button beside the column is in the way of what moves up.
TEST(LookCheck, WhatMovesUpMayOverlap) {
    const std::string beside =
        "screens:\n  title:\n    layout: { as: column, at: top-left, width: 300, gap: 10, "
        "item-size: 300x50 }\n    controls:\n"
        "      - { button: a, text: A, press: quit, when: f, else: hidden }\n"
        "      - { button: b, text: B, press: quit, when: g, else: hidden }\n"
        "      - { button: c, text: C, press: quit }\n"
        "      - { button: d, text: D, press: quit, place: { at: top-left, size: 300x50, offset: ";
    const auto with = [&](const char* offset) {
        std::string text;
        for (const Finding& finding :
             looks_of("flags: { f: { set-by: game }, g: { set-by: game } }\n" + beside + offset +
                      " } }\n"))
            if (finding.rule == RuleId::overlap) text += finding.text;
        return text;
    };
    EXPECT_EQ(with("0 200"), "");
    EXPECT_EQ(with("0 120"), "'c' and 'd' overlap while everything can be seen");
    EXPECT_EQ(with("0 0"), "'a' and 'd' overlap");
    EXPECT_EQ(with("0 60"), "'b' and 'd' overlap while everything can be seen");
}

/// Twelve that can be hidden are more than can be tried in every combination. With exactly two of
/// them hidden (or two shown), and in no other number, one that is below them meets another.
TEST(LookCheck, PairsOfManyThatAreHiddenAreTried) {
    std::string flags = "flags: {", controls;
    for (int i = 0; i < 12; ++i) {
        const std::string n = std::to_string(i);
        flags.append(i == 0 ? " f" : ", f").append(n).append(": { set-by: game }");
        controls += fmt::format("      - {{ button: b{0}, text: A, press: quit, when: f{0}, else: "
                                "hidden, place: {{ size: 100x40 }} }}\n",
                                i);
    }
    const auto meets = [&](int shown) {
        const std::string whole = fmt::format(
            "{} }}\nscreens:\n  title:\n    layout: {{ as: column, at: top-left, width: 300, "
            "align: "
            "start }}\n    controls:\n{}"
            "      - {{ button: low, text: L, press: quit, place: {{ size: 300x40 }} }}\n"
            "      - {{ button: aside, text: S, press: quit, place: {{ at: top-left, size: 80x40, "
            "offset: 200 {} }} }}\n",
            flags, controls, 40 * shown);
        std::string text;
        for (const Finding& finding : looks_of(whole))
            if (finding.rule == RuleId::overlap) text += finding.text;
        return text;
    };
    EXPECT_EQ(meets(10), "'low' and 'aside' overlap while 'b0', 'b1' cannot be seen");
    EXPECT_NE(meets(2).find("overlap while"), std::string::npos);
    EXPECT_NE(meets(11).find("overlap while 'b0' cannot be seen"), std::string::npos);
}

TEST(LookCheck, AStretchedPictureIsToldUnlessItIsSliced) {
    const std::string art = (root() / "examples/tidewick/art/brass.svg").string(); // 200x56
    const auto with = [&](const std::string& style) {
        return rules(looks_of(
            screen(fmt::format("      - {{ panel: a, place: {{ at: top, size: 400x56 }}, style: "
                               "{{ fill: none, border: none, image: \"{}\"{} }} }}\n",
                               art, style))));
    };
    EXPECT_EQ(with(""), "stretched-picture");
    EXPECT_EQ(with(", slices: 32 0"), "");
    EXPECT_EQ(with(", fit: inside"), "");
}

TEST(LookCheck, AFindingStandsAtItsControlAndNamesTheSizes) {
    const FlowFile file =
        good_flow("rondix: 1\nstart: title\n" +
                  screen("      - { button: a, text: A, press: quit, place: { at: "
                         "left, size: 300x60, portrait: { offset: -200 0 } } }\n"));
    const Findings findings = check_looks(file, {.sizes = {{1280, 720}, {720, 1280}}}).findings;
    ASSERT_EQ(rules(findings), "off-canvas");
    const std::string text = finding_text(findings[0], file.sources);
    EXPECT_EQ(text.substr(0, text.find('\n')),
              "test.flow.yaml:7:19: error: 'a' extends beyond the canvas (at 720x1280) "
              "[off-canvas]");
}

/// What is checked is what is played: the same places as a Runner's, texts that name keys and the
/// time among them.
TEST(LookCheck, PlacesAreThoseOfTheRunner) {
    for (const char* path :
         {"examples/tidewick/tidewick.flow.yaml", "examples/nine-locks/nine-locks.flow.yaml"}) {
        const FlowFile file = load_flow((root() / path).string());
        const CompiledFlow& flow = *file.compiled;
        Painter painter(flow, (root() / path).parent_path().string() + "/");
        looks::Places places(flow, painter.text_measurer());
        Runner runner(flow);
        runner.set_text_measurer(painter.text_measurer());
        runner.start();
        runner.finish(runner.load_ticket(), Answer::done);
        for (const Size window : {Size{1280, 720}, Size{720, 1280}, Size{960, 540}}) {
            places.set_window(window.width, window.height);
            runner.resize(window.width, window.height);
            // Of a screen that is not open, a Runner has all controls there.
            MenuState all = runner.menu_state();
            for (std::size_t i = 0; i < flow.screens.size(); ++i) {
                const bool hides = std::any_of(
                    flow.controls.begin(), flow.controls.end(), [&](const Control& control) {
                        return control.screen == ScreenId(i) && control.hides;
                    });
                if (hides && ScreenId(i) != all.current()) continue;
                const auto mine = places.of(ScreenId(i), all);
                const auto theirs = runner.places_of(ScreenId(i));
                ASSERT_EQ(mine.size(), theirs.size());
                for (std::size_t box = 0; box < mine.size(); ++box) {
                    EXPECT_EQ(mine[box].rect, theirs[box].rect) << path << " screen " << i;
                    EXPECT_EQ(mine[box].text_scale, theirs[box].text_scale);
                }
            }
        }
    }
}

TEST(LookCheck, ATextIsAsLongAsItIsShown) {
    const auto with = [](const char* text) {
        return rules(looks_of(screen(fmt::format("      - {{ button: a, text: \"{}\", press: quit, "
                                                 "place: {{ at: top, size: 240x60 }} }}\n",
                                                 text))));
    };
    EXPECT_EQ(with("In {time-left}"), "");
    EXPECT_EQ(with("In the time that is left"), "text-too-long");
}

/// Nobody has to ask for it.
TEST(LookCheck, PortraitIsLookedAtWhereItIsSaid) {
    const std::string button =
        "      - { button: a, text: A, press: quit, place: { at: left, size: "
        "300x60";
    EXPECT_EQ(rules(looks_of(screen(button + " } }\n"))), "");
    const Findings findings = looks_of(screen(button + ", portrait: { offset: -200 0 } } }\n"));
    ASSERT_EQ(rules(findings), "off-canvas");
    EXPECT_EQ(findings[0].text, "'a' extends beyond the canvas (at 720x1280)");
    const Findings sized =
        looks_of(screen("      - { button: a, text: A, press: quit, place: { at: "
                        "left, size: 1000x60 } }\n",
                        "portrait-size: 600x1000\n"));
    ASSERT_EQ(rules(sized), "off-canvas");
    EXPECT_EQ(sized[0].text, "'a' extends beyond the canvas (at 600x1000)");
}

/// What the game shows under a text may be anything.
TEST(LookCheck, ATextOverTheGameNeedsAGroundOfItsOwn) {
    const auto hud = [](const std::string& style) {
        const FlowFile file = good_flow(
            "rondix: 1\nstart: sea\nscenes: { sea: { file: sea.json, root: helm } }\n"
            "loading: { timeout: 5s }\nscreens:\n  helm:\n    play: yes\n    menu: quit\n    "
            "controls: [{ "
            "label: speed, text: 12 knots, place: { at: top }, style: " +
            style + " }]\n");
        return rules(check_looks(file).findings);
    };
    EXPECT_EQ(hud("{ text-color: \"#ffffff\" }"), "low-contrast");
    EXPECT_EQ(hud("{ text-color: \"#000000\" }"), "low-contrast");
    EXPECT_EQ(hud("{ text-color: \"#ffffff\", fill: \"#000000/70%\" }"), "");
    EXPECT_EQ(hud("{ text-color: \"#ffffff\", outline: \"#000000\", outline-width: 2 }"), "");
}

/// The built-in theme is readable in every state, at rest as much as disabled.
TEST(LookCheck, TheBuiltInThemeIsReadable) {
    const FlowFile file = good_flow(R"(
rondix: 1
start: title
flags: { saved: { set-by: game } }
screens:
  title:
    title: A heading
    controls:
      - { label: note, text: Some words }
      - { button: more, text: More, press: open more, when: saved }
      - { button: leave, text: Leave, press: quit }
  more:
    dim: 40%
    title: More
    controls: [{ label: words, text: Words }, { button: back, text: Back, press: back, when: saved }]
)");
    for (const PictureSize size :
         {PictureSize{960, 540}, PictureSize{2560, 1440}, PictureSize{720, 1280}})
        EXPECT_EQ(rules(check_looks(file, {.sizes = {size}}).findings), "");
}

TEST(Contrast, IsAsItIsDefined) {
    EXPECT_NEAR(looks::contrast(0x000000, 0xFFFFFF), 21, 1e-9);
    EXPECT_NEAR(looks::contrast(0xFFFFFF, 0xFFFFFF), 1, 1e-9);
    EXPECT_NEAR(looks::contrast(0x767676, 0xFFFFFF), 4.54, 0.005); // the known borderline
    EXPECT_NEAR(looks::contrast(0x777777, 0xFFFFFF), 4.48, 0.005);
    EXPECT_NEAR(looks::contrast(0xFF0000, 0xFFFFFF), 4.00, 0.005);
    std::vector<std::uint32_t> ground(100, 0xFFFFFF);
    for (std::size_t i = 0; i < 4; ++i) ground[i] = 0; // a few specks do not count
    EXPECT_NEAR(looks::worst_contrast(0x000000, ground), 21, 1e-9);
    for (std::size_t i = 0; i < 10; ++i) ground[i] = 0;
    EXPECT_NEAR(looks::worst_contrast(0x000000, ground), 1, 1e-9);
}

} // namespace
} // namespace rondix::test
