// Reading flows: every kind of slip gives a finding at its place, all of them in one go, and no
// input whatever crashes, hangs or eats memory.
#include "support.hpp"

#include "reading/map_reader.hpp"
#include "rondix/tools/names.hpp"
#include "words/utf8.hpp"
#include "yaml/yaml_tree.hpp"

#include <yaml-cpp/yaml.h>

#include <chrono>
#include <random>

namespace rondix::test {
namespace {

/// A flow that is well but for what is put into it; line 8 holds `flags`, line 10 the press.
std::string with(const std::string& press, const std::string& more = "") {
    return "rondix: 1\n"
           "start: quay\n"
           "scenes:\n"
           "  quay: { file: quay.json, root: title }\n"
           "  sea: { file: sea.json, root: helm }\n"
           "screens:\n"
           "  title:\n"
           "    controls:\n"
           "      - button: sail\n"
           "        press: " +
           press +
           "\n"
           "      - { button: leave, press: quit }\n"
           "  helm: { play: yes, menu: home }\n" +
           more;
}

/// "10:16 unknown-name; ..."
std::string found(const std::string& text) {
    const FlowFile file = load_flow_text("test", text);
    std::string all;
    for (const Finding& finding : file.findings) {
        const Source::Spot spot = file.sources[0].spot(finding.place.begin);
        all += (all.empty() ? "" : "; ") + std::to_string(spot.line) + ":" +
               std::to_string(spot.column) + " " + std::string(row_of(finding.rule).name);
    }
    return all;
}

std::string first_text(const std::string& text) {
    const FlowFile file = load_flow_text("test", text);
    return file.findings.empty() ? "" : file.findings[0].text;
}

TEST(Reading, AGoodFlowHasNoFindings) {
    EXPECT_EQ(found(with("load sea")), "");
}

struct Slip {
    const char* press;
    const char* found;
};

class Presses : public testing::TestWithParam<Slip> {};

TEST_P(Presses, AreReportedAtTheWordThatIsWrong) {
    EXPECT_EQ(found(with(GetParam().press)), GetParam().found) << GetParam().press;
}

INSTANTIATE_TEST_SUITE_P(
    Reading, Presses,
    testing::Values(
        Slip{"load see", "10:21 scene-not-listed"}, Slip{"open titel", "10:21 unknown-name"},
        Slip{"open Title", "10:21 unknown-name"}, Slip{"open helm", "10:21 play-unbound"},
        Slip{"opne title", "10:16 bad-step"}, Slip{"open", "10:16 bad-step"},
        Slip{"open title now", "10:27 bad-step"}, Slip{"back title", "10:21 bad-step"},
        Slip{"back to", "10:16 bad-step"}, Slip{"back to nowhere", "10:24 unknown-name"},
        Slip{"quit now", "10:21 bad-step"}, Slip{"raise tide", "10:22 unknown-name"},
        Slip{"todo", "10:16 bad-step"}, Slip{"todo draw it", "5:3 scene-unused; 10:16 todo"},
        Slip{"set music 4", "10:20 unknown-name"}, Slip{"none", "10:16 empty-press"},
        Slip{"[]", "10:16 empty-press"}, Slip{"", "10:9 empty-press"},
        Slip{"[load sea, tell x]", "10:17 step-order"}, Slip{"[back, back]", "10:17 step-order"},
        Slip{"[quit, open title]", "10:17 step-order"}, Slip{"[[back]]", "10:17 wrong-type"},
        Slip{"{ when: tide, do: back }", "10:24 unknown-name"},
        Slip{"{ wenn: tide, do: back }", "10:18 unknown-key"},
        Slip{"{ when: (tide, do: back }", "10:24 bad-condition"},
        Slip{"{ when: and, do: back }", "10:24 bad-condition"},
        Slip{"[{ do: back }, { when: x y, do: back }]", "10:41 bad-condition"},
        Slip{"[{ when: x }]", "10:17 missing-key"},
        Slip{"[back, { do: back }]", "10:23 wrong-type"},
        Slip{"'open titel'", "10:22 unknown-name"}));

TEST(Reading, KeysOfEveryPart) {
    EXPECT_EQ(found(with("back", "  x: { tittle: y }\n")), "13:8 unknown-key");
    EXPECT_EQ(found(with("back", "  x: { urgent: perhaps }\n")), "13:16 wrong-type");
    EXPECT_EQ(found(with("back", "  x: { moves-on: { after: 2s } }\n")), "13:18 missing-key");
    EXPECT_EQ(found(with("back", "  x: { idle: { after: 0s, do: back } }\n")), "13:23 wrong-type");
    EXPECT_EQ(found(with("back", "  x: { closes-when: tide }\n")), "13:21 unknown-name");
    EXPECT_EQ(found(with("back", "  x: { pauses: maybe }\n")), "13:16 wrong-type");
    EXPECT_EQ(found(with("back", "  x: { dim: 120% }\n")), "13:13 wrong-type");
    EXPECT_EQ(found(with("back", "  x: { back: }\n")), "13:8 wrong-type");
    EXPECT_EQ(found(with("back", "  x: { extends: y }\n")), "13:17 unknown-name");
    EXPECT_EQ(found(with("back", "  x: { extends: title, drop: [sale] }\n")), "13:31 unknown-name");
    EXPECT_EQ(found(with("back", "  x: { drop: [sail] }\n")), "13:15 unknown-name");
    EXPECT_EQ(found(with("back", "  2x: {}\n")), "13:3 bad-name");
    EXPECT_EQ(found(with("back", "  x: [a]\n")), "13:6 wrong-type");
    EXPECT_EQ(found(with("back", "  x: { controls: [{ text: hi }] }\n")), "13:19 missing-key");
    EXPECT_EQ(found(with("back", "  x: { controls: [{ slider: s }] }\n")), "13:29 missing-key");
    EXPECT_EQ(found(with("back", "  x: { controls: [{ sliter: s }] }\n")),
              "13:21 unknown-key; 13:29 missing-key");
    EXPECT_EQ(found(with("back", "  x: { controls: [{ pages: p, show: [g] }] }\n")),
              "13:38 unknown-name");
    EXPECT_EQ(found(with("back", "  x: { controls: [{ toggle: t, setting: loud }] }\n")),
              "13:41 unknown-name");
    EXPECT_EQ(found(with("back", "  x: { play: yes, menu: go title }\n")), "13:25 play-unbound");
    EXPECT_EQ(found(with("back", "events: { e: { after: soon, do: back } }\n")),
              "13:23 wrong-type");
    EXPECT_EQ(found(with("back", "events: { e: { during: pley, do: back } }\n")),
              "13:24 wrong-type");
    EXPECT_EQ(found(with("back", "events: { e: { during: any } }\n")), "13:11 missing-key");
    EXPECT_EQ(found(with("back", "flags: { f: { set-by: games } }\n")), "13:23 wrong-type");
    EXPECT_EQ(found(with("back", "loading: { screen: helm }\n")), "13:20 play-unbound");
    EXPECT_EQ(found(with("back", "loading: { failed: nowhere, timeout: -1s }\n")),
              "13:20 unknown-name; 13:38 wrong-type");
    EXPECT_EQ(found(with("back", "design-size: 0x0\n")), "13:14 wrong-type");
    EXPECT_EQ(found(with("quit", "quit: no\n")), "10:16 bad-step; 11:33 bad-step");
    EXPECT_EQ(found(with("back", "parts: []\n")), "13:8 wrong-type");
    EXPECT_EQ(found("rondix: 1\nscreens: {}\n"), "1:1 missing-key");
    EXPECT_EQ(found("rondix: 1\nstart: x\nscenes: { x: { file: f } }\nscreens: { y: }\n"),
              "3:11 missing-key");
    EXPECT_EQ(found("rondix: 1\nstart: x\nscenes: { x: { file: f, root: y } }\nscreens: { x: "
                    ", y: }\n"),
              "2:8 given-twice");
}

TEST(Reading, AllFindingsComeInOneGo) {
    const std::string text =
        with("opne title", "  x: { tittle: y }\n  y: { back: open nowhere }\n");
    EXPECT_EQ(found(text), "10:16 bad-step; 13:8 unknown-key; 14:19 unknown-name");
}

TEST(Reading, TheNearestNameIsSuggested) {
    EXPECT_EQ(first_text(with("load se")), "the scene 'se' is not listed; did you mean 'sea'?");
    EXPECT_EQ(first_text(with("open TITLE")),
              "there is no screen 'TITLE'; case counts: did you mean 'title'?");
    EXPECT_EQ(first_text(with("open lighthouse")), "there is no screen 'lighthouse'");
    EXPECT_EQ(nearest("optoins", {"title", "options", "opt"}), "options");
    EXPECT_EQ(nearest("xyz", {"title", "options"}), "");
    EXPECT_EQ(nearest(std::string(10'000, 'a'), {"title"}), "");
}

TEST(Reading, AFindingLooksLikeACompilers) {
    const FlowFile file = load_flow_text("a.yaml", with("open titel"));
    EXPECT_EQ(
        all_text(file),
        "a.yaml:10:21: error: there is no screen 'titel'; did you mean 'title'? [unknown-name]\n"
        "   10 |         press: open titel\n"
        "      |                     ^~~~~\n"
        "a.yaml:6:1: note: screens are declared here\n"
        "    6 | screens:\n"
        "      | ^~~~~~~\n");
}

TEST(Reading, ColumnsCountCharacters) {
    EXPECT_EQ(found(with("back", "  x: { title: Ærøskøbing, tittle: y }\n")), "13:27 unknown-key");
    EXPECT_EQ(found("\xEF\xBB\xBF" + with("back", "  x: { tittle: y }\n")),
              "13:8 unknown-key"); // byte order mark
    std::string dos = with("opne title");
    for (std::size_t i = 0; (i = dos.find('\n', i)) != std::string::npos; i += 2)
        dos.insert(i, "\r");
    EXPECT_EQ(found(dos), "10:16 bad-step");
}

TEST(Reading, LikeTakesWhatIsNotSaidAnew) {
    const FlowFile file = good_flow(with(
        "open b", "  a: { title: A, dim: 10%, keys: { k: back }, controls: [{ button: x, "
                  "text: X, press: back }, { button: y, press: quit }] }\n"
                  "  b: { extends: c, title: B, controls: [{ button: x, text: Z, press: home }, "
                  "{ button: new, press: back }] }\n"
                  "  c: { extends: a, dim: 20%, drop: [y] }\n"));
    const CompiledFlow& flow = *file.compiled;
    const Screen& b = flow[flow.screen("b")];
    EXPECT_EQ(flow.text(b.title), "B");
    EXPECT_EQ(b.dim, 20);
    EXPECT_EQ(b.keys.count, 1u);
    ASSERT_EQ(b.controls.count, 2u);
    EXPECT_EQ(flow.text(flow.controls[b.controls.begin].text), "Z");
    EXPECT_EQ(flow.text(flow.controls[b.controls.begin + 1].id), "new");
}

// --- input that is no flow at all

std::string rule_of_unusable(const std::string& text) {
    const FlowFile file = load_flow_text("test", text);
    EXPECT_FALSE(file.readable);
    EXPECT_FALSE(file.compiled.has_value());
    EXPECT_EQ(file.findings.size(), 1u);
    return file.findings.empty() ? "" : std::string(row_of(file.findings[0].rule).name);
}

TEST(Reading, WhatIsNoFlowIsSaidToBeNone) {
    EXPECT_EQ(rule_of_unusable(""), "not-a-flow");
    EXPECT_EQ(rule_of_unusable("# only a comment\n"), "not-a-flow");
    EXPECT_EQ(rule_of_unusable("hello"), "not-a-flow");
    EXPECT_EQ(rule_of_unusable("[1, 2]"), "not-a-flow");
    EXPECT_EQ(rule_of_unusable("rondix: 2\n"), "not-a-flow");
    EXPECT_EQ(rule_of_unusable(with("back") + "---\nrondix: 1\n"), "not-a-flow");
    EXPECT_EQ(rule_of_unusable("rondix: 1\nx: [1, 2\n"), "not-yaml");
    EXPECT_EQ(rule_of_unusable("rondix: 1\nx: \"open"), "not-yaml");
    EXPECT_EQ(rule_of_unusable("rondix: 1\n\tx: 1\n"), "not-yaml");
    EXPECT_EQ(rule_of_unusable("rondix: *nothing\n"), "not-yaml");
    EXPECT_EQ(rule_of_unusable("rondix: 1\nx: \xFF\n"), "not-utf8");
    EXPECT_EQ(rule_of_unusable(std::string("rondix: 1\nx: \0y\n", 16)), "not-utf8");
    EXPECT_EQ(rule_of_unusable("%\x97"), "not-utf8");
    EXPECT_EQ(rule_of_unusable("rondix: 1\nx: &a [*a]\n"),
              "not-yaml"); // an alias inside its own anchor
}

TEST(Reading, HostileInputEndsSoon) {
    const auto begin = std::chrono::steady_clock::now();
    EXPECT_EQ(rule_of_unusable("rondix: 1\nx: " + std::string(10'000, '[')), "too-deep");
    EXPECT_EQ(rule_of_unusable(std::string(100'000, '[')), "too-deep");
    EXPECT_EQ(rule_of_unusable("rondix: 1\nx: " + std::string(100'000, '{')), "too-deep");
    std::string bomb = "rondix: 1\na0: &a0 [x, x]\n";
    for (int i = 1; i < 40; ++i)
        bomb += "a" + std::to_string(i) + ": &a" + std::to_string(i) + " [*a" +
                std::to_string(i - 1) + ", *a" + std::to_string(i - 1) + "]\n";
    EXPECT_EQ(rule_of_unusable(bomb), "alias-flood");
    EXPECT_EQ(rule_of_unusable(std::string((16u << 20) + 1, '#')), "too-large");
    std::string keys = "rondix: 1\nscreens:\n";
    for (int i = 0; i < 20'000; ++i) keys += "  s" + std::to_string(i) + ":\n";
    EXPECT_EQ(found(keys + "start: s0\n"), "");
    std::string condition;
    for (int i = 0; i < 5'000; ++i) condition += "not ";
    EXPECT_EQ(found(with("{ when: " + condition + "x, do: back }")), "10:24 bad-condition");
    EXPECT_EQ(found(with("{ when: '" + std::string(5'000, '(') + "x', do: back }")),
              "10:25 bad-condition");
    const std::chrono::duration<double> took = std::chrono::steady_clock::now() - begin;
    EXPECT_LT(took.count(), 20); // bounded: about a second, with room for a slow machine
}

TEST(Reading, AFileThatIsNotThereIsSaidSo) {
    const FlowFile file = load_flow("no/such/file.yaml");
    EXPECT_FALSE(file.readable);
    ASSERT_EQ(file.findings.size(), 1u);
    EXPECT_EQ(file.findings[0].rule, RuleId::unreadable);
    EXPECT_NE(load_flow(root().string()).findings.at(0).text.find("folder"), std::string::npos);
}

/// The demo with bytes changed at random: it reads or is refused, with places inside the file.
TEST(Reading, DamagedFilesAreRefusedOrRead) {
    const auto path = root() / "examples/tidewick/tidewick.flow.yaml";
    const std::string good = contents(path);
    const std::string alphabet = "{}[]:,-'\"|>&*!%#\n \t\xC3\xA9x0?@`";
    std::mt19937 random(7);
    std::size_t refused = 0;
    for (int i = 0; i < 1500; ++i) {
        std::string text = good;
        for (std::size_t n = 1 + random() % 4; n > 0; --n) {
            const std::size_t at = random() % text.size();
            switch (random() % 3) {
            case 0: text[at] = alphabet[random() % alphabet.size()]; break;
            case 1: text.erase(at, 1 + random() % 20); break;
            default: text.insert(at, text.substr(random() % text.size(), random() % 40));
            }
        }
        const FlowFile file = load_flow_text(path.string(), text);
        refused += !file.compiled;
        EXPECT_TRUE(file.compiled || has_errors(file.findings));
        for (const Finding& finding : file.findings) {
            EXPECT_LE(finding.place.begin, text.size());
            EXPECT_FALSE(finding_text(finding, file.sources).empty());
        }
        if (file.compiled) {
            EXPECT_TRUE(verify(*file.compiled));
        }
    }
    EXPECT_GT(refused, 500u);
    EXPECT_LT(refused, 1500u);
}

// --- an independent reader of YAML agrees on the tree

std::string flat(const yaml::Node& node) {
    if (node.kind == yaml::Kind::text) return "'" + node.text + "'";
    std::string text;
    for (const yaml::Node& child : node.children) text += flat(child) + ",";
    return (node.kind == yaml::Kind::list ? "[" : "{") + text + "]";
}

std::string flat(const YAML::Node& node) {
    std::string text;
    if (node.IsSequence()) {
        for (const auto& child : node) text += flat(child) + ",";
        return "[" + text + "]";
    }
    if (node.IsMap()) {
        for (const auto& entry : node) text += flat(entry.first) + "," + flat(entry.second) + ",";
        return "{" + text + "]";
    }
    return "'" + (node.IsNull() ? "" : node.Scalar()) + "'";
}

TEST(Yaml, AnotherReaderSeesTheSameTree) {
    std::size_t files = 0;
    for (const auto& entry : std::filesystem::recursive_directory_iterator(root() / "examples")) {
        if (entry.path().extension() != ".yaml") continue;
        if (entry.path().filename().string().starts_with("two-of-a-name"))
            continue; // it drops one of them
        const Source source("x", contents(entry.path()));
        Findings findings;
        const auto tree = yaml::read(source, 0, findings);
        if (source.text().find("# finds: not-yaml") != std::string::npos) {
            EXPECT_FALSE(tree.has_value()) << entry.path();
            continue;
        }
        ASSERT_TRUE(tree.has_value()) << entry.path();
        EXPECT_EQ(flat(*tree), flat(YAML::Load(source.text()))) << entry.path();
        ++files;
    }
    EXPECT_GT(files, 20u);
}

TEST(Utf8, IsStrict) {
    for (const char* good : {"", "a\tb\r\n", "é", "€", "𝄞", "\xED\x9F\xBF", "\xF4\x8F\xBF\xBF"})
        EXPECT_FALSE(first_bad_byte(good).has_value()) << good;
    for (const char* bad :
         {"\x80", "\xC0\x80", "\xC1\xBF", "\xE0\x9F\xBF", "\xED\xA0\x80", "\xF0\x8F\xBF\xBF",
          "\xF4\x90\x80\x80", "\xF5\x80\x80\x80", "\xC3", "\xE2\x82", "\x01", "\x7F", "\x1B[0m"})
        EXPECT_EQ(first_bad_byte(bad), 0u) << bad;
    EXPECT_EQ(first_bad_byte("ab\xFF"), 2u);
}

TEST(Rules, StandInOneTableInOrder) {
    for (std::size_t i = 0; i < rule_table().size(); ++i) {
        EXPECT_EQ(static_cast<std::size_t>(rule_table()[i].rule), i);
        EXPECT_FALSE(rule_table()[i].meaning.empty());
    }
    EXPECT_EQ(row_of(RuleId::walk_fails).name, "walk-fails");
}

// --- the compiled flow

TEST(Compiled, VerifyFindsWhatIsWrong) {
    const FlowFile file = demo_flow();
    ASSERT_TRUE(file.compiled);
    EXPECT_TRUE(verify(*file.compiled));
    const auto broken = [&](auto change) {
        CompiledFlow flow = *file.compiled;
        change(flow);
        EXPECT_FALSE(verify(flow));
    };
    broken([](CompiledFlow& flow) { flow.scenes.edit(0).root = ScreenId(999); });
    broken([](CompiledFlow& flow) { flow.screens.edit(0).controls.count = 9999; });
    broken([](CompiledFlow& flow) { flow.screens.edit(1).title.begin = 1u << 30; });
    broken([](CompiledFlow& flow) { flow.screens.edit(1).back = ActionId(9999); });
    broken([](CompiledFlow& flow) { flow.controls.edit(0).press = ActionId(9999); });
    broken([](CompiledFlow& flow) { flow.controls.edit(1).when = ConditionId(77); });
    broken([](CompiledFlow& flow) { flow.actions.edit(0).alternatives.count = 9999; });
    broken([](CompiledFlow& flow) { flow.alternatives.edit(0).steps.begin = 9999; });
    broken([](CompiledFlow& flow) { flow.steps.edit(0).kind = StepKind(99); });
    broken([](CompiledFlow& flow) { flow.tests.edit(0).if_raised = ConditionId(0); });
    broken([](CompiledFlow& flow) { flow.loading.failed = flow.screen("bridge"); });
    broken([](CompiledFlow& flow) { flow.first_scene = no_scene; });
    broken([](CompiledFlow& flow) { flow.first_screen = ScreenId(0); });
    broken([](CompiledFlow& flow) {
        for (Step& step : flow.steps.edit())
            if (step.kind == StepKind::open)
                step.subject = static_cast<std::uint32_t>(flow.screen("bridge"));
    });
    broken([](CompiledFlow& flow) { flow.looks.screens.resize(flow.looks.screens.size() - 1); });
    broken([](CompiledFlow& flow) { flow.looks.styles.clear(); });
    broken([](CompiledFlow& flow) { flow.looks.styles.edit(3).font = FontId(99); });
    broken([](CompiledFlow& flow) { flow.looks.styles.edit(3).dresses[1].image = PictureId(99); });
    broken([](CompiledFlow& flow) { flow.looks.styles.edit(3).dresses[2].cue = CueId(99); });
    broken([](CompiledFlow& flow) { flow.looks.boxes.edit(4).style = StyleId(9999); });
    broken([](CompiledFlow& flow) { flow.looks.boxes.edit(4).parent = 5; });
    broken([](CompiledFlow& flow) { flow.looks.boxes.edit(3).next = 2; });
    broken([](CompiledFlow& flow) { flow.looks.boxes.edit(3).control = ControlId(9999); });
    broken([](CompiledFlow& flow) { flow.looks.screens.edit(2).boxes.count = 9999; });
    broken([](CompiledFlow& flow) { flow.looks.design[1] = {}; });
}

TEST(Compiled, ConditionsMeanWhatTheySay) {
    // Every condition over three flags, against its plain reading, for all eight values.
    const std::pair<const char*, bool (*)(bool, bool, bool)> cases[] = {
        {"a", [](bool a, bool, bool) { return a; }},
        {"not a", [](bool a, bool, bool) { return !a; }},
        {"a and b or c", [](bool a, bool b, bool c) { return (a && b) || c; }},
        {"a or b and c", [](bool a, bool b, bool c) { return a || (b && c); }},
        {"(a or b) and c", [](bool a, bool b, bool c) { return (a || b) && c; }},
        {"not (a and b) or c", [](bool a, bool b, bool c) { return !(a && b) || c; }},
        {"not a and not b and not c", [](bool a, bool b, bool c) { return !a && !b && !c; }},
        {"not not (a or not (b or c))", [](bool a, bool b, bool c) { return a || !(b || c); }},
    };
    for (const auto& [text, plain] : cases) {
        const FlowFile file =
            good_flow("rondix: 1\nstart: m\nflags: { a: , b: , c: }\nscreens:\n  m: { controls: "
                      "[{ button: x, press: quit, when: " +
                      std::string(text) + " }] }\n");
        MenuState now(*file.compiled);
        start_flow(*file.compiled, now);
        for (unsigned bits = 0; bits < 8; ++bits) {
            for (unsigned i = 0; i < 3; ++i) now.set_flag(FlagId(i), bits >> i & 1);
            EXPECT_EQ(usable(*file.compiled, now, ControlId{0}),
                      plain(bits & 1, bits & 2, bits & 4))
                << text << bits;
        }
    }
}

} // namespace
} // namespace rondix::test
