// The language server, asked as an editor asks it.
#include "reference/part.hpp"
#include "server_fixture.hpp"

#include "rondix/tools/rename.hpp"
#include "server/where.hpp"
#include "yaml/yaml_tree.hpp"

#include <random>
#include <set>

namespace rondix::test {
namespace {

using server::Units;
using server::where_is;

// --- positions

TEST(Positions, ComeBackAsTheBytesThatTheyAreOf) {
    std::mt19937 random(1);
    const std::vector<std::string> pieces = {
        "a", "\n", "\r\n", "\r", "\xC3\xBC", "\xE2\x9C\x93", "\xF0\x9F\x9A\xA2", " ", "key: "};
    for (std::size_t i = 0; i < part_of(4000); ++i) {
        std::string text;
        std::vector<std::uint32_t> begins = {0};
        for (std::size_t k = random() % 30; k > 0; --k) {
            text += pieces[random() % pieces.size()];
            // (What ends a line as two pieces is one end.)
            if (!(text.size() >= 2 && text.ends_with("\r\n")) || begins.back() + 2 == text.size())
                begins.push_back(static_cast<std::uint32_t>(text.size()));
        }
        for (const std::uint32_t begin : begins) {
            if (begin > 0 && begin < text.size() && text[begin - 1] == '\r' && text[begin] == '\n')
                continue; // within the end of a line
            for (const Units units : {Units::utf8, Units::utf16})
                ASSERT_EQ(offset_of(text, position_of(text, begin, units), units), begin) << text;
        }
        ASSERT_LE(server::offset_of(text, {9999, 9999}, Units::utf16), text.size());
    }
}

TEST(Positions, CountInUnitsOfUtf16) {
    const std::string text = "a\xC3\xBC\xF0\x9F\x9A\xA2x\nb";
    EXPECT_EQ(server::position_of(text, 7, Units::utf16), (server::Position{0, 4}));
    EXPECT_EQ(server::position_of(text, 7, Units::utf8), (server::Position{0, 7}));
    EXPECT_EQ(server::position_of(text, 9, Units::utf16), (server::Position{1, 0}));
}

// --- where one is

/// Each key and text of a tree with the keys around it, as libfyaml reads the file.
struct Found {
    std::vector<std::string> path;
    bool at_key = false;
    std::uint32_t begin = 0;
};
void find_all(const yaml::Node& node, std::vector<std::string>& path, std::vector<Found>& all) {
    if (node.kind == yaml::Kind::text) {
        if (node.plain && !node.text.empty()) all.push_back({path, false, node.place.begin});
        return;
    }
    for (std::size_t i = 0; i < node.children.size(); ++i) {
        const yaml::Node& child = node.children[i];
        if (node.kind == yaml::Kind::list) {
            path.emplace_back("-");
            find_all(child, path, all);
            path.pop_back();
        } else if (i % 2 == 0) {
            if (child.plain) all.push_back({path, true, child.place.begin});
        } else {
            path.push_back(node.children[i - 1].text);
            find_all(child, path, all);
            path.pop_back();
        }
    }
}

/// With all that stands before it, and nothing of what comes behind.
TEST(Where, IsWhatTheWholeFileSays) {
    std::size_t places = 0;
    for (const auto& entry : std::filesystem::recursive_directory_iterator(root() / "examples")) {
        const std::string path = entry.path().string();
        if (!path.ends_with(".yaml") || path.find("/broken/") != std::string::npos) continue;
        const Source source(path, contents(path));
        Findings findings;
        const auto tree = yaml::read(source, 0, findings);
        ASSERT_TRUE(tree) << path;
        std::vector<Found> all;
        std::vector<std::string> around;
        find_all(*tree, around, all);
        for (const Found& one : all) {
            const server::Where where = where_is(source.text(), one.begin);
            const std::string at = path + ":" + std::to_string(source.spot(one.begin).line) + ":" +
                                   std::to_string(source.spot(one.begin).column);
            ASSERT_EQ(where.path, one.path) << at;
            ASSERT_EQ(where.begin, one.begin) << at;
            // An item that is a text may become a map.
            if (one.at_key || one.path.empty() || one.path.back() != "-") {
                ASSERT_EQ(where.at_key, one.at_key) << at;
            }
            ++places;
        }
    }
    EXPECT_GT(places, 3000u);
}

/// A list may stand as far in as the key that it is the value of.
TEST(Where, KnowsListsThatAreSetInNoFurther) {
    const std::string text =
        "screens:\n  t:\n    controls:\n    - { button: a, text: A }\n    - button: b\n"
        "      press:\n      - raise met\n      - quit\n    back: none\n  u:\n";
    const auto path = [&](const char* before) {
        return where_is(text, static_cast<std::uint32_t>(text.find(before))).path;
    };
    using Path = std::vector<std::string>;
    EXPECT_EQ(path("text: A"), (Path{"screens", "t", "controls", "-"}));
    EXPECT_EQ(path("button: b"), (Path{"screens", "t", "controls", "-"}));
    EXPECT_EQ(path("quit"), (Path{"screens", "t", "controls", "-", "press", "-"}));
    EXPECT_EQ(path("back: none"), (Path{"screens", "t"}));
    EXPECT_EQ(path("none"), (Path{"screens", "t", "back"}));
    EXPECT_EQ(path("u:"), (Path{"screens"}));
}

// --- the server

TEST_F(ServerOfDemo, FindsWhereNamesAreDeclaredAndUsed) {
    const FlowFile file = load_flow(path_);
    std::size_t asked = 0;
    for (const IndexedName& name : file.names.all())
        for (const NamePlace& place : name.places) {
            if (file.sources[place.place.file].name() != path_) continue;
            if (++asked % 7 != 0) continue;
            const Json what = {{"textDocument", {{"uri", uri_}}},
                               {"position", position_of(text_, place.place.begin + 1)},
                               {"context", {{"includeDeclaration", true}}}};
            EXPECT_EQ(client_.result("textDocument/references", what).size(), name.places.size());
            const auto declared = std::ranges::count(name.places, true, &NamePlace::declares);
            EXPECT_EQ(client_.result("textDocument/definition", what).size(),
                      static_cast<std::size_t>(declared));
        }
    EXPECT_GT(asked, 200u);
    const Json symbols =
        client_.result("textDocument/documentSymbol", {{"textDocument", {{"uri", uri_}}}});
    std::set<std::string> names;
    for (const Json& symbol : symbols) names.insert(symbol["name"]);
    for (const FlowScreen& screen : file.flow.screens)
        if (file.sources[screen.id.place.file].name() == path_) {
            EXPECT_TRUE(names.contains(screen.id.text)) << screen.id.text;
        }
}

TEST_F(ServerOfDemo, RenamesAsTheCommandDoes) {
    const FlowFile file = load_flow(path_);
    std::vector<Walkthrough> walks;
    for (const auto& entry :
         std::filesystem::directory_iterator(root() / "examples/tidewick/walks"))
        walks.push_back(load_walkthrough(entry.path().string()));
    const Renamed renamed = rename(file, {NameKind::screen, "options"}, "settings-page", walks);
    ASSERT_EQ(renamed.fault, "");
    Json asked = at("  options:\n", 3);
    const Json place = client_.result("textDocument/prepareRename", asked);
    EXPECT_EQ(place["placeholder"], "options");
    asked["newName"] = "settings-page";
    const Json changes = client_.result("textDocument/rename", asked)["changes"];
    std::map<std::string, std::string> texts;
    for (const auto& [uri, of_file] : changes.items()) {
        const std::string path = server::path_of(uri).value();
        texts[path] = with(contents(path), of_file);
    }
    EXPECT_EQ(texts, renamed.texts);
    EXPECT_GT(texts.size(), 1u); // a walkthrough goes along
    asked["newName"] = "pause";  // there is one
    EXPECT_EQ(client_.ask("textDocument/rename", asked)["error"]["code"], -32803);
}

TEST_F(ServerOfDemo, OffersWhatFits) {
    const std::string base = text_;
    const std::string button = "press: open options }";
    const auto typing = [&](const std::string& put) {
        change(std::string(base).replace(base.find(button), button.size() - 2, put));
        return labels(at("text: Options,         " + put, 23 + put.size()));
    };
    std::set<std::string> screens;
    for (const FlowScreen& screen : load_flow(path_).flow.screens)
        screens.insert("open " + screen.id.text);
    EXPECT_EQ(typing("press: open "), screens);
    EXPECT_TRUE(typing("press: open options, wh").contains("when"));
    EXPECT_FALSE(typing("press: open options, ").contains("press")); // it is there
    EXPECT_FALSE(typing("press: open options, ").contains("rows"));  // a list has them
    EXPECT_TRUE(typing("press: open options, place: { ").contains("offset"));
    EXPECT_TRUE(typing("press: open options, style: { focused: { ").contains("fill"));
    EXPECT_TRUE(typing("press: open options, style: { fill: ").contains("brass"));
    // In lines, and where the file is no YAML as it stands.
    change(base + "  new-one:\n    title: New\n    controls:\n      - button: one\n        pre");
    EXPECT_TRUE(labels(at("        pre", 11)).contains("press"));
    change(base + "  new-one:\n    ");
    EXPECT_TRUE(labels(at("  new-one:\n    ", 15)).contains("controls"));
    change(base + "  new-one:\n    back: open ");
    EXPECT_EQ(labels(at("    back: open ", 15)).size(), screens.size() + 1); // and itself
}

/// Slips at once, what check() finds after a pause; and both gone with what was wrong.
TEST_F(ServerOfDemo, TellsWhatIsWrong) {
    EXPECT_TRUE(client_.next_diagnostics(uri_).empty());
    const std::string base = text_;
    change(std::string(base).replace(base.find("open options"), 12, "open optoins"));
    const Json slip = client_.next_diagnostics(uri_);
    ASSERT_EQ(slip.size(), 1u);
    EXPECT_EQ(slip[0]["code"], "unknown-name");
    EXPECT_EQ(slip[0]["range"]["start"], position_of(text_, text_.find("optoins")));
    EXPECT_NE(slip[0]["message"].get<std::string>().find("options"), std::string::npos);
    Json asked = {{"textDocument", {{"uri", uri_}}}, {"range", slip[0]["range"]}};
    const Json actions = client_.result("textDocument/codeAction", asked);
    ASSERT_EQ(actions.size(), 2u); // or that screen is made
    EXPECT_EQ(actions[0]["edit"]["changes"][uri_][0]["newText"], "options");
    // A trap is no slip: it is proved.
    const std::string back = "{ button: back,  text: Back,     press: back, in: foot }";
    change(std::string(base).replace(base.find(back), back.size(),
                                     "{ label: none, text: None, in: foot }"));
    Json told = client_.next_diagnostics(uri_);
    for (int i = 0; i < 3 && told.empty(); ++i) told = client_.next_diagnostics(uri_);
    ASSERT_FALSE(told.empty());
    change(base);
    told = client_.next_diagnostics(uri_);
    for (int i = 0; i < 3 && !told.empty(); ++i) told = client_.next_diagnostics(uri_);
    EXPECT_TRUE(told.empty());
}

/// Edits of parts, one after the other: what is told is what a fresh reading says.
TEST_F(ServerOfDemo, FollowsEditsByteForByte) {
    std::mt19937 random(8);
    const std::vector<std::string> pieces = {
        "open ",   "\n", "  ", "{", "}", "- ", ": ", "press", "\xC3\xBC", "\xF0\x9F\x9A\xA2",
        "options", "#",  "'"};
    client_.next_diagnostics(uri_);
    for (std::size_t i = 0; i < part_of(how_many(600)); ++i) {
        if (i % 40 == 0) text_ = contents(path_);
        Json changes = Json::array();
        if (i % 40 == 0) changes.push_back({{"text", text_}});
        for (std::size_t k = 0; k <= random() % 3; ++k) {
            std::size_t begin = random() % (text_.size() + 1);
            while (begin > 0 && (static_cast<unsigned char>(text_[begin]) & 0xC0) == 0x80) --begin;
            std::size_t end = std::min(text_.size(), begin + random() % 4);
            while (end < text_.size() && (static_cast<unsigned char>(text_[end]) & 0xC0) == 0x80)
                ++end;
            const std::string put = random() % 3 == 0 ? "" : pieces[random() % pieces.size()];
            changes.push_back(
                {{"range",
                  {{"start", position_of(text_, begin)}, {"end", position_of(text_, end)}}},
                 {"text", put}});
            text_.replace(begin, end - begin, put);
        }
        client_.note("textDocument/didChange", {{"textDocument", {{"uri", uri_}, {"version", i}}},
                                                {"contentChanges", changes}});
        const Json told = client_.next_diagnostics(uri_);
        const FlowFile fresh = load_flow_texts(
            path_, {{path_, text_}}, std::filesystem::path(path_).parent_path().string() + "/");
        std::multiset<std::string> wanted;
        for (const Finding& finding : fresh.findings)
            if (finding.place.known() && fresh.sources[finding.place.file].name() == path_)
                wanted.insert(finding.text + (finding.fix.empty() ? "" : "\n" + finding.fix));
        std::multiset<std::string> is;
        for (const Json& one : told) is.insert(one["message"].get<std::string>());
        ASSERT_EQ(is, wanted) << i;
    }
}

/// What an action makes of the flow can be read, and what it was for is gone.
TEST_F(ServerOfDemo, DoesWhatItsActionsSay) {
    const std::string base = text_;
    const auto take = [&](const Json& range, const std::string& title) {
        const Json actions = client_.result("textDocument/codeAction",
                                            {{"textDocument", {{"uri", uri_}}}, {"range", range}});
        for (const Json& one : actions)
            if (one["title"].get<std::string>().starts_with(title))
                return with(text_, one["edit"]["changes"][uri_]);
        ADD_FAILURE() << title << " is none of " << actions;
        return std::string();
    };
    const auto range = [&](std::size_t begin, std::size_t end) {
        return Json{{"start", position_of(text_, begin)}, {"end", position_of(text_, end)}};
    };
    const auto reads = [&](const std::string& text) {
        return load_flow_texts(path_, {{path_, text}},
                               std::filesystem::path(path_).parent_path().string() + "/");
    };
    change(std::string(base).replace(base.find("open options"), 12, "open harbourage"));
    std::size_t at = text_.find("harbourage");
    const FlowFile made = reads(take(range(at, at + 3), "add the screen 'harbourage'"));
    EXPECT_TRUE(made.compiled) << all_text(made);
    EXPECT_NE(made.compiled->screen("harbourage"), no_screen);

    change(base);
    const FlowFile parted =
        reads(take(range(base.find("- { button: resume"), base.find("- { button: resume") + 200),
                   "make a part"));
    ASSERT_TRUE(parted.compiled) << all_text(parted);
    EXPECT_GT(parted.flow.parts.size(), load_flow(path_).flow.parts.size());

    // A press that says otherwise is a warning.
    change(std::string(base).replace(base.find("press: open crew"), 16, "press: open ashore"));
    const CheckResult before = check(reads(text_));
    const auto says = [](const CheckResult& result) {
        return std::ranges::count(result.findings, RuleId::says_otherwise, &Finding::rule);
    };
    ASSERT_EQ(says(before), 1);
    at = text_.find("open ashore }\n", text_.find("button: crew"));
    const FlowFile allowed = reads(take(range(at, at + 3), "allow 'says-otherwise'"));
    EXPECT_EQ(says(check(allowed)), 0) << check_text(allowed, check(allowed));
}

TEST_F(ServerOfDemo, ShowsBesideTheText) {
    const Json document = {{"textDocument", {{"uri", uri_}}}};
    const FlowFile file = load_flow(path_);
    std::map<std::string, std::string> titles;
    const Json lenses = client_.result("textDocument/codeLens", document);
    for (const Json& lens : lenses) {
        const auto line = lens["range"]["start"]["line"].get<std::uint32_t>();
        std::string name(file.sources[0].line(line + 1));
        name = name.substr(2, name.find(':') - 2);
        titles[name] = lens["command"]["title"];
    }
    for (const IndexedName& name : file.names.all()) {
        if (name.kind != NameKind::screen || !titles.contains(name.text)) continue;
        auto uses = std::ranges::count(name.places, false, &NamePlace::declares);
        // Nobody gets to a screen by what only has its controls, or asks nothing on it.
        for (const FlowScreen& screen : file.flow.screens)
            uses -= screen.like && screen.like->text == name.text ? 1 : 0;
        for (const FlowFlag& flag : file.flow.flags)
            uses -= std::ranges::count(flag.except_on, name.text, &Name::text);
        EXPECT_EQ(titles[name.text],
                  "reached from " + std::to_string(uses) + " place" + (uses == 1 ? "" : "s"));
    }
    EXPECT_GT(titles.size(), 10u);
    // Of the palette, each colour.
    const std::string theme = (root() / "examples/tidewick/tidewick.theme.yaml").string();
    const Json colours = client_.result("textDocument/documentColor",
                                        {{"textDocument", {{"uri", "file://" + theme}}}});
    EXPECT_EQ(colours.size(), file.flow.themes[1].palette.size());
    const Json shown = client_.result("textDocument/colorPresentation",
                                      {{"color", {{"red", 1}, {"green", 0.5}, {"blue", 0}}}});
    EXPECT_EQ(shown[0]["label"], "#ff8000");
    // What can be seen through stays so, in words that a flow can be given.
    const Json faint =
        client_.result("textDocument/colorPresentation",
                       {{"color", {{"red", 0}, {"green", 0}, {"blue", 1}, {"alpha", 0.35}}}});
    const std::string words = faint[0]["label"];
    const FlowFile painted = good_flow("rondix: 1\nstart: t\nscreens: { t: { controls: [{ button: "
                                       "a, text: A, press: quit, style: { fill: \"" +
                                       words + "\" } }] } }\n");
    const auto is_it = [](const Style& style) {
        const Colour& fill = style.looks[0].fill;
        return fill.blue == 1 && fill.red == 0 && std::abs(fill.opacity - 0.35F) < 0.001F;
    };
    EXPECT_TRUE(std::ranges::any_of(painted.compiled->looks.styles, is_it)) << words;
    // What is folded stands further in than the line that stays.
    const Json folds = client_.result("textDocument/foldingRange", document);
    EXPECT_GT(folds.size(), 30u);
    const auto column = [&](const Json& line) {
        return std::string(file.sources[0].line(line.get<std::uint32_t>() + 1))
            .find_first_not_of(' ');
    };
    for (const Json& fold : folds) {
        EXPECT_LT(fold["startLine"], fold["endLine"]);
        EXPECT_LT(column(fold["startLine"]), column(fold["endLine"]));
    }
}

// --- clients that do not behave

TEST(Server, AnswersWhateverItIsSent) {
    Client client;
    EXPECT_EQ(client.ask("textDocument/hover")["error"]["code"], -32002); // before `initialize`
    client.begin();
    EXPECT_EQ(client.ask("initialize")["error"]["code"], -32600);
    EXPECT_EQ(client.ask("no/such")["error"]["code"], -32601);
    EXPECT_EQ(client.ask("textDocument/hover")["error"]["code"], -32602);
    EXPECT_EQ(client.ask("textDocument/hover", 7)["error"]["code"], -32602);
    client.raw("Content-Length: 5\r\n\r\n{[}]x");
    EXPECT_EQ(client.answer_to(nullptr)["error"]["code"], -32700);
    client.raw("rubbish\r\n\r\nmore of it\n\nContent-Length: no\r\n\r\n");
    client.send({{"id", 1000}, {"method", 5}});
    EXPECT_EQ(client.answer_to(1000)["error"]["code"], -32600);
    client.note("textDocument/didChange", {{"textDocument", {{"uri", "file:///none"}}}});
    client.note("textDocument/didOpen", {{"textDocument", {{"uri", "ftp://x/y"}, {"text", 5}}}});
    client.note("textDocument/didOpen", {{"textDocument", {{"uri", "file:///no/x.flow.yaml"}}}});
    const Json far = {{"textDocument", {{"uri", "file:///no/x.flow.yaml"}}},
                      {"position", {{"line", 4'000'000'000U}, {"character", 4'000'000'000U}}}};
    for (const char* method : {"textDocument/completion", "textDocument/hover",
                               "textDocument/definition", "textDocument/documentHighlight"})
        EXPECT_TRUE(client.ask(method, far).contains("result")) << method;
    EXPECT_EQ(client.ask("shutdown")["result"], nullptr);
    EXPECT_EQ(client.ask("textDocument/hover")["error"]["code"], -32600);
    client.note("exit");
    EXPECT_EQ(client.leave(), 0);
}

TEST(Server, EndsWithItsClient) {
    Client client;
    client.begin();
    EXPECT_EQ(client.leave(), 1); // without a word
}

/// A file that a flow includes may stand in the editor alone, not saved yet.
TEST(Server, ReadsWhatIsNotSavedYet) {
    Client client;
    client.begin();
    const std::string flow = "file:///no/where/a.flow.yaml", more = "file:///no/where/b.flow.yaml";
    client.open(flow, "rondix: 1\nstart: t\ninclude: b.flow.yaml\n");
    EXPECT_FALSE(client.next_diagnostics(flow).empty());
    client.open(more,
                "rondix: 1\nscreens: { t: { title: T, controls: [{ button: q, text: Q, press: "
                "quit }] } }\n");
    EXPECT_TRUE(client.becomes(flow, [](const Json& told) { return told.empty(); }));
    client.note("textDocument/didClose", {{"textDocument", {{"uri", more}}}});
    EXPECT_TRUE(client.becomes(flow, [](const Json& told) { return !told.empty(); }));
}

/// A file that is included has the names of the flow that it is of; nothing on the disk changes.
TEST(Server, KnowsWhichFlowAFileIsOf) {
    Client client;
    client.begin();
    const std::string deck = (root() / "examples/tidewick/deck.flow.yaml").string();
    const std::string text = contents(deck);
    client.note("textDocument/didOpen",
                {{"textDocument", {{"uri", "file://" + deck}, {"version", 1}, {"text", text}}}});
    EXPECT_TRUE(client.next_diagnostics("file://" + deck).empty());
    const FlowFile file = load_flow((root() / "examples/tidewick/tidewick.flow.yaml").string());
    std::size_t uses = 0;
    for (const IndexedName* name : file.names.find(NameKind::screen, "cargo"))
        uses += name->places.size();
    const Json what = {{"textDocument", {{"uri", "file://" + deck}}},
                       {"position", position_of(text, text.find("  cargo:") + 3)},
                       {"context", {{"includeDeclaration", true}}}};
    EXPECT_EQ(client.result("textDocument/references", what).size(), uses);
}

} // namespace
} // namespace rondix::test
