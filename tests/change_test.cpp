// Changes of flows: what results means what the change means, says another library of the same
// change of its own tree; comments stay, other lines stay, and what is undone was never done.
#include "reference/part.hpp"
#include "reference/random_flow.hpp"
#include "support.hpp"
#include "tool_runner.hpp"

#include "rondix/tools/change.hpp"
#include "yaml/yaml_marks.hpp"

#include <nlohmann/json.hpp>
#include <yaml-cpp/yaml.h>

#include <map>
#include <random>
#include <set>

namespace rondix::test {
namespace {

// --- what another library makes of it

/// It stumbles over a question mark before a comma, which is no key.
YAML::Node loaded(std::string text) {
    for (std::size_t at = text.find("?,"); at != std::string::npos; at = text.find("?,", at))
        text[at] = 'q';
    return YAML::Load(text);
}

bool same(const YAML::Node& a, const YAML::Node& b) {
    const auto is_nothing = [](const YAML::Node& node) {
        return !node.IsDefined() || node.IsNull() || (!node.IsScalar() && node.size() == 0);
    };
    if (is_nothing(a) || is_nothing(b)) return is_nothing(a) && is_nothing(b);
    if (a.Type() != b.Type()) return false;
    if (a.IsScalar()) return a.Scalar() == b.Scalar();
    if (a.size() != b.size()) return false;
    if (a.IsSequence()) {
        for (std::size_t i = 0; i < a.size(); ++i)
            if (!same(a[i], b[i])) return false;
        return true;
    }
    for (const auto& pair : a)
        if (!same(pair.second, b[pair.first.Scalar()])) return false;
    return true;
}

const std::vector<std::string>& kinds() {
    static const std::vector<std::string> all = {"label",  "picture", "panel",      "pages",
                                                 "button", "toggle",  "slider",     "choice",
                                                 "list",   "binding", "text-field", "link"};
    return all;
}

std::string name_in(const YAML::Node& control) {
    for (const std::string& kind : kinds())
        if (control.IsMap() && control[kind]) return control[kind].Scalar();
    return {};
}

// --- what is tried

/// Texts that YAML would take for something else.
const std::vector<std::string>& odd_texts() {
    static const std::vector<std::string> all = {
        "Set sail",   "Set: sail",   "No #1",      "it's",  "a, b",    "[x",
        "{y}",        "yes",         "none",       " lead", "trail ",  "\xC3\xBC \xE2\x9C\x93",
        "a\tb",       "two\nlines",  "- dash",     "-",     "? what",  "*star",
        "&and",       "!bang",       "%percent",   "@at",   "`tick`",  "'single'",
        "\"double\"", "back\\slash", "colon:",     "#hash", "|",       ">",
        "---",        "...",         "5",          "0x10",  "~",       "null",
        "a#b",        "a:b",         "semi;colon", "100%",  "(round)", "end,"};
    return all;
}

struct Control {
    std::string screen, name;
};

class Bench {
  public:
    explicit Bench(std::string path, FileTexts texts)
        : path_(std::move(path))
        , texts_(std::move(texts)) {
        read();
    }

    const FlowFile& file() const { return file_; }
    const std::vector<Control>& controls() const { return controls_; }
    const std::vector<std::string>& screens() const { return screens_; }
    const FileTexts& texts() const { return texts_; }

    void take(const FileTexts& changed) {
        for (const auto& [path, text] : changed) texts_[path] = text;
        read();
    }

  private:
    void read() {
        file_ = load_flow_texts(path_, texts_);
        controls_.clear();
        screens_.clear();
        for (const IndexedName& name : file_.names.all()) {
            if (!name.is_declared()) continue;
            if (name.kind == NameKind::screen) screens_.push_back(name.text);
            if (name.kind == NameKind::control)
                for (const std::string& on : name.on)
                    if (!file_.names.find(NameKind::screen, on).empty())
                        controls_.push_back({on, name.text});
        }
    }

    std::string path_;
    FileTexts texts_;
    FlowFile file_;
    std::vector<Control> controls_;
    std::vector<std::string> screens_;
};

std::multiset<std::string> comments_of(const std::string& text) {
    std::multiset<std::string> all;
    for (const yaml::Stretch& one : yaml::marks_of(text).comments) {
        std::string words = text.substr(one.begin, one.end - one.begin);
        while (!words.empty() && (words.back() == '\r' || words.back() == ' ')) words.pop_back();
        all.insert(words);
    }
    return all;
}

struct Lines {
    int gone = 0, come = 0;
};
Lines lines_changed(const std::string& before, const std::string& after) {
    Lines lines;
    std::istringstream text(difference("f", before, after));
    for (std::string line; std::getline(text, line);) {
        if (line.starts_with("---") || line.starts_with("+++")) continue;
        lines.gone += line.starts_with('-');
        lines.come += line.starts_with('+');
    }
    return lines;
}

class RandomChanges {
  public:
    RandomChanges(Bench& bench, std::mt19937& random)
        : bench_(bench)
        , random_(random) {}

    /// Whether it was done, with all that has to be so.
    bool change() {
        if (bench_.controls().empty()) return false;
        const Control control = bench_.controls()[random_() % bench_.controls().size()];
        switch (random_() % 7) {
        case 0: return set_text(control);
        case 1: return set_place(control);
        case 2: return set_on_screen(control.screen);
        case 3: return add(control);
        case 4: return copy_one(control);
        case 5: return move_one(control);
        default: return remove_one(control);
        }
    }

  private:
    static NameAsked asked(const Control& control) {
        return {NameKind::control, control.screen + "." + control.name};
    }

    YAML::Node tree(const std::string& path) const { return loaded(bench_.texts().at(path)); }
    static YAML::Node control_in(const YAML::Node& tree, const Control& control) {
        for (const auto& one : tree["screens"][control.screen]["controls"])
            if (name_in(one) == control.name) return one;
        return YAML::Node(YAML::NodeType::Undefined);
    }

    /// Compares what was made with the tree to which the same was done, and takes it.
    template <class Do>
    void expect(const Changed& changed, const char* what, Do act, bool keeps_comments = true,
                Lines most = {1, 1}) {
        SCOPED_TRACE(what);
        ASSERT_EQ(changed.texts.size(), 1u);
        const auto& [path, text] = *changed.texts.begin();
        const std::string before = bench_.texts().at(path);
        YAML::Node wanted = loaded(before);
        act(wanted);
        ASSERT_TRUE(same(loaded(text), wanted)) << difference(path, before, text);
        if (keeps_comments) {
            ASSERT_EQ(comments_of(text), comments_of(before)) << difference(path, before, text);
        }
        const Lines lines = lines_changed(before, text);
        ASSERT_LE(lines.gone, most.gone) << difference(path, before, text);
        ASSERT_LE(lines.come, most.come) << difference(path, before, text);
        before_ = bench_.texts();
        bench_.take(changed.texts);
    }
    void expect_back(const Changed& changed) {
        ASSERT_EQ(changed.fault, "");
        FileTexts texts = bench_.texts();
        for (const auto& [path, text] : changed.texts) texts[path] = text;
        ASSERT_EQ(texts, before_) << difference("back", before_.begin()->second,
                                                texts.begin()->second);
    }

    bool set_text(const Control& control) {
        const std::string& text = odd_texts()[random_() % odd_texts().size()];
        const std::string quoted = nlohmann::json(text).dump(); // which is YAML as well
        const bool literal = std::string("{[\"'").find(text[0]) == std::string::npos;
        const Changed changed = set_key(bench_.file(), asked(control), "text",
                                        literal && random_() % 2 ? text : quoted);
        if (!changed.fault.empty() || changed.texts.empty()) return false;
        const bool was =
            control_in(tree(changed.texts.begin()->first), control)["text"].IsDefined();
        expect(changed, "text", [&](YAML::Node& all) { control_in(all, control)["text"] = text; });
        if (!was && !testing::Test::HasFatalFailure())
            expect_back(drop_key(bench_.file(), asked(control), "text"));
        return true;
    }

    bool set_place(const Control& control) {
        const std::string offset =
            std::to_string(random_() % 40) + " " + std::to_string(random_() % 40);
        const Changed changed = set_key(bench_.file(), asked(control), "place.offset", offset);
        if (!changed.fault.empty() || changed.texts.empty()) return false;
        const YAML::Node old = control_in(tree(changed.texts.begin()->first), control)["place"];
        const bool was = old.IsDefined() && old["offset"].IsDefined();
        expect(changed, "place",
               [&](YAML::Node& all) { control_in(all, control)["place"]["offset"] = offset; });
        if (!was && !testing::Test::HasFatalFailure())
            expect_back(drop_key(bench_.file(), asked(control), "place.offset"));
        return true;
    }

    bool set_on_screen(const std::string& screen) {
        const NameAsked thing{NameKind::screen, screen};
        const Changed changed = set_key(bench_.file(), thing, "leaves", "fade 210ms");
        if (!changed.fault.empty() || changed.texts.empty()) return false;
        const bool was =
            tree(changed.texts.begin()->first)["screens"][screen]["leaves"].IsDefined();
        expect(changed, "screen",
               [&](YAML::Node& all) { all["screens"][screen]["leaves"] = "fade 210ms"; });
        if (!was && !testing::Test::HasFatalFailure())
            expect_back(drop_key(bench_.file(), thing, "leaves"));
        return true;
    }

    bool add(const Control& beside) {
        const std::string name = "new" + std::to_string(++number_);
        const bool before = random_() % 2;
        const Changed changed =
            add_control(bench_.file(), {NameKind::screen, beside.screen},
                        "{ button: " + name + ", text: \"N, " + name + "\", press: back }",
                        before ? beside.name : "");
        if (!changed.fault.empty()) return false;
        expect(changed, "add", [&](YAML::Node& all) {
            YAML::Node list(YAML::NodeType::Sequence);
            YAML::Node made;
            made["button"] = name, made["text"] = "N, " + name, made["press"] = "back";
            for (const auto& one : all["screens"][beside.screen]["controls"]) {
                if (before && name_in(one) == beside.name) list.push_back(made);
                list.push_back(one);
            }
            if (!before) list.push_back(made);
            all["screens"][beside.screen]["controls"] = list;
        });
        if (!testing::Test::HasFatalFailure())
            expect_back(remove(bench_.file(), asked({beside.screen, name})));
        return true;
    }

    bool copy_one(const Control& control) {
        const std::string name = "copy" + std::to_string(++number_);
        const Changed changed = copy(bench_.file(), asked(control), name);
        if (!changed.fault.empty()) return false;
        expect(changed, "copy",
               [&](YAML::Node& all) {
                   YAML::Node list(YAML::NodeType::Sequence);
                   for (const auto& one : all["screens"][control.screen]["controls"]) {
                       list.push_back(one);
                       if (name_in(one) != control.name) continue;
                       YAML::Node made = YAML::Clone(one);
                       for (const std::string& kind : kinds())
                           if (made[kind]) made[kind] = name;
                       list.push_back(made);
                   }
                   all["screens"][control.screen]["controls"] = list;
               },
               false, {1, 40});
        if (!testing::Test::HasFatalFailure())
            expect_back(remove(bench_.file(), asked({control.screen, name})));
        return true;
    }

    bool move_one(const Control& control) {
        std::vector<std::string> others = {""};
        for (const Control& one : bench_.controls())
            if (one.screen == control.screen && one.name != control.name)
                others.push_back(one.name);
        const std::string before = others[random_() % others.size()];
        const Changed changed = move_control(bench_.file(), asked(control), before);
        if (!changed.fault.empty() || changed.texts.empty()) return false;
        std::string next; // what it stood before
        const YAML::Node all_before = tree(changed.texts.begin()->first);
        bool passed = false;
        for (const auto& one : all_before["screens"][control.screen]["controls"]) {
            if (passed && next.empty()) next = name_in(one);
            passed = passed || name_in(one) == control.name;
        }
        expect(changed, "move",
               [&](YAML::Node& all) {
                   YAML::Node list(YAML::NodeType::Sequence);
                   const YAML::Node moved = control_in(all, control);
                   for (const auto& one : all["screens"][control.screen]["controls"]) {
                       if (!before.empty() && name_in(one) == before) list.push_back(moved);
                       if (name_in(one) != control.name) list.push_back(one);
                   }
                   if (before.empty()) list.push_back(moved);
                   all["screens"][control.screen]["controls"] = list;
               },
               true, {40, 40});
        if (!testing::Test::HasFatalFailure()) {
            const Changed back = move_control(bench_.file(), asked(control), next);
            expect_meaning_back(back);
        }
        return true;
    }
    /// Comments between two items stay where they are, so the bytes may differ by them.
    void expect_meaning_back(const Changed& changed) {
        ASSERT_EQ(changed.fault, "");
        for (const auto& [path, text] : changed.texts) {
            ASSERT_TRUE(same(loaded(text), loaded(before_.at(path))));
            ASSERT_EQ(comments_of(text), comments_of(before_.at(path)));
        }
    }

    bool remove_one(const Control& control) {
        const Changed changed = remove(bench_.file(), asked(control));
        if (!changed.fault.empty()) return false;
        expect(changed, "remove",
               [&](YAML::Node& all) {
                   YAML::Node list(YAML::NodeType::Sequence);
                   for (const auto& one : all["screens"][control.screen]["controls"])
                       if (name_in(one) != control.name) list.push_back(one);
                   all["screens"][control.screen]["controls"] = list;
               },
               false, {40, 1});
        return true;
    }

    Bench& bench_;
    std::mt19937& random_;
    FileTexts before_;
    int number_ = 0;
};

TEST(Change, OfExamplesAtRandomMeansWhatItSays) {
    std::mt19937 random(21);
    std::vector<std::string> paths;
    for (const char* folder : {"examples/tidewick", "examples/nine-locks", "examples/two-tugs",
                               "examples/hello", "examples/clean", "tools/rondix/new"})
        for (const auto& entry : std::filesystem::directory_iterator(root() / folder))
            if (entry.path().string().ends_with(".flow.yaml") &&
                std::filesystem::file_size(entry.path()) < 20'000 &&
                !entry.path().string().ends_with("deck.flow.yaml"))
                paths.push_back(entry.path().string());
    std::ranges::sort(paths);
    std::size_t done = 0, tried = 0;
    const std::size_t wanted = part_of(how_many(1200));
    while (done < wanted && !testing::Test::HasFatalFailure()) {
        const std::string& path = paths[random() % paths.size()];
        Bench bench(path, texts_of(load_flow(path)));
        RandomChanges changes(bench, random);
        for (int i = 0; i < 20 && !testing::Test::HasFatalFailure(); ++i, ++tried) {
            SCOPED_TRACE(path);
            done += changes.change();
        }
    }
    EXPECT_GT(done * 2, tried); // most can be done
}

TEST(Change, OfRandomFlowsMeansWhatItSays) {
    std::mt19937 random(22);
    std::size_t done = 0;
    for (std::uint32_t i = 0; i < part_of(how_many(60)); ++i) {
        Bench bench("random.flow.yaml", {{"random.flow.yaml", random_flow(i, Shape::rich)}});
        RandomChanges changes(bench, random);
        for (int k = 0; k < 10; ++k) done += changes.change();
        if (testing::Test::HasFatalFailure()) return;
    }
    EXPECT_GT(done, at_least(200));
}

/// Files that are damaged: what can be changed in them reads as YAML as it did, with no further
/// errors; the rest is refused.
TEST(Change, OfDamagedFilesMakesNothingWorse) {
    std::mt19937 random(23);
    std::size_t done = 0, refused = 0;
    const auto errors = [](const FlowFile& file) {
        return std::ranges::count_if(file.findings, [](const Finding& finding) {
            return finding.severity() == Severity::error;
        });
    };
    const auto one_of = [&](const auto& all) { return all[random() % all.size()]; };
    const std::vector<std::string> keys = {
        "text",           "place.offset", "pieces.0.style", "press.0", "title", "when",
        "routes.down.to", "focused.fill", "a.b.c",          "",        ".",     "999"};
    for (std::uint32_t i = 0; i < part_of(how_many(300)); ++i) {
        std::string text = random_flow(i, Shape::rich);
        for (int slips = static_cast<int>(random() % 4); slips > 0; --slips) {
            const std::size_t at = random() % text.size();
            if (random() % 2)
                text.erase(at, 1 + random() % 3);
            else
                text.insert(at, 1, "{}[],:#'\"- x\n&*"[random() % 15]);
        }
        const FlowFile file = load_flow_text("random.flow.yaml", text);
        std::vector<NameAsked> things;
        for (const IndexedName& name : file.names.all())
            things.push_back(
                {name.kind, name.on.empty() ? name.text : name.on.front() + "." + name.text});
        if (things.empty()) continue;
        for (int k = 0; k < 6; ++k) {
            const NameAsked thing = one_of(things);
            Changed changed;
            switch (random() % 6) {
            case 0: changed = set_key(file, thing, one_of(keys), one_of(odd_texts())); break;
            case 1: changed = drop_key(file, thing, one_of(keys)); break;
            case 2: changed = copy(file, thing, "copied"); break;
            case 3: changed = remove(file, thing); break;
            case 4: changed = link(file, thing, "open nowhere-yet"); break;
            default: changed = add_control(file, thing, "{ button: n, press: back }", "b0"); break;
            }
            if (!changed.fault.empty()) {
                ++refused;
                ASSERT_TRUE(changed.texts.empty());
                continue;
            }
            ++done;
            for (const auto& [path, after] : changed.texts) {
                const FlowFile now = load_flow_text(path, after);
                ASSERT_LE(errors(now), errors(file)) << difference(path, text, after);
                ASSERT_TRUE(now.compiled || !file.compiled) << difference(path, text, after);
            }
        }
    }
    EXPECT_GT(done, at_least(100));
    EXPECT_GT(refused, at_least(100));
}

// --- how it is written

constexpr const char* quay = R"flow(rondix: 1
start: title
settings: { music: { from: 0, to: 3 } }
palette:
  night: "#101c2c"   # the ground
styles:
  bold: { fill: night, focused: { fill: none } }

screens:
  title:             # where it begins
    controls:
      # the way in
      - button: play
        text: Play   # said to everybody
        press: open more
        pieces:
          - { text: one, style: bold }
          - { text: two }

      - { button: leave,   text: Leave,   press: quit }

  more: { controls: [{ button: back, press: back }] }
  none:
    controls:
)flow";

class ChangeOfQuay : public testing::Test {
  protected:
    FlowFile file() const { return load_flow_text("quay.flow.yaml", text_); }
    /// What it says then, or the fault.
    std::string after(const Changed& changed) {
        if (!changed.fault.empty()) return changed.fault;
        return changed.texts.empty() ? text_ : changed.texts.begin()->second;
    }
    /// The text with another stretch.
    std::string with(const std::string& from, const std::string& to) const {
        std::string text = text_;
        EXPECT_NE(text.find(from), std::string::npos) << from;
        return text.replace(text.find(from), from.size(), to);
    }
    std::string text_ = quay;
};

TEST_F(ChangeOfQuay, KeysAreSetWhereTheyStand) {
    const NameAsked play{NameKind::control, "play"}, leave{NameKind::control, "leave"};
    EXPECT_EQ(after(set_key(file(), play, "text", "Go: now")),
              with("text: Play ", "text: \"Go: now\" "));
    EXPECT_EQ(after(set_key(file(), leave, "text", "Go")),
              with("Leave,   press", "Go,      press"));
    EXPECT_EQ(after(set_key(file(), leave, "text", "Go ashore")),
              with("Leave,   press", "Go ashore, press"));
    EXPECT_EQ(after(set_key(file(), play, "pieces.0.style", "{ fill: night }")),
              with("style: bold }", "style: { fill: night } }"));
    EXPECT_EQ(after(set_key(file(), play, "pieces.1.style", "bold")),
              with("{ text: two }", "{ text: two, style: bold }"));
    EXPECT_EQ(after(set_key(file(), play, "pieces", "[{ text: one }]")),
              with("pieces:\n          - { text: one, style: bold }\n          - { text: two }\n",
                   "pieces: [{ text: one }]\n"));
    EXPECT_EQ(after(set_key(file(), play, "hold", "1s")),
              with("        pieces:", "        hold: 1s\n        pieces:"));
    EXPECT_EQ(after(set_key(file(), {NameKind::colour, "night"}, "", "#fff")),
              with("\"#101c2c\"", "\"#fff\""));
    EXPECT_EQ(after(set_key(file(), {NameKind::style, "bold"}, "focused.scale", "105%")),
              with("{ fill: none }", "{ fill: none, scale: 105% }"));
    EXPECT_EQ(after(set_key(file(), {NameKind::setting, "music"}, "default", "2")),
              with("to: 3 }", "to: 3, default: 2 }"));
    EXPECT_EQ(
        after(set_key(file(), {NameKind::screen, "title"}, "title", "Quay")),
        with("    controls:\n      # the way", "    title: Quay\n    controls:\n      # the way"));
    EXPECT_EQ(after(set_key(file(), {NameKind::screen, "more"}, "title", "More")),
              with("{ controls: [{", "{ title: More, controls: [{"));
}

TEST_F(ChangeOfQuay, KeysAreTakenOutWithWhatIsEmptyThen) {
    EXPECT_EQ(after(drop_key(file(), {NameKind::style, "bold"}, "focused.fill")),
              with(", focused: { fill: none }", ""));
    EXPECT_EQ(after(drop_key(file(), {NameKind::control, "play"}, "pieces.1")),
              with("          - { text: two }\n", ""));
    EXPECT_EQ(after(drop_key(file(), {NameKind::control, "play"}, "text")),
              with("        text: Play   # said to everybody\n", ""));
    EXPECT_NE(after(drop_key(file(), {NameKind::control, "play"}, "hint")), text_);
    EXPECT_EQ(after(drop_key(file(), {NameKind::control, "play"}, "hint")), "there is no 'hint'");
}

TEST_F(ChangeOfQuay, ControlsStandAmongTheOthers) {
    const NameAsked title{NameKind::screen, "title"};
    const std::string made = "{ button: new, press: back }";
    EXPECT_EQ(after(add_control(file(), title, made)),
              with("press: quit }\n", "press: quit }\n      - " + made + "\n"));
    EXPECT_EQ(after(add_control(file(), title, made, "play")),
              with("      - button: play", "      - " + made + "\n      - button: play"));
    EXPECT_EQ(after(add_control(file(), {NameKind::screen, "more"}, made)),
              with("press: back }]", "press: back }, " + made + "]"));
    EXPECT_EQ(after(add_control(file(), {NameKind::screen, "none"}, made)),
              text_ + "      - " + made + "\n");
    EXPECT_EQ(after(add_control(file(), title, made, "no")),
              "'title' has no control 'no' of its own");
    EXPECT_NE(after(add_control(file(), title, "{ text: x }")).find("is written as"),
              std::string::npos);
    EXPECT_EQ(after(move_control(file(), {NameKind::control, "leave"}, "play")),
              with("      - button: play",
                   "      - { button: leave,   text: Leave,   press: quit }\n      - button: play")
                  .erase(text_.find("      - { button: leave") + 56, 56));
}

TEST_F(ChangeOfQuay, CopiesAskForANameAlone) {
    EXPECT_EQ(after(copy(file(), {NameKind::control, "leave"}, "go")),
              with("press: quit }\n",
                   "press: quit }\n      - { button: go,   text: Leave,   press: quit }\n"));
    EXPECT_EQ(
        after(copy(file(), {NameKind::screen, "more"}, "yet-more")),
        with("press: back }] }\n",
             "press: back }] }\n\n  yet-more: { controls: [{ button: back, press: back }] }\n"));
    EXPECT_EQ(after(copy(file(), {NameKind::control, "leave"}, "play")),
              "there is a control 'play' beside it already");
}

TEST_F(ChangeOfQuay, WhatIsUsedIsNotRemoved) {
    EXPECT_EQ(after(remove(file(), {NameKind::screen, "more"})),
              "'more' is used in quay.flow.yaml:15");
    EXPECT_EQ(after(remove(file(), {NameKind::colour, "night"})),
              "'night' is used in quay.flow.yaml:7");
    EXPECT_EQ(after(remove(file(), {NameKind::screen, "none"})),
              with("  none:\n    controls:\n", ""));
}

TEST_F(ChangeOfQuay, PartsAreMadeOfWhatStandsTogether) {
    const std::string made =
        after(extract_part(file(), {NameKind::screen, "title"}, {"play", "leave"}, "foot"));
    EXPECT_NE(made.find("      - part: foot\n"), std::string::npos) << made;
    EXPECT_NE(
        made.find("parts:\n  foot:\n    controls:\n      - button: play\n        text: Play   # "
                  "said to everybody\n"),
        std::string::npos)
        << made;
    const FlowFile was = file(), is = load_flow_text("quay.flow.yaml", made);
    ASSERT_TRUE(is.compiled) << all_text(is);
    EXPECT_EQ(is.compiled->controls.size(), was.compiled->controls.size());
    EXPECT_NE(after(extract_part(file(), {NameKind::screen, "title"}, {"leave", "play"}, "foot"))
                  .find("is no control of"),
              std::string::npos);
}

/// Line ends of another system, no line end at the end, and what only an editor can change.
TEST_F(ChangeOfQuay, OtherWaysOfWritingAreKeptOrRefused) {
    std::string dos;
    for (const char c : std::string(quay)) dos += c == '\n' ? "\r\n" : std::string(1, c);
    text_ = dos;
    const std::string made =
        after(add_control(file(), {NameKind::screen, "title"}, "{ button: new, press: back }"));
    EXPECT_EQ(made, with("press: quit }\r\n",
                         "press: quit }\r\n      - { button: new, press: back }\r\n"));
    text_ = "rondix: 1\nstart: t\nscreens:\n  t:\n    keys: { any: quit }";
    EXPECT_EQ(after(set_key(file(), {NameKind::screen, "t"}, "title", "T")),
              "rondix: 1\nstart: t\nscreens:\n  t:\n    title: T\n    keys: { any: quit }");
    text_ = "rondix: 1\nstart: t\nscreens:\n  t: &a { title: T, keys: { any: quit } }\n  u: *a\n";
    EXPECT_EQ(
        after(set_key(file(), {NameKind::screen, "t"}, "title", "U")),
        "this is written in a way that has to be changed by hand"); // it is the other one's, too
}

/// Names, keys, steps and items in quotes of both kinds.
TEST_F(ChangeOfQuay, QuotesAreKeptWhereTheyStand) {
    text_ = "rondix: 1\nstart: t\nflags: { f: {} }\nscreens:\n  'u': { \"keys\": { any: back } }\n"
            "  t:\n    \"title\": 'T'\n    'controls':\n      - \"button\": 'a'\n        "
            "'press': ['raise f', \"quit\"]\n      - { 'button': \"b\", \"press\": 'open u' }\n";
    const NameAsked a{NameKind::control, "a"}, b{NameKind::control, "b"};
    EXPECT_EQ(after(set_key(file(), a, "press.0", "lower f")), with("'raise f'", "lower f"));
    EXPECT_EQ(after(set_key(file(), a, "text", "A")), with("'a'\n", "'a'\n        text: A\n"));
    EXPECT_EQ(after(set_key(file(), b, "press", "quit")), with("'open u'", "quit"));
    EXPECT_EQ(after(copy(file(), b, "c")),
              text_ + "      - { 'button': \"c\", \"press\": 'open u' }\n");
    EXPECT_EQ(after(copy(file(), {NameKind::screen, "u"}, "v")),
              with("any: back } }\n", "any: back } }\n  v: { \"keys\": { any: back } }\n"));
    EXPECT_EQ(after(drop_key(file(), {NameKind::screen, "t"}, "title")),
              with("    \"title\": 'T'\n", ""));
    EXPECT_EQ(after(set_key(file(), {NameKind::screen, "t"}, "title", "none")),
              with("'T'", "none"));
    EXPECT_EQ(after(move_control(file(), b, "a")).find("      - { 'button'"),
              text_.find("      - \"button\""));
}

// --- the tool

TEST(ChangeTool, MakesAllChangesOrNone) {
    const auto folder = scratch();
    const std::string path = (folder / "q.flow.yaml").string();
    std::ofstream(path) << quay;
    const auto edit = [&](const std::string& words) {
        return rondix("edit '" + path + "' " + words);
    };
    std::ofstream(folder / "two.json")
        << R"([["add", "screen", "yet", "{ keys: { any: back } }"], ["set", "control", "play", "press", "open yet"]])";
    std::ofstream(folder / "bad.json")
        << R"([["set", "control", "play", "text", "Lost"], ["set", "control", "play", "press", "open nowhere"]])";
    const Ran bad = edit("--from '" + (folder / "bad.json").string() + "'");
    EXPECT_EQ(bad.status, 2);
    EXPECT_NE(bad.output.find("change 2: that would be an error: there is no screen 'nowhere'"),
              std::string::npos)
        << bad.output;
    EXPECT_EQ(contents(path), quay);
    EXPECT_EQ(edit("--from '" + (folder / "two.json").string() + "' --dry-run").status, 0);
    EXPECT_EQ(contents(path), quay);
    const auto json = nlohmann::json::parse(
        edit("--from - --format json < '" + (folder / "two.json").string() + "'").output);
    EXPECT_TRUE(json.at("fault").is_null());
    EXPECT_EQ(json.at("files").at(path), contents(path));
    EXPECT_NE(contents(path).find("press: open yet"), std::string::npos);
    for (const char* words :
         {"", "sett control play text x", "set contrl play text x", "set control play",
          "move screen title", "add control title", "--from /dev/null", "copy control play 9"})
        EXPECT_EQ(edit(words).status, 2) << words;
    EXPECT_NE(edit("sett control play text x").output.find("did you mean 'set'?"),
              std::string::npos);
    std::filesystem::remove_all(folder);
}

} // namespace
} // namespace rondix::test
