// What the language server knows beyond the text: how far screens are, what they look like, files.
#include "reference/part.hpp"
#include "server_fixture.hpp"

#include "rondix/tools/look_check.hpp"
#include "rondix/tools/screen_pictures.hpp"

#include <random>

namespace rondix::test {
namespace {

LookAt looks() {
    return [](const FlowFile& file, const CheckOptions& limits) {
        return check_looks(file, {.check = limits});
    };
}

/// A folder of its own with the demo in it.
class ServerOfCopy : public testing::Test {
  protected:
    ServerOfCopy() {
        folder_ = std::filesystem::path(testing::TempDir()) /
                  ("rondix-server-" + std::to_string(getpid()));
        std::filesystem::remove_all(folder_);
        std::filesystem::copy(root() / "examples/tidewick", folder_,
                              std::filesystem::copy_options::recursive);
        path_ = (folder_ / "tidewick.flow.yaml").string();
        uri_ = "file://" + path_;
    }
    ~ServerOfCopy() override { std::filesystem::remove_all(folder_); }

    std::filesystem::path folder_;
    std::string path_, uri_;
};

TEST_F(ServerOfDemo, SaysHowFarAScreenIs) {
    CheckOptions options;
    options.each_screen = true;
    const FlowFile file = load_flow(path_);
    const Figures figures = check(file, options).figures;
    const auto words = [&](const std::string& screen) {
        const Json said = client_.result("textDocument/hover", at("\n  " + screen + ":", 4));
        return said["contents"]["value"].get<std::string>();
    };
    // The figures come with the check, in the background; how soon is not asked here.
    for (int i = 0; i < 2000 && words("title").find(" from the start") == std::string::npos; ++i)
        std::this_thread::sleep_for(std::chrono::milliseconds(50));
    std::size_t said = 0;
    for (const ScreenFigures& row : figures.each_screen) {
        if (text_.find("\n  " + row.screen + ":") == std::string::npos) continue;
        const std::string is = words(row.screen);
        ++said;
        ASSERT_TRUE(row.from_start) << row.screen;
        EXPECT_NE(is.find(std::to_string(*row.from_start) + " press"), std::string::npos) << is;
        if (row.to_play) {
            EXPECT_NE(is.find(" " + std::to_string(*row.to_play) + " to play"), std::string::npos)
                << is;
        }
        // Who opens it is named.
        for (const FlowScreen& screen : file.flow.screens)
            for (const FlowControl& control : screen.controls) {
                if (!control.press || control.press->alternatives.size() != 1) continue;
                const auto& steps = control.press->alternatives[0].steps;
                if (steps.empty() || steps.back().kind != StepKind::open ||
                    steps.back().subject.text != row.screen)
                    continue;
                const std::string from = "`" + screen.id.text + "." + control.id.text + "`";
                EXPECT_NE(is.find(from), std::string::npos) << from << " in " << is;
            }
    }
    EXPECT_GT(said, 8u);
    EXPECT_NE(words("aground").find("the event `run-aground`"), std::string::npos);
}

/// Only where the client asks for them: in a terminal it would be a page of letters.
TEST(Server, ShowsPicturesWhereTheyAreWanted) {
    const std::string path = (root() / "examples/tidewick/tidewick.flow.yaml").string();
    const std::string text = contents(path), uri = "file://" + path;
    std::size_t drawn = 0;
    const server::PictureOf picture = [&](const FlowFile&, const std::string& screen) {
        ++drawn;
        return screen == "title" ? std::string("\x89PNG\0\xFF", 6) : std::string();
    };
    const auto words = [&](const Json& options, const std::string& screen) {
        Client client({.picture = picture});
        client.begin("utf-16", options);
        client.open(uri, text);
        const std::size_t at = text.find("\n  " + screen + ":\n") + 4;
        const Json there = {{"textDocument", {{"uri", uri}}}, {"position", position_of(text, at)}};
        std::string said = client.result("textDocument/hover", there)["contents"]["value"];
        // What was drawn once is there.
        EXPECT_EQ(client.result("textDocument/hover", there)["contents"]["value"], said);
        return said;
    };
    const std::string shown = "![title](data:image/png;base64,iVBORwD/)";
    EXPECT_TRUE(words({{"pictures", true}}, "title").ends_with(shown));
    EXPECT_EQ(words({{"pictures", true}}, "options").find("data:"), std::string::npos);
    EXPECT_EQ(words({{"pictures", "yes"}}, "title").find("data:"), std::string::npos);
    EXPECT_EQ(words({}, "title").find("data:"), std::string::npos);
    EXPECT_EQ(drawn, 2u);
}

/// Of each flow that is open, behaviour and looks as check() has them, with where to read on.
TEST_F(ServerOfCopy, TellsLooksAndBehaviourOfEachFlow) {
    const std::string trap =
        "rondix: 1\nstart: t\nscreens:\n  t: { title: T, controls: [{ button: a, text: A, press: "
        "open u }, { button: q, text: Q, press: quit }] }\n  u: { title: U, back: none, controls: "
        "[{ button: b, text: B, press: tell x "
        "}] }\n";
    const std::string faint =
        "rondix: 1\nstart: t\nscreens:\n  t:\n    title: T\n    controls:\n      - { button: "
        "a, text: A, press: quit, style: { fill: \"#777777\", text-color: \"#888888\" } }\n";
    Client client({.looks = looks(), .explanations = "/doc/find ings.md"});
    client.begin();
    const std::string one = "file://" + (folder_ / "a.flow.yaml").string();
    const std::string two = "file://" + (folder_ / "b.flow.yaml").string();
    client.open(one, trap);
    client.open(two, faint);
    client.open(uri_, contents(path_));
    std::map<std::string, std::set<std::string>> codes;
    Json link;
    const auto take = [&](const Json& told) {
        for (const auto& [uri, all] : client.diagnostics)
            for (const Json& diagnostic : all) {
                codes[uri].insert(diagnostic["code"].get<std::string>());
                link = diagnostic["codeDescription"]["href"];
            }
        return !told.is_null() && codes[one].contains("no-way-out") &&
               codes[two].contains("low-contrast");
    };
    bool is_told = false;
    for (Json told = client.next_diagnostics(two); !told.is_null() && !is_told;) {
        is_told = take(told);
        if (!is_told) told = client.next_diagnostics(two);
    }
    EXPECT_TRUE(is_told);
    EXPECT_TRUE(link.get<std::string>().starts_with("file:///doc/find%20ings.md#")) << link;
    // What stands open and is not touched keeps what was told of it.
    client.change(two, std::string(faint).replace(faint.find("888888"), 6, "ffffff"));
    EXPECT_TRUE(client.becomes(two, [](const Json& told) { return told.empty(); }));
    EXPECT_FALSE(client.diagnostics[one].empty());
    client.note("textDocument/didClose", {{"textDocument", {{"uri", one}}}});
    EXPECT_TRUE(client.becomes(one, [](const Json& told) { return told.empty(); }));
}

/// What `check --fix-all` does about looks, an action does too.
TEST_F(ServerOfCopy, FixesLooks) {
    const std::string text = contents(root() / "examples/broken/over-the-edge.flow.yaml");
    const std::string path = (folder_ / "faint.flow.yaml").string(), uri = "file://" + path;
    Client client({.looks = looks()});
    client.begin();
    client.open(uri, text);
    ASSERT_TRUE(client.becomes(uri, [](const Json& told) { return !told.empty(); }));
    const Json told = client.diagnostics[uri][0];
    ASSERT_EQ(told["code"], "off-canvas");
    const Json actions = client.result(
        "textDocument/codeAction", {{"textDocument", {{"uri", uri}}}, {"range", told["range"]}});
    ASSERT_FALSE(actions.empty());
    ASSERT_TRUE(actions[0].contains("isPreferred")) << actions; // a fix of check's
    const std::string fixed = with(text, actions[0]["edit"]["changes"][uri]);
    client.change(uri, fixed);
    EXPECT_TRUE(client.becomes(uri, [](const Json& now) { return now.empty(); }));
}

// --- files

TEST_F(ServerOfCopy, OffersFiles) {
    Client client;
    client.begin();
    std::string text = "rondix: 1\nstart: t\ntheme: ";
    const auto offered = [&] {
        client.change(uri_, text);
        std::set<std::string> labels;
        const Json list = client.result(
            "textDocument/completion",
            {{"textDocument", {{"uri", uri_}}}, {"position", position_of(text, text.size())}});
        for (const Json& item : list["items"]) labels.insert(item["label"]);
        return labels;
    };
    client.open(uri_, text);
    EXPECT_EQ(offered(), (std::set<std::string>{"tidewick.theme.yaml"}));
    text = "rondix: 1\ninclude: [deck.flow.yaml, ";
    EXPECT_TRUE(offered().contains("deck.flow.yaml"));
    std::set<std::string> pictures;
    for (const auto& file : std::filesystem::directory_iterator(folder_ / "art"))
        if (const std::string name = file.path().filename().string();
            name.ends_with(".svg") || name.ends_with(".png"))
            pictures.insert("art/" + name);
    text = "rondix: 1\nscreens:\n  t:\n    controls:\n      - { picture: p, file: ";
    EXPECT_EQ(offered(), pictures);
    text += "art/l";
    EXPECT_EQ(offered(), pictures); // the editor picks those that fit
    text = "rondix: 1\nscreens:\n  t:\n    controls:\n      - { button: b, text: ";
    EXPECT_TRUE(offered().empty());
    text = "rondix: 1\nscenes:\n  quay: { file: ";
    EXPECT_TRUE(offered().empty()); // which are the game's
}

/// A picture, sound, theme or flow that is renamed: with what the server says, nothing is missing.
TEST_F(ServerOfCopy, KeepsWhatNamesAFile) {
    std::size_t renamed = 0;
    std::vector<std::filesystem::path> files;
    for (const auto& one : std::filesystem::recursive_directory_iterator(folder_))
        if (one.is_regular_file()) files.push_back(one.path());
    std::ranges::sort(files);
    const auto missing = [&] { // what is told of files that are not there
        const FlowFile file = load_flow(path_);
        Findings found = file.findings;
        const Found looks = check_looks(file, {.sizes = {{}}, .pictures = false});
        found.insert(found.end(), looks.findings.begin(), looks.findings.end());
        std::string told;
        for (const Finding& finding : found)
            if (finding.rule == RuleId::missing_file) told += finding.text + "\n";
        return told;
    };
    ASSERT_EQ(missing(), "");
    Client client;
    client.begin();
    client.open(uri_, contents(path_));
    for (std::size_t i = 0; i < 2 * files.size(); i += 2 * parts() - 1) {
        const std::filesystem::path& from = files[i / 2];
        if (from == path_ || from.extension() == ".py" ||
            from.string().find("/walks/") != std::string::npos)
            continue;
        // Another name, or another folder.
        const std::filesystem::path to =
            i % 2 == 0 ? from.parent_path() / ("re named " + from.filename().string())
                       : folder_ / "moved" / from.filename();
        if (from.extension() == ".yaml" && i % 2 == 1) continue; // its own files would stay
        const Json edit = client.result("workspace/willRenameFiles",
                                        {{"files",
                                          {{{"oldUri", server::uri_of(from.string())},
                                            {"newUri", server::uri_of(to.string())}}}}});
        ASSERT_TRUE(edit.contains("changes")) << from;
        const std::string name = from.filename().string(); // each is there once
        const bool named = std::ranges::any_of(files, [&](const std::filesystem::path& one) {
            return one.extension() == ".yaml" &&
                   one.string().find("/walks/") == std::string::npos &&
                   contents(one).find("/" + name) + contents(one).find(" " + name) != -2UL;
        });
        EXPECT_EQ(!edit["changes"].empty(), named) << from;
        if (!named) continue;
        std::map<std::string, std::string> before;
        for (const auto& [uri, edits] : edit["changes"].items()) {
            const std::string path = server::path_of(uri).value();
            before[path] = contents(path);
            std::ofstream(path, std::ios::binary) << with(before[path], edits);
        }
        std::filesystem::create_directories(to.parent_path());
        std::filesystem::rename(from, to);
        EXPECT_EQ(missing(), "") << from << " as " << to;
        ++renamed;
        std::filesystem::rename(to, from);
        for (const auto& [path, text] : before) std::ofstream(path, std::ios::binary) << text;
    }
    EXPECT_GE(renamed, at_least(24));
}

// --- selection ranges

/// From the whole file to the word, each within the one around it.
TEST(Server, SelectsFromWithin) {
    std::mt19937 random(3);
    std::size_t asked = 0;
    for (const auto& entry : std::filesystem::recursive_directory_iterator(root() / "examples")) {
        const std::string path = entry.path().string();
        if (!path.ends_with(".flow.yaml")) continue;
        const std::string text = contents(path), uri = server::uri_of(path);
        Client client;
        client.begin("utf-8");
        client.open(uri, text);
        Json positions = Json::array();
        std::vector<std::uint32_t> offsets;
        for (int i = 0; i < 20; ++i) {
            offsets.push_back(static_cast<std::uint32_t>(random() % (text.size() + 1)));
            const auto at = server::position_of(text, offsets.back(), server::Units::utf8);
            positions.push_back({{"line", at.line}, {"character", at.character}});
        }
        const Json all =
            client.result("textDocument/selectionRange",
                          {{"textDocument", {{"uri", uri}}}, {"positions", positions}});
        ASSERT_EQ(all.size(), offsets.size());
        for (std::size_t i = 0; i < all.size(); ++i) {
            const auto bytes = [&](const Json& range, const char* end) {
                return server::offset_of(text,
                                         {range["range"][end]["line"].get<std::uint32_t>(),
                                          range["range"][end]["character"].get<std::uint32_t>()},
                                         server::Units::utf8);
            };
            Json at = all[i];
            while (at.contains("parent")) {
                const Json outer = at["parent"];
                const bool wider = bytes(outer, "start") < bytes(at, "start") ||
                                   bytes(outer, "end") > bytes(at, "end");
                EXPECT_TRUE(wider && bytes(outer, "start") <= bytes(at, "start") &&
                            bytes(outer, "end") >= bytes(at, "end"))
                    << path << " " << offsets[i];
                EXPECT_LE(bytes(at, "start"), offsets[i]);
                EXPECT_GE(bytes(at, "end"), offsets[i]);
                at = outer;
                ++asked;
            }
            EXPECT_EQ(bytes(at, "start"), 0u);
            EXPECT_EQ(bytes(at, "end"), text.size());
        }
    }
    EXPECT_GT(asked, 500u);
}

TEST_F(ServerOfDemo, SelectsAControlStepByStep) {
    const std::size_t offset = text_.find("press: open options") + 8;
    const Json all = client_.result(
        "textDocument/selectionRange",
        {{"textDocument", {{"uri", uri_}}}, {"positions", {position_of(text_, offset)}}});
    std::vector<std::string> words;
    for (Json at = all[0]; !at.is_null(); at = at.value("parent", Json())) {
        const auto bytes = [&](const char* end) {
            return server::offset_of(text_,
                                     {at["range"][end]["line"].get<std::uint32_t>(),
                                      at["range"][end]["character"].get<std::uint32_t>()},
                                     server::Units::utf16);
        };
        words.push_back(text_.substr(bytes("start"), bytes("end") - bytes("start")));
    }
    ASSERT_GT(words.size(), 5u);
    EXPECT_EQ(words[0], "open options");
    EXPECT_EQ(words[1], "press: open options");
    EXPECT_TRUE(words[2].starts_with("button: ") || words[2].starts_with("{ button: ")) << words[2];
    EXPECT_EQ(words.back(), text_);
}

} // namespace
} // namespace rondix::test
