// The built tool, as its users call it: output, exit status, files written, and what it says to bad
// command lines.
#include "hard_flow.hpp"
#include "rondix/tools/pack.hpp"
#include "rondix/version.hpp"
#include "support.hpp"
#include "tool_runner.hpp"

#include <nlohmann/json.hpp>

namespace rondix::test {
namespace {

const std::string demo = "examples/tidewick/tidewick.flow.yaml";

TEST(Tool, ChecksTheDemo) {
    const Ran ran = rondix("check " + demo);
    EXPECT_EQ(ran.status, 0);
    EXPECT_EQ(ran.output, contents(root() / "tests/golden/demo-check.txt"));
}

TEST(Tool, TellsATrapWithTheWayIntoIt) {
    const Ran ran = rondix("check examples/broken/options-without-back.flow.yaml");
    EXPECT_EQ(ran.status, 1);
    EXPECT_EQ(ran.output, contents(root() / "tests/golden/options-without-back.txt"));
}

TEST(Tool, GivesJson) {
    const Ran ran = rondix("check --format json examples/broken/options-without-back.flow.yaml");
    EXPECT_EQ(ran.status, 1);
    const auto json = nlohmann::json::parse(ran.output);
    EXPECT_EQ(json["verdict"], "failed");
    ASSERT_EQ(json["findings"].size(), 1u);
    EXPECT_EQ(json["findings"][0]["rule"], "no-way-out");
    EXPECT_EQ(json["findings"][0]["place"]["line"], 15);
    EXPECT_EQ(json["findings"][0]["how"], nlohmann::json({"loaded", "press options"}));
    const auto clean = nlohmann::json::parse(rondix("check --format json " + demo).output);
    EXPECT_EQ(clean["verdict"], "proved");
    EXPECT_TRUE(clean["findings"].empty());
    EXPECT_EQ(clean["figures"]["screens"], 16);
    const auto bad = nlohmann::json::parse(rondix("check --format json README.md").output);
    EXPECT_EQ(bad["verdict"], "cannot-be-used");
    EXPECT_TRUE(bad["figures"].is_null());
}

TEST(Tool, ExitStatusTellsTheVerdict) {
    EXPECT_EQ(rondix("check " + demo).status, 0);
    EXPECT_EQ(rondix("check examples/broken/not-wired-yet.flow.yaml").status, 0); // a warning
    EXPECT_EQ(rondix("check --strict examples/broken/not-wired-yet.flow.yaml").status, 1);
    EXPECT_EQ(rondix("check --strict " + demo).status, 0);
    EXPECT_EQ(rondix("check examples/broken/wrong-case.flow.yaml").status, 1);
    EXPECT_EQ(rondix("check no-such-file.yaml").status, 2);
    EXPECT_EQ(rondix("check examples").status, 2);
    EXPECT_EQ(rondix("check README.md").status, 2);
    const Ran limited = rondix("check --max-heads 10 " + demo);
    EXPECT_EQ(limited.status, 3);
    EXPECT_NE(limited.output.find("undecided"), std::string::npos);
    EXPECT_NE(limited.output.find("--max-heads"), std::string::npos);
    EXPECT_EQ(rondix("check --max-heads 2 examples/broken/options-without-back.flow.yaml").status,
              3);
    EXPECT_EQ(rondix("check --max-heads 10000 --max-seconds 60 --max-megabytes 500 " + demo).status,
              0);
}

/// What draws stands in a program of its own, beside the tool or where it is installed.
TEST(Tool, NamesTheProgramThatIsMissing) {
    const auto folder = scratch();
    std::filesystem::copy_file(tool_path(), folder / "rondix");
    const std::string alone = "'" + (folder / "rondix").string() + "' ";
    EXPECT_EQ(shell(alone + "check --no-looks " + demo).status, 0);
    for (const char* words : {"check ", "map ", "play "}) {
        const Ran ran = shell(alone + words + demo);
        EXPECT_EQ(ran.status, 2) << words;
        EXPECT_NE(ran.output.find("error: this needs 'rondix-"), std::string::npos) << ran.output;
    }
    // Its words are read by the program that has the command, its help among them.
    EXPECT_NE(rondix("map --help").output.find("--finding"), std::string::npos);
    EXPECT_EQ(rondix("map").status, 2);
    EXPECT_NE(rondix("--help").output.find("draw the flow as a picture"), std::string::npos);
    std::filesystem::remove_all(folder);
}

TEST(Tool, IsOfTheVersionOfTheHeaders) {
    EXPECT_EQ(rondix("--version").output, std::string(version) + "\n");
    const auto number = [](int n) { return std::to_string(n); };
    EXPECT_EQ(version, number(RONDIX_VERSION_MAJOR) + "." + number(RONDIX_VERSION_MINOR) + "." +
                           number(RONDIX_VERSION_PATCH));
}

TEST(Tool, KeepsItsLimitsAndTellsWhatIsKnown) {
    const auto folder = scratch();
    const std::string flow = (folder / "lock.flow.yaml").string();
    std::ofstream(flow) << lock_flow(15);
    const auto undecided = [&](const std::string& limit, const std::string& why) {
        const Ran ran = rondix("check " + limit + " '" + flow + "'");
        EXPECT_EQ(ran.status, 3) << limit;
        EXPECT_NE(ran.output.find("undecided: " + why), std::string::npos) << ran.output;
        EXPECT_EQ(ran.output.find("proved"), std::string::npos);
        EXPECT_NE(ran.output.find("[todo]"), std::string::npos); // what was found before stands
    };
    undecided("--max-heads 1000", "there are too many heads");
    undecided("--max-seconds 0.5", "it takes too long");
    std::filesystem::remove_all(folder);
}

TEST(Tool, AnInterruptEndsTheCheck) {
    const auto folder = scratch();
    const std::string flow = (folder / "lock.flow.yaml").string();
    std::ofstream(flow) << lock_flow(15);
    std::FILE* pipe =
        popen(("timeout --foreground --preserve-status -s INT 1 '" RONDIX_TOOL "' check '" + flow +
               "' 2>&1")
                  .c_str(),
              "r");
    std::string output;
    std::array<char, 4096> buffer{};
    while (const std::size_t count = std::fread(buffer.data(), 1, buffer.size(), pipe))
        output.append(buffer.data(), count);
    EXPECT_EQ(WEXITSTATUS(pclose(pipe)), 3);
    EXPECT_NE(output.find("undecided: it was stopped"), std::string::npos) << output;
    std::filesystem::remove_all(folder);
}

TEST(Tool, GivesFiguresOfEachScreen) {
    const Ran table = rondix("check --figures " + demo);
    EXPECT_EQ(table.status, 0);
    EXPECT_EQ(table.output, contents(root() / "tests/golden/demo-figures.txt"));
    const Ran csv = rondix("check --format csv " + demo);
    EXPECT_NE(csv.output.find("\r\npause,1,1,3,2,3,2,yes,no,1,1\r\n"), std::string::npos)
        << csv.output;
    const auto json = nlohmann::json::parse(rondix("check --figures --format json " + demo).output);
    ASSERT_EQ(json["figures"]["each-screen"].size(), 16u);
    EXPECT_EQ(json["figures"]["each-screen"][4]["screen"], "bridge");
    EXPECT_EQ(json["figures"]["each-screen"][4]["to-play"], 0);
    EXPECT_EQ(json["figures"]["each-screen"][4]["running"], true);
    EXPECT_EQ(json["figures"]["each-screen"][4]["from-start-alone"]["mouse or touch"], 1);
}

TEST(Tool, NewTakesOnlyNamesThatItsFlowCanSay) {
    const auto folder = scratch();
    const auto make = [&](const std::string& name) {
        std::filesystem::remove_all(folder / "made");
        const Ran ran = rondix("new '" + (folder / "made").string() + "' --name '" + name + "'");
        if (ran.status != 0) {
            EXPECT_FALSE(std::filesystem::exists(folder / "made")) << name;
            return ran;
        }
        const FlowFile file = load_flow((folder / "made/menus/game.flow.yaml").string());
        EXPECT_TRUE(file.compiled) << name;
        EXPECT_EQ(file.flow.game, name);
        return ran;
    };
    for (const char* good :
         {"Tidewick Ferry", "2 Boats", "Ebb & Flow", "The Pier (again)", "- a list", "{ a map }",
          "Ferry: Two", "# nothing", "&anchor", "~", "a #b", "yes", "\u6e2f"})
        EXPECT_EQ(make(good).status, 0) << good;
    for (const char* bad : {"\xff\xfe bytes", "a\xc0\xaf", "cut \xe6\xb8", "\x7f"}) {
        const Ran ran = make(bad);
        EXPECT_EQ(ran.status, 2) << bad << ran.output;
        EXPECT_NE(ran.output.find("--name"), std::string::npos) << ran.output;
    }
    std::filesystem::remove_all(folder);
}

TEST(Tool, NoFileIsMeantInItsOwnPlace) {
    // One that is there and cannot be read: it is not offered instead of itself.
    const auto folder = scratch();
    const std::string flow = (folder / "large.flow.yaml").string();
    std::ofstream(flow) << "rondix: 1\n";
    std::filesystem::resize_file(flow, 20'000'000);
    const Ran ran = rondix("check '" + flow + "'");
    EXPECT_EQ(ran.status, 2);
    EXPECT_EQ(ran.output.find("did you mean"), std::string::npos) << ran.output;
    std::filesystem::remove_all(folder);
}

TEST(Tool, WhatIsKnownOfFontsIsKeptInTheUsersOwnCache) {
    const auto folder = scratch();
    const std::string flow = "examples/hello/hello.flow.yaml";
    const std::string out = " -o '" + (folder / "out").string() + "'";
    EXPECT_EQ(shell("XDG_CACHE_HOME='" + (folder / "cache").string() + "' '" + tool_path() +
                    "' draw " + flow + out)
                  .status,
              0);
    const auto fonts = folder / "cache/rondix/fonts";
    ASSERT_TRUE(std::filesystem::is_directory(fonts));
    EXPECT_EQ(std::filesystem::status(fonts).permissions(), std::filesystem::perms::owner_all);
    EXPECT_FALSE(std::filesystem::is_empty(fonts));
    // Without a place of one's own it works as well, and nothing is left where others could wait.
    EXPECT_EQ(shell("cd / && env -u HOME -u XDG_CACHE_HOME TMPDIR='" +
                    (folder / "shared").string() + "' '" + tool_path() + "' draw '" +
                    (root() / flow).string() + "'" + out)
                  .status,
              0);
    EXPECT_FALSE(std::filesystem::exists(folder / "shared"));
    std::filesystem::remove_all(folder);
}

TEST(Tool, BadCommandLinesAreExplained) {
    for (const char* words : {"", "frobnicate", "check", "check --format xml x", "map x", "walk x",
                              "check --max-heads many x", "map x -o y.png --size big"}) {
        const Ran ran = rondix(words);
        EXPECT_EQ(ran.status, 2) << words;
        EXPECT_FALSE(ran.output.empty()) << words;
    }
    EXPECT_EQ(rondix("--help").status, 0);
    EXPECT_EQ(rondix("check --help").status, 0);
    EXPECT_NE(rondix("--version").output.find("0."), std::string::npos);
}

TEST(Tool, WhatCheckPrintsCanBeWalked) {
    // Each finding with moves, of each broken flow: the saved walkthrough replays as it stands.
    const auto folder = scratch();
    std::size_t walked = 0;
    for (const auto& entry : std::filesystem::directory_iterator(root() / "examples/broken")) {
        std::filesystem::remove_all(folder);
        const std::string flow = entry.path().string();
        rondix("check --save-walks '" + folder.string() + "' '" + flow + "'");
        for (const auto& walk : std::filesystem::directory_iterator(folder)) {
            const Ran ran = rondix("walk '" + flow + "' '" + walk.path().string() + "'");
            EXPECT_EQ(ran.status, 0) << ran.output;
            EXPECT_NE(ran.output.find("1 of 1 walkthroughs passed"), std::string::npos);
            ++walked;
        }
    }
    EXPECT_GE(walked, 8u);
    std::filesystem::remove_all(folder);
}

TEST(Tool, WalksTheDemo) {
    const Ran ran = rondix("walk " + demo + " examples/tidewick/walks/*.walk.yaml");
    EXPECT_EQ(ran.status, 0);
    EXPECT_NE(ran.output.find("4 of 4 walkthroughs passed"), std::string::npos) << ran.output;
}

TEST(Tool, AWalkthroughThatFailsSaysWhatIsSo) {
    const auto folder = scratch();
    const auto walk = [&](const std::string& steps) {
        const auto path = folder / "a.walk.yaml";
        std::ofstream(path) << "rondix-walk: 1\nwalk:\n" << steps;
        return rondix("walk " + demo + " '" + path.string() + "'");
    };
    const Ran wrong = walk("  - loaded\n  - press crew\n  - expect: { screen: title }\n");
    EXPECT_EQ(wrong.status, 1);
    EXPECT_NE(
        wrong.output.find("a.walk.yaml:5:23: error: expected screen 'title', but it is 'crew'"),
        std::string::npos)
        << wrong.output;
    EXPECT_NE(wrong.output.find("how: loaded · press crew"), std::string::npos) << wrong.output;
    const std::pair<const char*, const char*> cases[] = {
        {"  - loaded\n  - press crow\n",
         "'crow' is not a control of 'title'; did you mean 'crew'?"},
        {"  - loaded\n  - pres crew\n", "did you mean 'press'?"},
        {"  - loaded\n  - press continue\n", "does nothing on 'title'; it is disabled there"},
        {"  - menu\n", "'menu' does nothing on 'under-way'"},
        {"  - event run-agrond\n", "did you mean 'run-aground'?"},
        {"  - expect: { screen: under-wey }\n", "did you mean 'under-way'?"},
        {"  - expect: { stack: [title] }\n", "expected stack [title], but it is [under-way]"},
        {"  - expect: { game: paused }\n", "expected game 'paused', but it is 'none'"},
        {"  - expect: { focus: x }\n", "but it is 'none'"},
        {"  - expect: { quits: yes }\n", "expected quits: yes, but it is no"},
        {"  - wait soon\n", "'wait' needs a time"},
    };
    for (const auto& [steps, text] : cases) {
        const Ran ran = walk(steps);
        EXPECT_EQ(ran.status, 1) << ran.output;
        EXPECT_NE(ran.output.find(text), std::string::npos) << ran.output;
    }
    for (const char* steps : {"  - expect: { scren: title }\n", "  - 1: 2\n",
                              "  - expect: { game: maybe }\n", "  - [\n"})
        EXPECT_EQ(walk(steps).status, 2) << steps;
    std::filesystem::remove_all(folder);
}

TEST(Tool, SaysWhatTheReadmeShows) {
    // The flow of the README, and the answers that stand behind it; then with the trap that it
    // plants.
    const std::string readme = contents(root() / "README.md");
    const auto block = [&](std::size_t& at, const std::string& fence) {
        at = readme.find(fence + "\n", at) + fence.size() + 1;
        const std::size_t end = readme.find("```", at);
        const std::string text = readme.substr(at, end - at);
        at = end + 3;
        return text;
    };
    std::size_t at = 0;
    const std::string flow = block(at, "```yaml");
    const auto folder = scratch();
    const auto check_in_folder = [&](const std::string& text) {
        std::ofstream(folder / "hello.flow.yaml") << text;
        std::string output = rondix("check '" + (folder / "hello.flow.yaml").string() + "'").output;
        const std::string prefix = folder.string() + "/";
        for (std::size_t i; (i = output.find(prefix)) != std::string::npos;)
            output.erase(i, prefix.size());
        return output;
    };
    EXPECT_EQ(check_in_folder(flow), block(at, "```"));
    std::string trapped = flow;
    const std::string good = "options: { title: Options }";
    trapped.replace(trapped.find(good), good.size(), "options: { title: Options, back: none }");
    EXPECT_EQ(check_in_folder(trapped), block(at, "```"));
    std::filesystem::remove_all(folder);
}

TEST(Tool, DrawsTheMap) {
    const auto folder = scratch();
    const std::string svg = (folder / "map.svg").string();
    const std::string png = (folder / "map.png").string();
    EXPECT_EQ(rondix("map " + demo + " -o '" + svg + "'").status, 0);
    EXPECT_EQ(rondix("map " + demo + " --size 1280x800 -o '" + png + "'").status, 0);
    EXPECT_TRUE(contents(svg).starts_with("<?xml"));
    const std::string bytes = contents(png);
    ASSERT_GT(bytes.size(), 10'000u);
    EXPECT_EQ(bytes.substr(1, 3), "PNG");
    EXPECT_EQ(bytes.substr(16, 8), std::string("\0\0\x05\0\0\0\x03\x20", 8)); // 1280 by 800
    rondix("map " + demo + " --size 1280x800 -o '" + png + "'");
    EXPECT_EQ(contents(png), bytes); // the same flow, the same picture
    EXPECT_EQ(rondix("map " + demo + " -o '" + (folder / "map.gif").string() + "'").status, 2);
    EXPECT_EQ(rondix("map " + demo + " -o /no/such/folder/map.svg").status, 2);
    EXPECT_EQ(rondix("map examples/broken/wrong-case.flow.yaml -o '" + svg + "'").status, 1);
    std::filesystem::remove_all(folder);
}

TEST(Tool, DrawsEveryExampleThatCompiles) {
    const auto folder = scratch();
    std::size_t drawn = 0;
    for (const auto& entry : std::filesystem::directory_iterator(root() / "examples/broken")) {
        if (!entry.is_regular_file()) continue;
        const FlowFile file = load_flow(entry.path().string());
        const Ran ran =
            rondix("map '" + entry.path().string() + "' -o '" + (folder / "m.svg").string() + "'");
        EXPECT_EQ(ran.status, file.compiled ? 0 : file.readable ? 1 : 2) << entry.path();
        drawn += ran.status == 0;
    }
    EXPECT_GE(drawn, 8u);
    std::filesystem::remove_all(folder);
}

TEST(Tool, AnOldFileSurvivesAFailure) {
    const auto folder = scratch();
    const auto path = folder / "map.png";
    std::ofstream(path) << "old";
    rondix("map examples/broken/wrong-case.flow.yaml -o '" + path.string() + "'");
    EXPECT_EQ(contents(path), "old");
    const Ran ran = rondix("map " + demo + " -o '" + path.string() + "' --size 99x99");
    EXPECT_EQ(ran.status, 2);
    EXPECT_EQ(contents(path), "old");
    std::filesystem::remove_all(folder);
}

TEST(Tool, PacksAndNames) {
    const std::string folder_of_demo = (root() / "examples/tidewick").string() + "/";
    const auto folder = scratch();
    const std::string image = (folder / "demo.rdx").string(), ids = (folder / "ids.hpp").string();
    const Ran packed = rondix("pack " + demo + " -o '" + image + "' --depends '" + image + ".d'");
    EXPECT_EQ(packed.status, 0) << packed.output;
    EXPECT_EQ(contents(image), pack(*demo_flow().compiled, folder_of_demo));
    for (const char* file : {"tidewick.flow.yaml", "deck.flow.yaml", "tidewick.theme.yaml"})
        EXPECT_NE(contents(image + ".d").find(file), std::string::npos) << file;
    EXPECT_EQ(contents(image).find(root().string()), std::string::npos); // nothing of this machine
    EXPECT_NE(contents(image).find("art/harbour.svg"), std::string::npos);
    EXPECT_EQ(rondix("ids " + demo + " -o '" + ids + "'").status, 0);
    const std::string names = contents(ids);
    EXPECT_EQ(names, ids_as_cpp(*demo_flow().compiled));
    for (const char* line : {"namespace tidewick_ferry {", "namespace controls::title {",
                             "inline constexpr rondix::ControlId cast_off{", "namespace told {",
                             "inline constexpr rondix::EventId run_aground{0};"})
        EXPECT_NE(names.find(line), std::string::npos) << line;
    EXPECT_EQ(rondix("ids " + demo + " -o x.hpp --namespace 9x").status, 2);
    EXPECT_EQ(rondix("pack examples/broken/misspelt-key.flow.yaml -o '" + image + "'").status, 1);
    EXPECT_EQ(rondix("pack no-such.flow.yaml -o '" + image + "'").status, 2);
    EXPECT_EQ(contents(image), pack(*demo_flow().compiled, folder_of_demo)); // the old one is kept
}

TEST(Tool, NamesThatCppCannotHaveAreBent) {
    const std::string names =
        ids_as_cpp(*good_flow("rondix: 1\nstart: new\nscreens:\n"
                              "  new: { controls: [{ button: a-b, press: quit }, "
                              "{ button: a_b, press: tell do }] }\n")
                        .compiled);
    EXPECT_NE(names.find("namespace menus {"), std::string::npos) << names;
    EXPECT_NE(names.find("ScreenId new_{0};"), std::string::npos) << names;
    EXPECT_NE(names.find("ControlId a_b{0};"), std::string::npos) << names;
    EXPECT_NE(names.find("ControlId a_b_2{1};"), std::string::npos) << names;
    EXPECT_NE(names.find("rondix::WordId do_{"), std::string::npos) << names;
}

/// Plays a script without a window, as fast as it goes.
Ran play(const std::string& name, const std::string& steps, const std::string& words) {
    setenv("ASAN_OPTIONS", "detect_leaks=0", 1); // what the window's drivers keep is not ours
    const auto walk = std::filesystem::temp_directory_path() /
                      ("rondix-" + std::to_string(getpid()) + name + ".walk.yaml");
    std::ofstream(walk) << "rondix-walk: 1\nwalk:\n" << steps;
    return rondix("play " + demo + " --script '" + walk.string() + "' --pace 0 " + words);
}

TEST(Tool, SpeaksWhatIsSeen) {
    unsetenv("DISPLAY");
    const Ran ran = play("speak",
                         "  - loaded\n  - press options\n  - point at music\n  - right\n"
                         "  - press to-picture\n  - point at window\n  - accept\n  - down\n"
                         "  - accept\n  - back\n  - press back\n",
                         "--speak");
    EXPECT_EQ(ran.status, 0) << ran.output;
    EXPECT_EQ(ran.output, contents(root() / "tests/golden/demo-spoken.txt"));
}

TEST(Tool, KeepsThePlayersSettings) {
    unsetenv("DISPLAY");
    const std::string file = (scratch() / "kept/settings.toml").string();
    const std::string change = "  - loaded\n  - press options\n  - change music to 30\n"
                               "  - press to-helm\n  - change mirror to starboard\n";
    const Ran first = play("first", change, "--settings '" + file + "'");
    ASSERT_EQ(first.status, 0) << first.output;
    const std::string kept = contents(file);
    EXPECT_NE(kept.find("music = 30\n"), std::string::npos) << kept;
    EXPECT_NE(kept.find("mirror = \"starboard\"\n"), std::string::npos) << kept;
    std::ofstream(file, std::ios::app) << "cues = 999\n";
    const Ran second = play("second", "  - loaded\n", "--settings '" + file + "'");
    EXPECT_EQ(second.status, 0) << second.output;
    EXPECT_NE(second.output.find(file + ":"), std::string::npos) << second.output;
    EXPECT_NE(contents(file).find("music = 30\n"), std::string::npos);
    const Ran third = play("third", "  - loaded\n", "--settings /proc/no/where.toml");
    EXPECT_NE(third.output.find("cannot make the folder"), std::string::npos) << third.output;
}

TEST(Tool, TellsWhereTheFocusGoes) {
    const Ran ran = rondix("focus " + demo + " pause");
    EXPECT_EQ(ran.status, 0);
    EXPECT_NE(ran.output.find("focus on 'pause', first on 'resume'"), std::string::npos);
    EXPECT_NE(ran.output.find("from each of them every other can be reached"), std::string::npos);
    const Ran unknown = rondix("focus " + demo + " paus");
    EXPECT_EQ(unknown.status, 2);
    EXPECT_NE(unknown.output.find("did you mean 'pause'?"), std::string::npos) << unknown.output;
    const auto picture = scratch() / "options.png";
    EXPECT_EQ(rondix("focus " + demo + " options -o " + picture.string()).status, 0);
    EXPECT_EQ(contents(picture).substr(1, 3), "PNG");
    std::filesystem::remove_all(picture.parent_path());
}

} // namespace
} // namespace rondix::test
