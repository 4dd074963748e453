// The language server and what is hard on it: floods of changes, large flows, files that vanish,
// checks that take long.
#include "server_fixture.hpp"

#include "reference/part.hpp"
#include "rondix/tools/look_check.hpp"

#include <chrono>
#include <random>

namespace rondix::test {
namespace {

using Clock = std::chrono::steady_clock;

double seconds_since(Clock::time_point begin) {
    return std::chrono::duration<double>(Clock::now() - begin).count();
}

/// Screens that open each other at random, some of them only while flags are raised that buttons
/// raise and lower: much to prove.
std::string tangled_flow(std::size_t screens, std::size_t flags) {
    std::mt19937 random(5);
    std::string text = "rondix: 1\nstart: s0\nflags:\n";
    for (std::size_t f = 0; f < flags; ++f) text += "  f" + std::to_string(f) + ":\n";
    text += "screens:\n";
    for (std::size_t i = 0; i < screens; ++i) {
        const auto any = [&](std::size_t of) { return std::to_string(random() % of); };
        text += "  s" + std::to_string(i) + ":\n    title: Screen " + std::to_string(i) +
                "\n    controls:\n      - { button: leave, text: Leave, press: quit }\n";
        for (int b = 0; b < 3; ++b)
            text += "      - { button: b" + std::to_string(b) + ", text: Go, press: open s" +
                    any(screens) + (flags > 0 ? ", when: f" + any(flags) : "") + " }\n";
        if (flags > 0)
            text += "      - { button: up, text: Up, press: raise f" + any(flags) +
                    " }\n      - { button: down, text: Down, press: lower f" + any(flags) + " }\n";
    }
    return text;
}

/// A letter put in at a place, and taken out again.
Json letter_at(const std::string& uri, const std::string& text, std::size_t offset, bool in) {
    Json end = position_of(text, offset);
    if (!in) end["character"] = end["character"].get<int>() + 1;
    return {{"textDocument", {{"uri", uri}, {"version", 1}}},
            {"contentChanges",
             {{{"range", {{"start", position_of(text, offset)}, {"end", end}}},
               {"text", in ? "x" : ""}}}}};
}

TEST_F(ServerOfDemo, KeepsUpWithAFloodOfChanges) {
    client_.next_diagnostics(uri_);
    const std::size_t offset = text_.find("press: open options") + 12;
    const auto begin = Clock::now();
    constexpr int flood = 10'000;
    for (int i = 0; i < flood; ++i)
        client_.note("textDocument/didChange", letter_at(uri_, text_, offset, i % 2 == 0));
    // The last of them leaves an unknown name.
    client_.note("textDocument/didChange", letter_at(uri_, text_, offset, true));
    EXPECT_TRUE(client_.becomes(uri_, [](const Json& told) {
        return told.size() == 1 && told[0]["code"] == "unknown-name";
    }));
    EXPECT_LT(seconds_since(begin), 20);
    EXPECT_LT(client_.times_told, flood / 10); // not after each of them
    // What it has is what the client has.
    const Json asked = {{"textDocument", {{"uri", uri_}}},
                        {"position", position_of(text_, offset)}};
    const std::string said = client_.result("textDocument/hover", asked)["contents"]["value"];
    EXPECT_TRUE(said.starts_with("**xoptions**: screen")) << said;
}

/// Each question is answered, and none takes for ever.
TEST(Server, AnswersOnTenThousandScreens) {
    const std::size_t screens = part_of(10'000);
    const std::string text = tangled_flow(screens, 0), uri = "file:///no/where/large.flow.yaml";
    Client client;
    client.begin();
    const auto begin = Clock::now();
    client.open(uri, text);
    ASSERT_TRUE(client.next_diagnostics(uri).empty());
    const std::size_t middle = text.find("  s500:\n") + 3;
    const Json document = {{"textDocument", {{"uri", uri}}}};
    Json there = document;
    there["position"] = position_of(text, middle);
    std::map<std::string, Json> answers;
    for (const char* method :
         {"textDocument/documentSymbol", "textDocument/codeLens", "textDocument/inlayHint",
          "textDocument/documentColor", "textDocument/foldingRange"})
        answers[method] = client.result(method, document);
    for (const char* method : {"textDocument/hover", "textDocument/definition",
                               "textDocument/references", "textDocument/documentHighlight"})
        answers[method] = client.result(method, there);
    EXPECT_EQ(answers["textDocument/documentSymbol"].size(), screens);
    EXPECT_EQ(answers["textDocument/codeLens"].size(), screens);
    EXPECT_EQ(answers["textDocument/definition"].size(), 1u);
    EXPECT_EQ(answers["textDocument/foldingRange"].size(), 2 * screens + 1);
    EXPECT_FALSE(answers["textDocument/hover"].is_null());
    there["newName"] = "harbour";
    const Json edits = client.result("textDocument/rename", there)["changes"][uri];
    EXPECT_EQ(edits.size(), answers["textDocument/references"].size());
    Json actions = document;
    actions["range"] = {{"start", there["position"]}, {"end", there["position"]}};
    EXPECT_TRUE(client.ask("textDocument/codeAction", actions).contains("result"));
    EXPECT_LT(seconds_since(begin), 60);
}

/// A check ends when somebody types, in whatever stage it is, and slips are told. The longest that
/// it took, in seconds.
double longest_wait(const std::string& uri, const std::string& text, std::size_t at) {
    Client client({.looks = [](const FlowFile& file, const CheckOptions& limits) {
        return check_looks(file, {.check = limits});
    }});
    client.begin();
    client.open(uri, text);
    client.next_diagnostics(uri);
    std::mt19937 random(2);
    double longest = 0;
    for (int i = 0; i < 5; ++i) {
        std::this_thread::sleep_for(std::chrono::milliseconds(400 + random() % 700));
        const auto begin = Clock::now();
        client.note("textDocument/didChange", letter_at(uri, text, at, true));
        const auto has_slip = [](const Json& told) {
            return std::ranges::any_of(
                told, [](const Json& one) { return one["code"] == "unknown-name"; });
        };
        if (!client.becomes(uri, has_slip)) return 1e9;
        longest = std::max(longest, seconds_since(begin));
        client.change(uri, text);
    }
    std::printf("from a change to its slip, at most %.0f ms\n", longest * 1000);
    return longest;
}

TEST(Server, LeavesAnyCheckForWhoeverTypes) {
    const std::string hard = tangled_flow(300, 24);
    EXPECT_LT(longest_wait("file:///no/where/hard.flow.yaml", hard, hard.find("open s7") + 5), 3);
    const std::string path = (root() / "examples/tidewick/tidewick.flow.yaml").string();
    const std::string demo = contents(path);
    EXPECT_LT(longest_wait("file://" + path, demo, demo.find("open options") + 5), 3);
}

/// Files that a flow is made of go and come back.
TEST(Server, GoesOnWhereFilesVanish) {
    const auto folder =
        std::filesystem::path(testing::TempDir()) / ("rondix-vanish-" + std::to_string(getpid()));
    std::filesystem::remove_all(folder);
    std::filesystem::copy(root() / "examples/tidewick", folder,
                          std::filesystem::copy_options::recursive);
    const std::string path = (folder / "tidewick.flow.yaml").string(), uri = "file://" + path;
    const std::string text = contents(path);
    Client client;
    client.begin();
    client.open(uri, text);
    ASSERT_TRUE(client.next_diagnostics(uri).empty());
    const auto has = [](const char* words) {
        return [words](const Json& told) {
            return std::ranges::any_of(told, [&](const Json& one) {
                return one["message"].get<std::string>().find(words) != std::string::npos;
            });
        };
    };
    const auto none = [](const Json& told) { return told.empty(); };
    const auto look = [&] { client.note("workspace/didChangeWatchedFiles", {{"changes", {}}}); };
    for (const char* name : {"deck.flow.yaml", "tidewick.theme.yaml"}) {
        std::filesystem::rename(folder / name, folder / "gone");
        look();
        EXPECT_TRUE(client.becomes(uri, has(name))) << name;
        std::filesystem::rename(folder / "gone", folder / name);
        look();
        EXPECT_TRUE(client.becomes(uri, none)) << name;
    }
    // What is open in the editor is there, whatever the disk says.
    client.open("file://" + (folder / "deck.flow.yaml").string(),
                contents(folder / "deck.flow.yaml"));
    std::filesystem::remove_all(folder);
    look();
    EXPECT_TRUE(client.becomes(uri, has("tidewick.theme.yaml")));
    EXPECT_FALSE(has("deck.flow.yaml")(client.diagnostics[uri]));
    const Json asked = {{"textDocument", {{"uri", uri}}},
                        {"position", position_of(text, text.find("open options") + 6)}};
    EXPECT_EQ(client.result("textDocument/definition", asked).size(), 1u);
}

#if !defined(RONDIX_SANITIZED) // Which keeps what was freed for a while.
std::size_t megabytes() {
    std::ifstream file("/proc/self/statm");
    std::size_t all = 0, resident = 0;
    file >> all >> resident;
    return resident * 4096 / 1'000'000;
}

/// What is typed and read again costs no memory in the end.
TEST_F(ServerOfDemo, NeedsNoMoreMemoryAsTimeGoesOn) {
    const std::size_t offset = text_.find("press: open options") + 12;
    const auto type = [&](std::size_t changes) {
        for (std::size_t i = 0; i < changes; ++i) {
            client_.note("textDocument/didChange", letter_at(uri_, text_, offset, i % 2 == 0));
            client_.next_diagnostics(uri_);
        }
        return megabytes();
    };
    const std::size_t edits = part_of(how_many(600)) / 2 * 2;
    const std::size_t before = type(edits / 4 * 2);
    const std::size_t after = type(edits);
    std::printf("%zu MB, and after %zu more edits %zu MB\n", before, edits, after);
    EXPECT_LT(after, before + 10);
}
#endif

} // namespace
} // namespace rondix::test
