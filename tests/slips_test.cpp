// Slips of whoever writes a flow: each gives one finding, where it is, in words of flows and not of
// the grammar of YAML. What looks like one and is none gives none.
#include "rondix/tools/flow.hpp"

#include <gtest/gtest.h>

namespace rondix {

namespace {

constexpr std::string_view flow_text = R"(rondix: 1
game: Hum
start: main
scenes:
  field: { file: field.json, root: hud }
screens:
  main:
    title: Hum
    controls:
      - button: play
        press: load field
      - button: options
        text: Options
        press: open options
      - button: quit
        press: quit
  options:
    title: Options
    back: back
    controls:
      - button: back
        press: back
  hud:
    play: true
    menu: open options
)";

struct Slip {
    std::string_view right, wrong, finding;
};

std::string with(const Slip& slip) {
    std::string text(flow_text);
    const std::size_t at = text.find(slip.right);
    EXPECT_NE(at, std::string::npos) << slip.right;
    return text.replace(at, slip.right.size(), slip.wrong);
}

std::string found(const FlowFile& file) {
    std::string all;
    for (const Finding& finding : file.findings) {
        const Source::Spot spot = file.sources[0].spot(finding.place.begin);
        all += (all.empty() ? "" : "; ") + std::to_string(spot.line) + ":" +
               std::to_string(spot.column) + " " + finding.text;
    }
    return all;
}

const Slip slips[] = {
    {"text: Options\n        press", "text: Options\n        keeps-room: yes\n        press",
     "14:9 'keeps-room' has no effect without 'else: hidden'"},
    {"text: Options\n        press", "text: Options\n        unlocked: reached\n        press",
     "14:9 'unlocked' has no effect without 'for-each: scene'"},
    {"menu: open options", "keys: { bag: { do: open options, key: b } }",
     "25:43 'key' needs one of A, B, C, D, E, F, G, H, I, J, K, L, M, N, O, P, Q, R, S, T, U, V, "
     "W, "
     "X, Y, Z, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, F1, F2, F3, F4, F5, F6, F7, F8, F9, F10, F11, F12, "
     "space, tab, insert, delete, home, end, comma, period, minus, left-shift, right-shift, "
     "left-ctrl, right-ctrl, left-alt, right-alt; case counts: did you mean 'B'?"},
    {"menu: open options", "keys: { bag: { do: open options, pad: start } }",
     "25:43 'pad' needs one of x, y, select, left-stick, right-stick, left-trigger, right-trigger"},
    {"menu: open options", "keys: { bag: { key: B } }", "25:18 a named key needs the key 'do'"},
    {"menu: open options", "keys: { bag: { do: open options, kee: B, pad: x } }",
     "25:38 a named key has no key 'kee'; did you mean 'key'?"},
    {"menu: open options",
     "keys: { bag: { do: open options, key: B }, log: { do: open options, key: B } }",
     "25:78 'B' stands for 'bag' already"},
    {"menu: open options", "keys: { bag: { do: open options, key: M }, m: open options }",
     "25:43 'M' is the key 'm' already"},
    {"title: Options", "title: Options: more", "18:19 a text with ': ' in it needs quotes"},
    {"    controls:\n      - button: play", "   controls:\n      - button: play",
     "9:4 this line is indented differently from the one above"},
    {"        press: load", "         press: load",
     "11:10 this line is indented differently from the one above"},
    {"        text: Options", "       text: Options",
     "13:8 this line is indented differently from the one above"},
    {"        text: Options", "\ttext: Options", "13:2 a tab indents this line"},
    {"title: Options", "title: \"Options", "18:12 this '\"' is not closed"},
    {"title: Options", "title: 'It's'", "18:16 something follows the closing '"},
    {"open options\n      - button: quit", "goto options\n      - button: quit",
     "14:16 there is no step 'goto'; did you mean 'go' or 'open'?"},
    {"title: Options", "title Options", "18:5 ':' is missing in this line"},
    {"title: Options", "title:Options", "18:10 a space is missing behind ':'"},
    {"{ file: field.json, root: hud }", "{ file: field.json, root: hud",
     "5:10 this '{' is not closed"},
    {"{ file: field.json, root: hud }", "{ file: field.json, root: hud music: x }",
     "5:45 there is a second ': ' here"},
    {"title: Options", "title: [a", "18:12 this '[' is not closed"},
    {"title: Options", "title: @x", "18:12 a text that begins with '@' needs quotes"},
    {"title: Options", "title: %d", "18:12 a text that begins with '%' needs quotes"},
    {"title: Options", "title: *x", "18:13 there is no '&x' before this"},
    {"title: Options", "title: &a", "18:5 'title' has no value; it needs a text"},
    {"title: Options", "title: !x", "18:5 'title' has no value; it needs a text"},
    {"title: Options", "title: #1", "18:5 'title' has no value; it needs a text"},
    {"  options:", "  main:", "17:3 'main' is given twice"},
    {"screens:", "screns:", "6:1 a flow has no key 'screns'; did you mean 'screens'?"},
    {"    controls:\n      - button: play", "    control:\n      - button: play",
     "9:5 a screen has no key 'control'; did you mean 'controls'?"},
    {"press: open options", "press: open optoins",
     "14:21 there is no screen 'optoins'; did you mean 'options'?"},
    {"press: open options", "press: open", "14:16 'open' needs the name of a screen"},
    {"press: open options", "press: open options main",
     "14:29 'main' is one word too many for 'open'"},
    {"load field", "load feild", "11:21 the scene 'feild' is not listed; did you mean 'field'?"},
    {"press: back", "press: bak", "22:16 there is no step 'bak'; did you mean 'back'?"},
    {"press: load field", "press: start field",
     "11:16 there is no step 'start'; did you mean 'load'?"},
    {"start: main", "start: mian", "3:8 there is no scene or screen 'mian'; did you mean 'main'?"},
    {"start: main\n", "", "1:1 a flow needs the key 'start'"},
    {"      - button: quit", "      button: quit",
     "15:7 this line is no item of the list above it"},
    {"      - button: play\n", "        button: play\n",
     "12:7 '- ' begins a list item here, but the lines above are no items"},
    {"title: Options", "title: ? x", "18:12 a text that begins with '? ' needs quotes"},
    {"title: Options", "title: - x", "18:12 a list cannot begin on the line of its key"},
    {"title: Options", "title: | x", "18:14 the text behind '|' or '>' begins on the next line"},
    {"title: Options", "title: `x`", "18:12 a text that begins with '`' needs quotes"},
    {"title: Options", "title: \"a\\qb\"", "18:14 there is no '\\q' in a text in \"...\""},
    {"rondix: 1\n", "", "1:1 this is not a flow"},
    {"rondix: 1", "rondix: 2", "1:9 this version of the format is not supported"},
    {"press: load field", "press: [load field, open]", "11:29 'open' needs the name of a screen"},
    {"press: load field", "press: { load: field }", "11:18 a step is no key"},
    {"press: load field", "press:", "11:9 pressing 'play' has no effect"},
    {"scenes:", "scens:", "4:1 a flow has no key 'scens'; did you mean 'scenes'?"},
    {"root: hud", "rot: hud", "5:30 a scene has no key 'rot'; did you mean 'root'?"},
    {"- button: quit", "- buton: quit", "15:9 a button has no key 'buton'; did you mean 'button'?"},
    {"press: quit", "pres: quit", "16:9 a button has no key 'pres'; did you mean 'press'?"},
    {"- button: play", "- botton: play",
     "10:9 a button has no key 'botton'; did you mean 'button'?"},
    {"play: true", "pley: true", "24:5 a screen has no key 'pley'; did you mean 'play'?"},
    {"play: true", "play: ture", "24:11 'play' needs yes or no, not 'ture'; did you mean 'true'?"},
    {"back: back", "back: nowhere", "19:11 there is no step 'nowhere'"},
    {"press: load field", "when: savd\n        press: load field", "11:15 there is no flag 'savd'"},
    {"title: Options", "title: Options\n    title: Again", "19:5 'title' is given twice"},
    {"    title: Options", "\xC2\xA0   title: Options",
     "18:1 a no-break space (U+00A0) indents this line"},
    {"press: load field", "press: load field; open options",
     "11:28 'open' is one word too many for 'load'"},
    {"press: load field", "press: load field and open options",
     "11:27 'and' is one word too many for 'load'"},
    {"title: Options", "title= Options", "18:5 ':' is missing in this line"},
    {"press: load field", "press: Load field",
     "11:16 there is no step 'Load'; case counts: did you mean 'load'?"},
    {"    title: Options", "    Title: Options",
     "18:5 a screen has no key 'Title'; case counts: did you mean 'title'?"},
    {"press: open options", "press: open Options",
     "14:21 there is no screen 'Options'; case counts: did you mean 'options'?"},
    {"press: load field", "press: open field", "11:21 there is no screen 'field'"},
    {"press: load field", "press: load options", "11:21 the scene 'options' is not listed"},
    {"title: Options", "\"title\": \"Options\",", "18:23 something follows the closing '\"'"},
    {"controls:\n      - button: back\n        press: back", "controls: { - button: back",
     "20:17 '- ' cannot stand within brackets"},
    {"    title: Options\n", "    title\n", "18:5 ':' is missing in this line"},
};

const Slip no_slips[] = {
    {"title: Options", "title: Options &", ""},
    {"    title: Options", "    title: Options]", ""},
    {"title: Options", "title: Hi!", ""},
    {"title: Options", "title: 50% off", ""},
};

TEST(Slips, GiveOneFindingEach) {
    ASSERT_EQ(found(load_flow_text("slip", std::string(flow_text))), "");
    for (const Slip& slip : slips)
        EXPECT_EQ(found(load_flow_text("slip", with(slip))), slip.finding) << slip.wrong;
}

/// What people who never read the list of steps would write, and the step that does it.
TEST(Slips, StepsOfOtherWordsAreTakenByTheirMeaning) {
    const std::pair<std::string_view, std::string_view> meant[] = {
        {"show options", "open"},
        {"push options", "open"},
        {"popup options", "open"},
        {"goto options", "go"},
        {"replace options", "go"},
        {"close", "back"},
        {"return", "back"},
        {"pop", "back"},
        {"continue", "resume"},
        {"unpause", "resume"},
        {"start field", "load"},
        {"play field", "load"},
        {"restart", "retry"},
        {"reload", "retry"},
        {"main", "home"},
        {"exit", "quit"},
        {"leave", "quit"},
        {"save game", "request"},
        {"emit horn", "tell"},
        {"enable sound", "raise"},
        {"disable sound", "lower"},
        {"toggle sound", "set"},
        {"change music", "set"},
        {"defaults", "reset"},
        {"tab journal next", "turn"},
        {"later", "todo"},
        {"Close", "back"},
    };
    for (const auto& [written, step] : meant) {
        std::string text(flow_text);
        text.replace(text.find("load field"), 10, written);
        const FlowFile file = load_flow_text("slip", text);
        const std::string told = found(file);
        EXPECT_EQ(file.findings.size(), 1U) << told;
        const std::string word(written.substr(0, written.find(' ')));
        EXPECT_TRUE(told.starts_with("11:16 there is no step '" + word + "'")) << told;
        const std::string name = "'" + std::string(step) + "'";
        EXPECT_NE(told.find(name, told.find("did you mean")), std::string::npos) << told;
    }
}

TEST(Slips, AreNotSeenWhereThereAreNone) {
    for (const Slip& text : no_slips)
        EXPECT_EQ(found(load_flow_text("text", with(text))), "") << text.wrong;
}

/// The words of the library that reads YAML reach nobody, whatever line is damaged, and how.
TEST(Slips, OfEveryLineAreToldForPeople) {
    const std::string text(flow_text);
    const std::string_view damages[] = {"{", "}", "[", "]", "\"", "'", ":", ": ", "- ", "\t", "@",
                                        "*", "&", "!", "|", ">",  "%", "#", ",",  "? ", "`"};
    std::size_t told = 0;
    for (std::size_t at = 0; at <= text.size(); ++at)
        for (const std::string_view damage : damages) {
            std::string damaged = text;
            damaged.insert(at, damage);
            for (const Finding& finding : load_flow_text("damaged", damaged).findings) {
                if (finding.rule != RuleId::not_yaml) continue;
                ++told;
                EXPECT_EQ(finding.text.find("cannot be read as YAML"), std::string::npos)
                    << finding.text << "\n"
                    << damaged.substr(at > 20 ? at - 20 : 0, 40);
            }
        }
    EXPECT_GT(told, 1000u);
}

} // namespace

} // namespace rondix
