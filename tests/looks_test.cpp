// Styles, themes and places as they are written: what they come to, and what is said of slips.
#include "support.hpp"

#include "reading/style_reader.hpp"
#include "rondix/runtime/runner.hpp"
#include "themes/themes.hpp"

#include <fmt/format.h>

#include <map>
#include <random>

namespace rondix::test {
namespace {

const std::string head = "rondix: 1\nstart: title\n";
const std::string tail = "screens:\n  title: { controls: [{ button: go, text: Go, press: quit, "
                         "style: mine }] }\n";

/// The style of the button of `tail`.
Style style_from(const std::string& styles) {
    const FlowFile file = good_flow(head + styles + tail);
    if (!file.compiled) return {};
    for (const Box& box : file.compiled->looks.boxes)
        if (box.role == BoxRole::control) return file.compiled->looks[box.style];
    ADD_FAILURE();
    return {};
}

const Look& look(const Style& style, LookState state) {
    return style.looks[static_cast<std::size_t>(state)];
}

// --- the built-in theme, which is read while Rondix is built

std::string told(const Name& name) {
    return fmt::format("{} {}-{} of {}; ", name.text, name.place.begin, name.place.end,
                       name.place.file);
}

std::string told(const std::vector<std::pair<Name, Name>>& pairs) {
    std::string all;
    for (const auto& [name, value] : pairs) all += told(name) + told(value) + '\n';
    return all;
}

std::string told(const std::optional<ScreenTransition>& way) {
    return way ? fmt::format("{} {} {} {}\n", int(way->by), int(way->from), way->time.ms,
                             int(way->time.ease))
               : "none\n";
}

std::string told(const FlowStyle& style) {
    std::string all = "style " + told(style.id) + (style.like ? told(*style.like) : "") + '\n';
    for (std::size_t state = 0; state < look_state_count; ++state)
        for (const FlowStyleLine& line : style.states[state]) {
            all += fmt::format("  in state {}: {}", state, told(line.key));
            for (const Name& word : line.words) all += told(word);
            all += '\n';
        }
    return all;
}

std::string told(const Theme& theme) {
    std::string all = fmt::format("for {}, in '{}'\n", theme.short_side, theme.folder) +
                      told(theme.enters) + told(theme.leaves) + "palette\n" + told(theme.palette) +
                      "cues\n" + told(theme.cues) + "tunes\n" + told(theme.tunes);
    for (const FlowStyle& style : theme.styles) all += told(style);
    return all;
}

TEST(Looks, TheBuiltInThemeIsWhatItsFileSays) {
    const Source source("theme", contents(root() / "src/themes/plain.theme.yaml"));
    Findings findings;
    const auto tree = yaml::read(source, SourceRange::nowhere, findings);
    ASSERT_TRUE(tree);
    Theme wanted;
    read_theme_file(*tree, source, wanted, findings);
    ASSERT_TRUE(findings.empty());
    EXPECT_GT(wanted.styles.size(), 15U);
    EXPECT_EQ(told(plain_theme()), told(wanted));
}

// --- styles

TEST(Looks, AStateHasWhatRestHasUnlessItSaysOtherwise) {
    const Style style = style_from(R"(
palette: { sea: "#102030", foam: "#fff" }
styles:
  base: { fill: sea, corner: 4, border: foam/50%, focused: { fill: foam, scale: 110% } }
  mine: { extends: base, corner: 9, pressed: { corner: 2 }, focused: { rotate: -3 } }
)");
    EXPECT_EQ(look(style, LookState::rest).fill, rgb(0x102030));
    EXPECT_EQ(look(style, LookState::rest).corner, 9);
    EXPECT_EQ(look(style, LookState::focused).fill, rgb(0xFFFFFF)); // of the style that it is like
    EXPECT_FLOAT_EQ(look(style, LookState::focused).scale, 1.1F);
    EXPECT_EQ(look(style, LookState::focused).rotate, -3);
    EXPECT_EQ(look(style, LookState::focused).corner, 9); // of its own rest state
    EXPECT_EQ(look(style, LookState::pressed).corner, 2);
    EXPECT_EQ(look(style, LookState::disabled).border, rgb(0xFFFFFF, 0.5F));
}

TEST(Looks, AFlowAddsToTheThemesStylesAndColours) {
    const Style plain = style_from("styles: { mine: { extends: button } }\n");
    const Style style =
        style_from("palette: { amber: \"#00ff00\" }\n"
                   "styles: { button: { corner: 1 }, mine: { extends: button } }\n");
    EXPECT_EQ(look(style, LookState::focused).fill, rgb(0x00FF00)); // the theme's words, our colour
    EXPECT_EQ(look(style, LookState::rest).corner, 1);
    EXPECT_EQ(look(style, LookState::rest).fill, look(plain, LookState::rest).fill);
    EXPECT_EQ(style.text_size, plain.text_size);
}

TEST(Looks, AStyleMayBeginWithNothing) {
    const Style red = style_from("styles: { mine: { fill: \"#ff0000\" } }\n"); // of no kind at all
    EXPECT_EQ(look(red, LookState::rest).border_width, Look{}.border_width);
    for (const char* styles :
         {"styles: { button: { extends: none, fill: \"#ff0000\" }, mine: { extends: button } }\n",
          "styles: { mine: { extends: none, fill: \"#ff0000\" } }\n"}) {
        const Style style = style_from(styles);
        for (std::size_t state = 0; state < look_state_count; ++state) {
            EXPECT_EQ(style.looks[state].fill, rgb(0xFF0000)) << styles;
            EXPECT_EQ(style.looks[state].border_width, red.looks[state].border_width) << styles;
            EXPECT_EQ(style.looks[state].corner, red.looks[state].corner) << styles;
            EXPECT_EQ(style.looks[state].scale, 1) << styles;
        }
        EXPECT_EQ(style.padding, red.padding) << styles;
        EXPECT_EQ(style.least, red.least) << styles;
    }
    // Written where it is used; and nothing at all.
    const auto used = [](const std::string& style) {
        const FlowFile file = good_flow(head +
                                        "screens:\n  title: { controls: [{ button: go, text: "
                                        "Go, press: quit, style: " +
                                        style + " }] }\n");
        const Looks& looks = file.compiled->looks;
        return looks[std::ranges::find(looks.boxes, BoxRole::control, &Box::role)->style];
    };
    EXPECT_EQ(used("{ extends: none, fill: \"#ff0000\" }").padding, red.padding);
    EXPECT_EQ(used("none").looks[0], Style{}.looks[0]);
    EXPECT_NE(used("{ fill: \"#ff0000\" }").padding, red.padding); // that of its kind
}

TEST(Looks, LengthsOfTheThemeGrowWithTheDesignSize) {
    const Style plain = style_from("styles: { mine: { extends: button } }\n");
    const Style large =
        style_from("design-size: 2560x1440\nstyles: { mine: { extends: button, corner: 7 } }\n");
    EXPECT_EQ(large.text_size, 2 * plain.text_size);
    EXPECT_EQ(large.padding[0], 2 * plain.padding[0]);
    EXPECT_EQ(look(large, LookState::rest).corner, 7); // the flow's own lengths are as written
}

TEST(Looks, AStyleMayStandWhereItIsUsed) {
    const FlowFile file = good_flow(head + R"(screens:
  title:
    controls:
      - { button: a, text: A, press: quit, style: { extends: button, text-color: "#ff0000", on: { text: Yes } } }
      - { button: b, text: B, press: quit, style: { fill: "#00ff00 #0000ff" } }
)");
    ASSERT_TRUE(file.compiled);
    const CompiledFlow& flow = *file.compiled;
    std::vector<Style> styles;
    for (const Box& box : flow.looks.boxes)
        if (box.role == BoxRole::control && box.text.length == 1) // not the built-in screen's
            styles.push_back(flow.looks[box.style]);
    ASSERT_EQ(styles.size(), 2u);
    EXPECT_EQ(styles[0].looks[0].ink, rgb(0xFF0000));
    EXPECT_EQ(flow.text(styles[0].dresses[static_cast<std::size_t>(LookState::on)].text), "Yes");
    EXPECT_EQ(styles[1].looks[0].fill_end, rgb(0x0000FF)); // a gradient, on the kind's own style
    EXPECT_GT(styles[1].least.height, 0);
}

TEST(Looks, PiecesFollowTheStateOfTheirControl) {
    const FlowFile file = good_flow(head + R"(screens:
  title:
    controls:
      - button: a
        text: A
        press: quit
        style: { extends: button, focused: { scale: 2 } }
        pieces: [{ text: "!", style: { text-color: "#111111", focused: { text-color: "#eeeeee" } }, place: { at: right } }]
      - { button: b, text: B, press: quit }
)");
    Runner runner(*file.compiled);
    runner.start();
    const auto piece = [&] {
        for (const Item& item : runner.view())
            if (item.kind == ItemKind::piece) return item;
        return Item{};
    };
    EXPECT_EQ(piece().look.ink, rgb(0xEEEEEE));
    EXPECT_FLOAT_EQ(piece().transform.xx, 2); // it grows with the whole, about the whole's middle
    runner.press(Button::down);
    runner.release(Button::down);
    runner.advance(1);
    EXPECT_EQ(piece().look.ink, rgb(0x111111));
    EXPECT_EQ(piece().transform, Transform{});
    EXPECT_EQ(piece().text, "!");
}

TEST(Looks, EveryTextGoesThroughTheTranslator) {
    const FlowFile file = good_flow(head + R"(screens:
  title:
    title: Heading
    controls:
      - { label: note, text: A label }
      - { button: a, text: Press, press: todo not yet, pieces: [{ text: piece }], style: { focused: { text: Pressed } } }
)");
    Runner runner(*file.compiled);
    runner.set_translator(
        {nullptr, [](void*, std::string_view written) -> std::string_view {
             static std::string worded;
             static std::map<std::string, std::string> all;
             return all.try_emplace(std::string(written), "<" + std::string(written) + ">")
                 .first->second;
         }});
    runner.start();
    runner.advance(1);
    runner.press(Button::accept);
    std::string texts;
    for (const Item& item : runner.view()) texts += item.text;
    EXPECT_EQ(texts, "<Heading><A label><Pressed><piece><not yet>");
}

TEST(Looks, RightToLeftTurnsPlacesAndTexts) {
    const FlowFile file = good_flow(head + R"(screens:
  title: { controls: [{ label: a, text: A, place: { at: top-left, offset: 10 5, size: 90x30, rotate: 10 }, style: { align: start } }] }
)");
    Runner runner(*file.compiled);
    runner.start();
    runner.set_mirrored(true);
    const Item item = runner.view().back();
    EXPECT_EQ(item.bounds, (Rect{1180, 5, 90, 30}));
    EXPECT_EQ(item.align, Edge::end);
    EXPECT_LT(item.transform.yx, 0); // turned the other way round
}

// --- slips

struct Slip {
    const char* text;
    const char* says; ///< the first line of the finding, without the file
};

TEST(Looks, SlipsAreToldWhereTheyStand) {
    const std::string begin = "rondix: 1\nstart: title\n";
    const std::string end = "screens: { title: { controls: [{ button: go, press: quit }] } }\n";
    const Slip slips[] = {
        {"palette: { sea: blue }\n", "3:17: error: there is no colour 'blue' [unknown-name]"},
        {"palette: { sea: \"#12345\" }\n", "3:18: error: '#12345' is no colour [unknown-name]"},
        {"palette: { sea: }\n",
         "3:12: error: 'sea' needs a colour, such as \"#c9a24a\" [wrong-type]"},
        {"styles: { button: { fill: ambr } }\n",
         "3:27: error: there is no colour 'ambr'; did you mean 'amber'? [unknown-name]"},
        {"styles: { button: { fil: amber } }\n",
         "3:21: error: a style has no 'fil'; did you mean 'fill'? [unknown-key]"},
        {"styles: { button: { focussed: { fill: amber } } }\n",
         "3:21: error: a style has no 'focussed'; did you mean 'focused'? [unknown-key]"},
        {"styles: { button: { focused: { font: Inter } } }\n",
         "3:32: error: 'font' is the same in every state [wrong-type]"},
        {"styles: { button: { focused: amber } }\n",
         "3:30: error: 'focused' is a state; it needs keys with values [wrong-type]"},
        {"styles: { button: { corner: round } }\n",
         "3:29: error: 'corner' needs a number from 0 to 100000 [wrong-type]"},
        {"styles: { button: { opacity: 150% } }\n",
         "3:30: error: 'opacity' needs a share from 0% to 100% [wrong-type]"},
        {"styles: { button: { transition: 2h } }\n",
         "3:33: error: 'transition' needs a time of at most a minute and how it runs (even, in, "
         "out, "
         "both), such as 120ms both [wrong-type]"},
        {"styles: { a: { extends: b }, b: { extends: a } }\n",
         "3:44: error: this makes a cycle: the style 'a' already extends this one "
         "[like-circle]"},
        {"styles: { a: { extends: buton } }\n",
         "3:25: error: there is no style 'buton'; did you mean 'button'? [unknown-name]"},
        {"enters: slide up\n",
         "3:9: error: 'enters' needs cut, fade, grow, or slide and a side, with a time and how it "
         "runs: slide left 250ms both [wrong-type]"},
        {"window: fill\n",
         "3:9: error: 'window' needs one of grow, bars, cut, keep-height, keep-width [wrong-type]"},
        {"safe-margin: 5%\n",
         "3:14: error: 'safe-margin' needs one number, or two: across and down, such as 24 40 "
         "[wrong-type]"},
        {"theme: no-such.theme.yaml\n",
         "3:8: error: cannot read 'no-such.theme.yaml': No such file or directory [missing-file]"},
    };
    for (const Slip& slip : slips) {
        const FlowFile file = load_flow_text("slip", fmt::format("{}{}{}", begin, slip.text, end));
        EXPECT_FALSE(file.compiled) << slip.text;
        const std::string told = all_text(file);
        EXPECT_EQ(told.substr(0, told.find('\n')), std::string("slip:") + slip.says);
        EXPECT_EQ(file.findings.size(), 1u) << told;
    }
}

TEST(Looks, SlipsOfPlacesAreToldWhereTheyStand) {
    const Slip slips[] = {
        {"place: { at: centre }",
         "6:61: error: 'at' needs one of top-left, top, top-right, left, middle, right, "
         "bottom-left, bottom, bottom-right [wrong-type]"},
        {"place: { offset: 3 }",
         "6:65: error: 'offset' needs two numbers, to the right and down, such as 20 -4 "
         "[wrong-type]"},
        {"place: { size: 300 }", "6:63: error: 'size' needs a size such as 300x64 [wrong-type]"},
        {"place: { widht: 300 }",
         "6:57: error: a place has no key 'widht'; did you mean 'width'? [unknown-key]"},
        {"in: footer",
         "6:52: error: this screen has no group 'footer'; did you mean 'foot'? [unknown-name]"},
        {"style: loud", "6:55: error: there is no style 'loud' [unknown-name]"},
        {"pieces: [{ file: 7, at: left }]", "6:68: error: a piece has no key 'at' [unknown-key]"},
    };
    for (const Slip& slip : slips) {
        const FlowFile file = load_flow_text(
            "slip", "rondix: 1\nstart: title\nscreens:\n  title:\n    controls:\n"
                    "      - { button: go, text: Go, press: quit,   " +
                        std::string(slip.text) + " }\n    groups: { foot: { as: row } }\n");
        const std::string told = all_text(file);
        EXPECT_EQ(told.substr(0, told.find('\n')), std::string("slip:") + slip.says);
        EXPECT_FALSE(file.compiled) << slip.text;
    }
}

TEST(Looks, ASlipInAThemeFileIsToldThere) {
    const auto folder = std::filesystem::path(testing::TempDir()) / "rondix-theme";
    std::filesystem::create_directories(folder);
    std::ofstream(folder / "odd.theme.yaml")
        << "rondix-theme: 1\nstyles:\n  button: { fill: seaa }\n"
           "palette: { sea: \"#123\" }\n";
    const FlowFile file =
        load_flow_text((folder / "a.flow.yaml").string(),
                       head + "theme: odd.theme.yaml\nstyles: { mine: }\n" + tail);
    const std::string told = all_text(file);
    EXPECT_NE(
        told.find("odd.theme.yaml:3:19: error: there is no colour 'seaa'; did you mean 'sea'?"),
        std::string::npos)
        << told;
    std::ofstream(folder / "odd.theme.yaml") << "not a theme\n";
    EXPECT_FALSE(load_flow((folder / "a.flow.yaml").string()).compiled);
    std::filesystem::remove_all(folder);
}

TEST(Looks, DamagedLooksAreRefusedOrRead) {
    std::string theme = contents(root() / "src/themes/plain.theme.yaml");
    theme.erase(theme.find("rondix-theme"), theme.find("palette:") - theme.find("rondix-theme"));
    const std::string good = head + theme + R"(
screens:
  title:
    heading: { at: top, offset: 0 96, style: title }
    layout: { as: grid, columns: 2, gap: 4 6, item-size: 100x40, portrait: { as: column } }
    groups: { foot: { as: row, at: bottom, width: all, margin: 8, pack: apart } }
    controls:
      - { button: a, text: A, press: quit, in: foot, style: { extends: button, scale: 105% } }
      - { picture: p, file: p.svg, place: { at: left, size: 20x20, rotate: 9 }, bleed: yes }
)";
    EXPECT_TRUE(load_flow_text("whole", good).compiled) << all_text(load_flow_text("whole", good));
    const std::string alphabet = "{}[]:,-'\"|>&*!%#/x \n\t09.e";
    std::mt19937 random(9);
    std::size_t read = 0;
    for (std::size_t i = 0; i < how_many(2500); ++i) {
        std::string text = good;
        for (std::size_t n = 1 + random() % 3; n > 0; --n) {
            const std::size_t at = random() % text.size();
            if (random() % 2 == 0)
                text[at] = alphabet[random() % alphabet.size()];
            else
                text.erase(at, 1 + random() % 8);
        }
        const FlowFile file = load_flow_text("damaged", text);
        for (const Finding& finding : file.findings)
            EXPECT_FALSE(finding_text(finding, file.sources).empty());
        EXPECT_TRUE(file.compiled || has_errors(file.findings));
        if (!file.compiled) continue;
        ++read;
        EXPECT_TRUE(verify(*file.compiled));
        Runner runner(*file.compiled);
        runner.start();
        for (const Size window : {Size{1280, 720}, Size{300, 900}}) {
            runner.resize(window.width, window.height);
            for (const Item& item : runner.view()) {
                EXPECT_GE(item.bounds.width, 0);
                EXPECT_GE(item.bounds.height, 0);
            }
        }
    }
    EXPECT_GT(read, 100u);
}

} // namespace
} // namespace rondix::test
